import type { Cubic } from '../../geometry/bezier'
import { add, distance, type Point, scale, subtract } from '../../geometry/vector'

/**
 * The smooth curve through points: a cubic spline with continuous curvature over chord lengths, its free ends unbent
 * (de Boor, A Practical Guide to Splines, ch. IV), as Bézier pieces.
 */
export function curveThrough(given: readonly Point[], closed: boolean): Cubic[] {
  const points = given.filter((p, i) => i === 0 || distance(p, given[i - 1]!) > 0)
  if (closed && points.length > 2 && distance(points[0]!, points.at(-1)!) === 0) points.pop()
  const count = points.length
  if (count < 2) return []
  if (count === 2) return [straight(points[0]!, points[1]!)]
  const slopes = closed ? closedSlopes(points) : openSlopes(points)
  const pieces = closed ? count : count - 1
  return Array.from({ length: pieces }, (_, i) => {
    const [a, b] = [points[i]!, points[(i + 1) % count]!]
    const third = distance(a, b) / 3
    return {
      start: a,
      pullStart: add(a, scale(slopes[i]!, third)),
      pullEnd: subtract(b, scale(slopes[(i + 1) % count]!, third)),
      end: b,
    }
  })
}

const straight = (a: Point, b: Point): Cubic => ({
  start: a,
  pullStart: add(scale(a, 2 / 3), scale(b, 1 / 3)),
  pullEnd: add(scale(a, 1 / 3), scale(b, 2 / 3)),
  end: b,
})

interface Row {
  below: number
  on: number
  above: number
  right: Point
}

/** Continuity of the second derivative at an inner point. */
function rowAt(before: Point, at: Point, after: Point): Row {
  const [h, k] = [distance(before, at), distance(at, after)]
  const right = add(scale(subtract(at, before), (3 * k) / h), scale(subtract(after, at), (3 * h) / k))
  return { below: k, on: 2 * (h + k), above: h, right }
}

function openSlopes(points: readonly Point[]): Point[] {
  const last = points.length - 1
  const chord = (i: number) => scale(subtract(points[i + 1]!, points[i]!), 3 / distance(points[i]!, points[i + 1]!))
  const rows = points.map((p, i): Row => {
    if (i === 0) return { below: 0, on: 2, above: 1, right: chord(0) }
    if (i === last) return { below: 1, on: 2, above: 0, right: chord(last - 1) }
    return rowAt(points[i - 1]!, p, points[i + 1]!)
  })
  return solve(rows)
}

/** A ring is opened far from its seam: three rounds of it make the middle one smooth to the last digit but a few. */
function closedSlopes(points: readonly Point[]): Point[] {
  const rounds = Math.max(3, Math.ceil(60 / points.length)) | 1
  const many = Array.from({ length: points.length * rounds + 1 }, (_, i) => points[i % points.length]!)
  const slopes = openSlopes(many)
  const from = points.length * ((rounds - 1) / 2)
  return slopes.slice(from, from + points.length)
}

/** Tridiagonal elimination. */
function solve(rows: Row[]): Point[] {
  for (let i = 1; i < rows.length; i++) {
    const factor = rows[i]!.below / rows[i - 1]!.on
    rows[i]!.on -= factor * rows[i - 1]!.above
    rows[i]!.right = subtract(rows[i]!.right, scale(rows[i - 1]!.right, factor))
  }
  const result: Point[] = new Array(rows.length)
  for (let i = rows.length - 1; i >= 0; i--) {
    const { on, above, right } = rows[i]!
    const next = result[i + 1]
    result[i] = scale(next ? subtract(right, scale(next, above)) : right, 1 / on)
  }
  return result
}
