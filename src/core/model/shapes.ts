import type { Chain } from '../draft/chain'
import type { Affine } from '../geometry/affine'
import type { Piece } from '../geometry/piece/piece'
import type { Frame } from '../geometry/space'
import type { Point } from '../geometry/vector'
import { BUILDING_SHAPES, type BuildingElement, isBuildingElement } from './building-shapes'
import type { Dimension } from './dimension/schema'
import { dimensionShape } from './dimension/shape'
import type { Insert } from './insert/schema'
import { insertShape } from './insert/shape'
import { layerOf } from './layer/schema'
import type { Pen } from './pen'
import type { PlainShape } from './plain-schemas'
import { PLAIN_SHAPES } from './plain-shapes'
import type { ProjectRecord } from './registry'
import type { ShapeKind, Surroundings } from './shape'
import { PLAN_FRAME } from './work-plane/frame'

/** Everything that is drawn on the plan. */
export type Shape = PlainShape | Dimension | Insert | BuildingElement

/** Plain linework: what lies on layers of its own. */
export type Drawn = Exclude<Shape, BuildingElement>

type Shapes = { [K in Shape['kind']]: ShapeKind<Extract<Shape, { kind: K }>> }

const KINDS: Shapes = { ...PLAIN_SHAPES, ...BUILDING_SHAPES, dimension: dimensionShape, insert: insertShape }

export const kindOf = <S extends Shape>(shape: S): ShapeKind<S> => KINDS[shape.kind] as unknown as ShapeKind<S>

export const isShape = (record: ProjectRecord): record is Shape => record.kind in KINDS
export const isDrawn = (record: ProjectRecord): record is Drawn => isShape(record) && !isBuildingElement(record)

export const chainsOf = (shape: Shape, around: Surroundings): readonly Chain[] => kindOf(shape).chains(shape, around)
export const piecesOf = (shape: Shape, around: Surroundings): Piece[] =>
  chainsOf(shape, around).flatMap(({ pieces }) => pieces)
export const gripsOf = (shape: Shape, around: Surroundings): readonly Point[] => kindOf(shape).grips(shape, around)
export const mapped = <S extends Shape>(shape: S, map: Affine, around?: Surroundings): S =>
  kindOf(shape).mapped(shape, map, around)

/** Points that a dimension may follow. */
export function anchorsOf(shape: Shape, around: Surroundings): readonly Point[] {
  const kind = kindOf(shape)
  return (kind.anchors ?? kind.grips)(shape, around)
}

const PLAIN_PEN: Pen = { color: '#1f2a2b', line: 'full', weightMm: 0.25 }

/** What a shape is drawn with: its own pen over its layer's. */
export function penOf(shape: Shape, records: Surroundings['records']): Pen {
  if (!isDrawn(shape)) return kindOf(shape).pen ?? PLAIN_PEN
  const layer = layerOf(records, shape.layerId)
  return {
    color: shape.pen?.color ?? layer.color,
    line: shape.pen?.line ?? layer.line,
    weightMm: shape.pen?.weightMm ?? layer.weightMm,
  }
}

/** What shapes may look at, of a project. @param frame the plane that is looked at */
export function surroundingsOf(
  records: Surroundings['records'],
  display: Surroundings['display'],
  frame: Frame = PLAN_FRAME,
): Surroundings {
  const around: Surroundings = {
    records,
    display,
    frame,
    anchor: (id, index) => {
      const record = records.get(id)
      return (record && isShape(record) && anchorsOf(record, around)[index]) || null
    },
  }
  return around
}
