import { cross, dot, subtract } from '../../geometry/vector'
import { totalOf } from '../intervals'
import type { BoardLines } from './board-lines'
import { type Judged, stripOf } from './judge'
import { endsIn, REACH_MM, type Strip } from './network'
import { centreAt, isLoose, placeOn, type Run, SHORTEST_MM } from './runs'

/** Sines below this: runs that go the same way. */
const PARALLEL = 0.1

/**
 * Runs without what stands out past their last corner with nothing at its end: lines of dimensions often run on in both
 * faces of a wall, with the same pen.
 * @param sure runs that are walls
 */
export function withoutOverhangs(sheet: BoardLines, sure: readonly Judged[]): Judged[] {
  const strips = sure.map(({ run }) => stripOf(run))
  return sure.map((judged, i) => {
    const others = strips.filter((_, k) => k !== i)
    const run = cut(sheet, cut(sheet, judged.run, others, -1), others, 1)
    return run === judged.run ? judged : { ...judged, run }
  })
}

function cut(sheet: BoardLines, run: Run, others: readonly Strip[], way: 1 | -1): Run {
  const end = way > 0 ? run.to : run.from
  if (!isLoose(sheet, run, end, way)) return run
  const strip = stripOf(run)
  const p = way > 0 ? strip.end : strip.start
  if (others.some((other) => endsIn(p, other, strip.thicknessMm))) return run
  const crossings = others.flatMap((other) => farSideOf(run, other, way))
  if (crossings.length === 0) return run
  const last = way > 0 ? Math.max(...crossings) : Math.min(...crossings)
  const [from, to] = way > 0 ? [run.from, last] : [last, run.to]
  const within = ([a, b]: readonly [number, number]) => [Math.max(a, from), Math.min(b, to)] as const
  const paired = run.paired.map(within).filter(([a, b]) => b > a)
  if (totalOf(paired) < SHORTEST_MM) return run
  return { ...run, from, to, paired, openings: run.openings.filter(([a, b]) => a >= from && b <= to) }
}

/** Where a wall that crosses a run, or ends at it, leaves it again, seen along the run's way. */
function farSideOf(run: Run, { start, end, thicknessMm }: Strip, way: 1 | -1): number[] {
  const { direction, right, left, from, to } = run
  const { u, v } = direction
  const span = subtract(end, start)
  const size = Math.hypot(span.x, span.y)
  const sine = cross(u, span) / size
  if (Math.abs(sine) < PARALLEL) return []
  const centre = centreAt(run, (from + to) / 2)
  const origin = placeOn(direction, 0, centre)
  // How far along the other one's line the crossing is, and along this one's.
  const t = (centre - dot(start, v)) / (dot(span, v) || 1)
  const reach = (left.asideMm - right.asideMm) / 2 + REACH_MM
  if (t < -reach / size || t > 1 + reach / size) return []
  const at = dot(subtract({ x: start.x + span.x * t, y: start.y + span.y * t }, origin), u)
  const side = at + (way * thicknessMm) / 2 / Math.abs(sine)
  return side > from && side < to ? [side] : []
}
