import type { Point } from '../../geometry/vector'

/** What slants by more than this part of its length says something of both directions. */
const SLANTS = 0.25

/** How many spans run along the sheet, and how many up; those that slant count for both. */
export function directionsOf(
  spans: readonly { readonly from: Point; readonly to: Point }[],
): [along: number, up: number] {
  const turns = spans.map(({ from, to }) => Math.atan2(to.y - from.y, to.x - from.x))
  return [
    turns.filter((turn) => Math.abs(Math.cos(turn)) > SLANTS).length,
    turns.filter((turn) => Math.abs(Math.sin(turn)) > SLANTS).length,
  ]
}
