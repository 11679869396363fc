import { distanceTo } from '../geometry/piece/measure'
import { segment } from '../geometry/piece/piece'
import { add, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import { type LineFinder, type WallRun, wallRunAt } from './wall-run'

/** So many walls are taken in one go at most. */
const MOST = 200
/** How far into a next wall it is looked for, beyond the thickness of this one. */
const INTO_MM = 300
/** Directions in which a wall may go on from an end, against its own. */
const TURNS_RAD = [0, 1, 2, 3, 4, 5, 6, 7].map((eighth) => (eighth * Math.PI) / 4)
/** A wall and what it goes on into are at most so different in thickness. */
const UNLIKE = 4

/** How far a place lies from the centre line of a run. */
const offRun = ({ start, end }: WallRun, p: Point): number => distanceTo(segment(start, end), p)

/** Whether two runs are one wall, read from two places. */
const isOne = (a: WallRun, b: WallRun): boolean => {
  const slack = Math.min(a.thicknessMm, b.thicknessMm) / 2
  return offRun(a, b.start) < slack && offRun(a, b.end) < slack
}

/** The place in the middle of the wall that might go on from an end of a run, in a direction. */
function probes({ start, end, thicknessMm }: WallRun): { readonly from: Point; readonly at: Point }[] {
  const u = unit(subtract(end, start))
  if (!u) return []
  const reach = thicknessMm / 2 + INTO_MM
  return [start, end].flatMap((from) =>
    TURNS_RAD.map((turn) => {
      const direction = add(scale(u, Math.cos(turn)), scale(leftOf(u), Math.sin(turn)))
      return { from, at: add(from, scale(direction, reach)) }
    }),
  )
}

/** All walls that a sheet shows to hang together with one, end to end: that one first. */
export function connectedRuns(first: WallRun, lines: LineFinder): WallRun[] {
  const found = [first]
  // A list that grows while it is walked is walked to its end.
  for (const run of found) {
    for (const { from, at } of probes(run)) {
      if (found.length >= MOST) return found
      if (found.some((each) => offRun(each, at) < each.thicknessMm / 2)) continue
      const next = wallRunAt(at, lines)
      if (!next || found.some((each) => isOne(each, next) || isOne(next, each))) continue
      const [thin, thick] = [next.thicknessMm, run.thicknessMm].sort((a, b) => a - b) as [number, number]
      if (thick > thin * UNLIKE || offRun(next, from) > thick) continue
      found.push(next)
    }
  }
  return found
}
