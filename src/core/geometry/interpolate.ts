import type { Cubic } from './bezier'
import { distance, type Point } from './vector'

/**
 * The smooth curve through points: a cubic spline with continuous curvature over chord lengths, straight at its ends
 * where no direction is given (natural spline; de Boor, A Practical Guide to Splines, chapter IV).
 */
export function interpolateCubics(given: readonly Point[]): Cubic[] {
  const points = given.filter((p, i) => i === 0 || distance(p, given[i - 1]!) > 0)
  if (points.length < 2) return []
  const spans = points.slice(1).map((p, i) => distance(points[i]!, p))
  const slopesX = slopes(
    points.map(({ x }) => x),
    spans,
  )
  const slopesY = slopes(
    points.map(({ y }) => y),
    spans,
  )
  return spans.map((span, i) => {
    const [start, end] = [points[i]!, points[i + 1]!]
    const third = span / 3
    return {
      start,
      pullStart: { x: start.x + slopesX[i]! * third, y: start.y + slopesY[i]! * third },
      pullEnd: { x: end.x - slopesX[i + 1]! * third, y: end.y - slopesY[i + 1]! * third },
      end,
    }
  })
}

/** Slopes at the knots of a natural cubic spline, by elimination of its tridiagonal system. */
function slopes(values: readonly number[], spans: readonly number[]): number[] {
  const last = values.length - 1
  const rise = spans.map((span, i) => (values[i + 1]! - values[i]!) / span)
  const lower = values.map((_, i) => (i === 0 ? 0 : i === last ? 1 : spans[i]!))
  const middle = values.map((_, i) => (i === 0 || i === last ? 2 : 2 * (spans[i - 1]! + spans[i]!)))
  const upper = values.map((_, i) => (i === 0 ? 1 : i === last ? 0 : spans[i - 1]!))
  const right = values.map((_, i) =>
    i === 0
      ? 3 * rise[0]!
      : i === last
        ? 3 * rise[last - 1]!
        : 3 * (spans[i]! * rise[i - 1]! + spans[i - 1]! * rise[i]!),
  )
  for (let i = 1; i <= last; i++) {
    const factor = lower[i]! / middle[i - 1]!
    middle[i]! -= factor * upper[i - 1]!
    right[i]! -= factor * right[i - 1]!
  }
  const solved = new Array<number>(last + 1)
  for (let i = last; i >= 0; i--) solved[i] = (right[i]! - (i < last ? upper[i]! * solved[i + 1]! : 0)) / middle[i]!
  return solved
}
