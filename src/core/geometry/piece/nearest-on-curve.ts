import { rootsOf, scalarProduct } from '../bernstein'
import { type Cubic, cubicAt } from '../bezier'
import { add, distance, type Point, scale, subtract } from '../vector'
import { type EllipseArc, placeAt } from './piece'

// The way from a point to the nearest place of a curve stands square to it, or leads to an end. Where it stands square
// a polynomial has its roots; all of them are looked at.

/** The parameter (0 to 1) of the place of a cubic that is nearest to `p`. */
export function nearestOnCubic(curve: Cubic, p: Point): number {
  const points = [curve.start, curve.pullStart, curve.pullEnd, curve.end]
  const away = points.map((each) => subtract(each, p))
  const slope = [0, 1, 2].map((i) => subtract(points[i + 1]!, points[i]!))
  return nearestOf([0, ...rootsOf(scalarProduct(away, slope)), 1], (t) => distance(cubicAt(curve, t), p))
}

/** The parameter (0 to 1) of the place of a piece of an ellipse that is nearest to `p`. */
export function nearestOnEllipse(piece: EllipseArc, p: Point): number {
  const { center, u, v, fromRad, sweepRad } = piece
  const parts = Math.max(1, Math.ceil(Math.abs(sweepRad) / (Math.PI / 2)))
  const partRad = sweepRad / parts
  const fromCenter = subtract(center, p)
  // Seen from the centre: far from the origin that keeps its digits.
  const along = (angle: number) => add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)))
  const found: number[] = [0, 1]
  for (let part = 0; part < parts; part++) {
    // With w = tan(φ/2), φ from 0 over the part: cos φ = (1 − w²) / (1 + w²), sin φ = 2 w / (1 + w²).
    const start = along(fromRad + part * partRad)
    const ahead = along(fromRad + part * partRad + Math.PI / 2)
    const most = Math.tan(partRad / 2)
    const away = overRange(add(fromCenter, start), scale(ahead, 2), subtract(fromCenter, start), most)
    const slope = overRange(ahead, scale(start, -2), scale(ahead, -1), most)
    if (part > 0) found.push(part / parts)
    for (const root of rootsOf(scalarProduct(away, slope)))
      found.push((part + (2 * Math.atan(root * most)) / partRad) / parts)
  }
  return nearestOf(found, (t) => distance(placeAt(piece, t), p))
}

/** The Bernstein coefficients of a + b w + c w² for w from 0 to `most`. */
const overRange = (a: Point, b: Point, c: Point, most: number): Point[] => [
  a,
  add(a, scale(b, most / 2)),
  add(a, add(scale(b, most), scale(c, most * most))),
]

function nearestOf(parameters: readonly number[], away: (t: number) => number): number {
  let best = 0
  let least = Infinity
  for (const t of parameters) {
    const reach = away(t)
    if (reach >= least) continue
    best = t
    least = reach
  }
  return best
}
