import { chainOf } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import { circle, segment } from '../../geometry/piece/piece'
import { seenFrom } from '../../geometry/space'
import { add, distance, type Point, scale, subtract, unit } from '../../geometry/vector'
import { levelsOf, STOREY_MM, storeyHeightMm } from '../level/schema'
import type { ElementKind, Lettering, Surroundings } from '../shape'
import { type GridLine, gridLineSchema } from './schema'

/** Radius of the bubbles: 8 mm across on a plan of 1:100. */
const BUBBLE_MM = 400

/** Middles of the bubbles beyond its ends. */
function bubbles({ start, end }: GridLine): Point[] {
  const along = unit(subtract(end, start))
  if (!along) return []
  return [add(start, scale(along, -BUBBLE_MM)), add(end, scale(along, BUBBLE_MM))]
}

/** Lines reach so far beyond the lowest and the highest level. */
const BEYOND_MM = 1500

/** On an upright plane: where it crosses that, from beneath the lowest level to above the highest; null where it runs along it. */
function upright(
  line: GridLine,
  { frame, records }: Surroundings,
): { readonly foot: Point; readonly top: Point } | null {
  const [start, end] = [line.start, line.end].map((p) => seenFrom(frame, { ...p, z: 0 })) as [Seen, Seen]
  const across = end.asideMm - start.asideMm
  if (Math.abs(across) < 1e-6 * distance(line.start, line.end)) return null
  const x = start.x - (start.asideMm / across) * (end.x - start.x)
  const levels = levelsOf(records)
  const heights = levels.flatMap((level) => [level.elevationMm, level.elevationMm + storeyHeightMm(level, levels)])
  const low = Math.min(0, ...heights) - BEYOND_MM
  return { foot: { x, y: low }, top: { x, y: Math.max(STOREY_MM, ...heights) + BEYOND_MM } }
}

type Seen = ReturnType<typeof seenFrom>

/** Planes that lean no more than this from level are plans. */
const isPlan = ({ frame }: Surroundings): boolean => Math.abs(frame.out.z) > 0.999

/** Middles of the bubbles, on the plan or on an upright plane. */
function marksOf(line: GridLine, around: Surroundings): Point[] {
  if (isPlan(around)) return bubbles(line)
  const stood = upright(line, around)
  return stood ? [{ x: stood.top.x, y: stood.top.y + BUBBLE_MM }] : []
}

export const gridLineShape: ElementKind<GridLine> = {
  dxfLayer: () => 'S-GRID',
  printGroup: 'Grid',
  schema: gridLineSchema,
  word: 'grid line',
  pen: { color: '#5a615c', line: 'chain', weightMm: 0.18 },
  caught: true,
  line: false,
  everyLevel: true,
  depth: (line, around) => (isPlan(around) || upright(line, around) ? { from: 0, to: 0 } : null),
  chains: (line, around) => {
    const stood = isPlan(around) ? { foot: line.start, top: line.end } : upright(line, around)
    return [
      ...(stood ? [chainOf([segment(stood.foot, stood.top)])] : []),
      ...marksOf(line, around).map((at) => chainOf([circle(at, BUBBLE_MM)])),
    ]
  },
  letters: (line, around) =>
    marksOf(line, around).map(
      (at): Lettering => ({
        text: line.name,
        at: { x: at.x, y: at.y - BUBBLE_MM * 0.35 },
        heightMm: BUBBLE_MM * 0.75,
        turnRad: 0,
        align: 'middle',
      }),
    ),
  // It is moved on the plan alone.
  grips: ({ start, end }, around) => (isPlan(around) ? [start, end] : []),
  withGrip: (line, index, to) => (index === 0 ? { ...line, start: to } : { ...line, end: to }),
  byGrips: true,
  mapped: (line, map, around) =>
    around && !isPlan(around) ? line : { ...line, start: apply(map, line.start), end: apply(map, line.end) },
}
