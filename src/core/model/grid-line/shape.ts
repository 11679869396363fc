import { chainOf } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import { circle, segment } from '../../geometry/piece/piece'
import { add, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Lettering, ShapeKind } from '../shape'
import { type GridLine, gridLineSchema } from './schema'

/** Radius of the bubbles: 8 mm across on a plan of 1:100. */
const BUBBLE_MM = 400

/** Middles of the bubbles beyond its ends. */
function bubbles({ start, end }: GridLine): Point[] {
  const along = unit(subtract(end, start))
  if (!along) return []
  return [add(start, scale(along, -BUBBLE_MM)), add(end, scale(along, BUBBLE_MM))]
}

export const gridLineShape: ShapeKind<GridLine> = {
  schema: gridLineSchema,
  word: 'grid line',
  pen: { color: '#5a615c', line: 'chain', weightMm: 0.18 },
  caught: true,
  line: false,
  everyLevel: true,
  chains: (line) => [
    chainOf([segment(line.start, line.end)]),
    ...bubbles(line).map((at) => chainOf([circle(at, BUBBLE_MM)])),
  ],
  letters: (line) =>
    bubbles(line).map(
      (at): Lettering => ({
        text: line.name,
        at: { x: at.x, y: at.y - BUBBLE_MM * 0.35 },
        heightMm: BUBBLE_MM * 0.75,
        turnRad: 0,
        align: 'middle',
      }),
    ),
  grips: ({ start, end }) => [start, end],
  withGrip: (line, index, to) => (index === 0 ? { ...line, start: to } : { ...line, end: to }),
  byGrips: true,
  mapped: (line, map) => ({ ...line, start: apply(map, line.start), end: apply(map, line.end) }),
}
