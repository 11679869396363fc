import type { Chain } from '../draft/chain'
import type { Affine } from '../geometry/affine'
import type { Piece } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import type { Dimension } from './dimension/schema'
import { dimensionShape } from './dimension/shape'
import type { Insert } from './insert/schema'
import { insertShape } from './insert/shape'
import { layerOf } from './layer/schema'
import type { Pen } from './pen'
import { PLAIN_SHAPES, type PlainShape } from './plain-shapes'
import type { ProjectRecord } from './registry'
import type { ShapeKind, Surroundings } from './shape'
import type { Wall } from './wall/schema'
import { wallShape } from './wall/shape'

/** Everything that is drawn on the plan. */
export type Shape = PlainShape | Dimension | Insert | Wall

/** Plain linework: what lies on layers of its own. */
export type Drawn = Exclude<Shape, Wall>

type Shapes = { [K in Shape['kind']]: ShapeKind<Extract<Shape, { kind: K }>> }

// A function, since the kinds themselves ask here for one another.
const kinds = (): Shapes => ({ ...PLAIN_SHAPES, dimension: dimensionShape, insert: insertShape, wall: wallShape })
let made: Shapes | undefined

export function kindOf<S extends Shape>(shape: S): ShapeKind<S> {
  made ??= kinds()
  return made[shape.kind] as unknown as ShapeKind<S>
}

const SHAPE_KINDS: ReadonlySet<string> = new Set<Shape['kind']>([
  'path',
  'circle',
  'ellipse',
  'spline',
  'text',
  'hatch',
  'dimension',
  'insert',
  'wall',
])

export const isShape = (record: ProjectRecord): record is Shape => SHAPE_KINDS.has(record.kind)
export const shapeOf = (record: ProjectRecord): Shape | null => (isShape(record) ? record : null)
export const isDrawn = (record: ProjectRecord): record is Drawn => isShape(record) && record.kind !== 'wall'

export const chainsOf = (shape: Shape, around: Surroundings): readonly Chain[] => kindOf(shape).chains(shape, around)
export const piecesOf = (shape: Shape, around: Surroundings): Piece[] =>
  chainsOf(shape, around).flatMap(({ pieces }) => pieces)
export const gripsOf = (shape: Shape, around: Surroundings): readonly Point[] => kindOf(shape).grips(shape, around)
export const mapped = <S extends Shape>(shape: S, map: Affine): S => kindOf(shape).mapped(shape, map)

/** Points that a dimension may follow. */
export function anchorsOf(shape: Shape, around: Surroundings): readonly Point[] {
  const kind = kindOf(shape)
  return (kind.anchors ?? kind.grips)(shape, around)
}

/** What a shape is drawn with: its own pen over its layer's. */
export function penOf(shape: Drawn, records: Surroundings['records']): Pen {
  const layer = layerOf(records, shape.layerId)
  return {
    color: shape.pen?.color ?? layer.color,
    line: shape.pen?.line ?? layer.line,
    weightMm: shape.pen?.weightMm ?? layer.weightMm,
  }
}
