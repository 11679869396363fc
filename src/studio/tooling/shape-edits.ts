import type { Chain } from '@/core/draft/chain'
import type { Affine } from '@/core/geometry/affine'
import { bulgeOf, endOf, startOf } from '@/core/geometry/piece/piece'
import type { Dimension } from '@/core/model/dimension/schema'
import { belongingsOf } from '@/core/model/hosts'
import { placeOpening, whyNotFit } from '@/core/model/opening/place'
import type { Opening } from '@/core/model/opening/schema'
import type { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import { isDrawn, isShape, kindOf, mapped, type Shape } from '@/core/model/shapes'
import { shapesOfChain } from '@/core/model/shapes-of-chain'
import { alongOf } from '@/core/model/wall/line'
import type { Wall } from '@/core/model/wall/schema'
import type { After, ProjectEdit, ToolContext } from '@/studio/kernel/tool'

type Records = ReadonlyMap<string, ProjectRecord>

/** The picked shapes that may be changed. */
export function pickedShapes({ records, selection, plan }: ToolContext): Shape[] {
  return selection.flatMap((id) => {
    const record = records.get(id)
    const planned = plan.shapes.get(id)
    return record && isShape(record) && planned && plan.isFree(planned) ? [record] : []
  })
}

/** Images of shapes. Dimensions among them follow the elements that come along, and stay with those that don't. */
export function mappedShapes(shapes: readonly Shape[], map: Affine, { around }: Plan): Shape[] {
  const ids = new Set(shapes.map(({ id }) => id))
  return shapes.map((shape) => {
    const image = mapped(shape, map, around)
    if (shape.kind !== 'dimension' || image.kind !== 'dimension') return image
    return { ...image, anchors: image.anchors.map((anchor, i) => followed(anchor, shape, i, ids)) }
  })
}

function followed(anchor: Dimension['anchors'][number], shape: Dimension, i: number, ids: ReadonlySet<string>) {
  const former = shape.anchors[i]!
  return former.on && ids.has(former.on.id) ? { ...anchor, on: former.on } : anchor
}

/** Shapes together with what belongs to them. */
export function withBelongings(shapes: readonly Shape[], records: Records): Shape[] {
  const belonging = belongingsOf(
    shapes.map(({ id }) => id),
    records,
  ).flatMap((id) => {
    const record = records.get(id)
    return record && isShape(record) ? [record] : []
  })
  return [...shapes, ...belonging]
}

/** Copies with new ids; what refers to others among them refers to their copies. */
export function copies(
  picked: readonly Shape[],
  map: Affine,
  { records, plan }: Pick<ToolContext, 'records' | 'plan'>,
): Shape[] {
  const shapes = withBelongings(picked, records)
  const renamed = new Map(shapes.map(({ id }) => [id, crypto.randomUUID()]))
  const idOf = (id: string) => renamed.get(id) ?? id
  return mappedShapes(shapes, map, plan).map((shape) => {
    const copy = { ...shape, id: idOf(shape.id) }
    return kindOf(copy).renamed?.(copy, idOf) ?? copy
  })
}

/** What puts chains in the place of a shape: the first keeps its id, so that dimensions go on following it. */
export function replaced(shape: Shape, chains: readonly Chain[], records: Records): After[] {
  if (shape.kind === 'wall') return replacedWall(shape, chains, records)
  if (!isDrawn(shape)) return []
  let first = true
  const idOf = () => {
    const id = first ? shape.id : crypto.randomUUID()
    first = false
    return id
  }
  const base = {
    layerId: shape.layerId,
    planeId: shape.planeId,
    pen: shape.pen,
    ...(shape.tracedFrom && { tracedFrom: shape.tracedFrom }),
  }
  const made = chains.flatMap((chain) => shapesOfChain(chain, base, idOf))
  return made.length > 0 ? made.map((after) => ({ id: after.id, after })) : [{ id: shape.id, after: null }]
}

function replacedWall(wall: Extract<Shape, { kind: 'wall' }>, chains: readonly Chain[], records: Records): After[] {
  const parts = chains.flatMap(({ pieces }) =>
    pieces.flatMap((piece) => (piece.kind === 'segment' || piece.kind === 'arc' ? [piece] : [])),
  )
  const openings = withBelongings([wall], records).filter((shape) => shape.kind === 'opening')
  const { bulge: _, ...plain } = wall
  const made = parts.map((piece, i): Wall => {
    const id = i === 0 ? wall.id : crypto.randomUUID()
    const round = piece.kind === 'arc' && { bulge: bulgeOf(piece) }
    return { ...plain, id, start: startOf(piece), end: endOf(piece), ...round }
  })
  if (made.length === 0) return [wall, ...openings].map(({ id }) => ({ id, after: null }))
  return [...made.map((after) => ({ id: after.id, after })), ...openings.map((each) => handedOn(each, wall, made))]
}

/** An opening goes with the part of its wall that it lies in whole; it goes where there is none. */
export function handedOn(opening: Opening, wall: Wall, parts: readonly Wall[]): After {
  const middle = placeOpening(wall, opening)?.middle
  for (const part of parts) {
    if (!middle) break
    const alongMm = alongOf(part, middle)
    const moved = { ...opening, wallId: part.id, alongMm }
    if (!whyNotFit(part, Infinity, moved, [])) return { id: opening.id, after: moved }
  }
  return { id: opening.id, after: null }
}

/** Whether a shape is a line that can be cut, joined and lengthened. */
export const isLine = (shape: Shape): boolean => kindOf(shape).line

/** Takes shapes away, with all that belongs to them, named by what they are. */
export function removal(shapes: readonly Shape[], records: Records): ProjectEdit {
  const words = new Set(shapes.map((shape) => kindOf(shape).word))
  const [word] = words
  const plural = words.size > 1 ? 'lines' : word === 'hatch' ? 'hatches' : word === 'text' ? 'texts' : `${word}s`
  return {
    label: `Delete ${shapes.length === 1 ? word : plural}`,
    edits: withBelongings(shapes, records).map(({ id }) => ({ id, after: null })),
  }
}
