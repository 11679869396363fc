import type { Cubic } from '../../../geometry/bezier'
import { add, distance, type Point, point, scale, subtract } from '../../../geometry/vector'

/** A B-spline as DXF holds it, rational where weights differ from one. */
export interface BSpline {
  readonly degree: number
  readonly knots: readonly number[]
  readonly points: readonly Point[]
  /** One for each point; all alike for a plain spline. */
  readonly weights: readonly number[]
}

/** Pieces of a span of a spline that has no exact cubic form. */
const PIECES = 8

/**
 * A spline as cubic Béziers. Exact for plain splines up to degree three (knot insertion: Boehm 1980);
 * others by cubics that share ends and tangents with it, eight to a span.
 * @returns nothing where its knots and points do not go together
 */
export function splineCurves(spline: BSpline): Cubic[] {
  const { degree, knots, points, weights } = spline
  if (degree < 1 || degree > 11 || points.length <= degree || knots.length !== points.length + degree + 1) return []
  if (knots.some((knot, i) => i > 0 && knot < knots[i - 1]!)) return []
  const plain = weights.every((weight) => Math.abs(weight - weights[0]!) < 1e-12)
  return plain && degree <= 3 ? exact(spline) : hermite(spline)
}

function exact({ degree, knots, points }: BSpline): Cubic[] {
  let u = [...knots]
  let p = [...points]
  const inner = [...new Set(u.slice(degree, p.length + 1))]
  for (const knot of inner)
    for (let times = u.filter((each) => each === knot).length; times < degree; times++)
      [u, p] = insertKnot(u, p, degree, knot)
  const curves: Cubic[] = []
  // Every knot now stands `degree` times: the points from one to the next are a Bézier's.
  for (let span = degree; span < p.length; span++) {
    if (u[span]! >= u[span + 1]!) continue
    curves.push(elevated(p.slice(span - degree, span + 1)))
  }
  return curves.filter(({ start, end, pullStart, pullEnd }) =>
    [start, end, pullStart, pullEnd].every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y)),
  )
}

function insertKnot(u: readonly number[], p: readonly Point[], degree: number, knot: number): [number[], Point[]] {
  let k = u.findLastIndex((each) => each <= knot)
  k = Math.min(k, p.length - 1)
  const next: Point[] = []
  for (let i = 0; i <= p.length; i++) {
    if (i <= k - degree) next.push(p[i]!)
    else if (i > k) next.push(p[i - 1]!)
    else {
      const span = u[i + degree]! - u[i]!
      const t = span === 0 ? 0 : (knot - u[i]!) / span
      next.push(add(scale(p[i - 1]!, 1 - t), scale(p[i]!, t)))
    }
  }
  return [[...u.slice(0, k + 1), knot, ...u.slice(k + 1)], next]
}

/** A Bézier of degree one to three as a cubic. */
function elevated(p: readonly Point[]): Cubic {
  const [a, b, c, d] = p as [Point, Point, Point, Point]
  if (p.length === 4) return { start: a, pullStart: b, pullEnd: c, end: d }
  const between = (from: Point, to: Point, t: number) => add(scale(from, 1 - t), scale(to, t))
  if (p.length === 3) return { start: a, pullStart: between(a, b, 2 / 3), pullEnd: between(c, b, 2 / 3), end: c }
  return { start: a, pullStart: between(a, b, 1 / 3), pullEnd: between(a, b, 2 / 3), end: b }
}

function hermite(spline: BSpline): Cubic[] {
  const { degree, knots, points } = spline
  const spans = [...new Set(knots.slice(degree, points.length + 1))]
  const stops = spans.slice(1).flatMap((to, i) => {
    const from = spans[i]!
    return Array.from({ length: PIECES }, (_, k) => from + ((to - from) * k) / PIECES)
  })
  stops.push(spans.at(-1)!)
  const step = 1e-6 * (spans.at(-1)! - spans[0]!)
  const curves: Cubic[] = []
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i]!, stops[i + 1]!]
    const [start, end] = [at(spline, from), at(spline, to)]
    const slope = (t: number, by: number) => scale(subtract(at(spline, t + by), at(spline, t)), 1 / by)
    const third = (to - from) / 3
    const pullStart = add(start, scale(slope(from, step), third))
    const pullEnd = subtract(end, scale(slope(to, -step), third))
    if ([start, end, pullStart, pullEnd].every(({ x, y }) => Number.isFinite(x + y)) && distance(start, end) > 0)
      curves.push({ start, pullStart, pullEnd, end })
  }
  return curves
}

/** The point of a spline at a parameter (de Boor, on weighted points). */
function at({ degree, knots, points, weights }: BSpline, t: number): Point {
  let k = degree
  while (k < points.length - 1 && t >= knots[k + 1]!) k++
  const d = Array.from({ length: degree + 1 }, (_, j) => {
    const i = j + k - degree
    const w = weights[i]!
    return [points[i]!.x * w, points[i]!.y * w, w] as [number, number, number]
  })
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const i = j + k - degree
      const span = knots[i + degree - r + 1]! - knots[i]!
      const part = span === 0 ? 0 : (t - knots[i]!) / span
      d[j] = d[j]!.map((value, n) => d[j - 1]![n]! * (1 - part) + value * part) as [number, number, number]
    }
  const [x, y, w] = d[degree]!
  return point(x / w, y / w)
}
