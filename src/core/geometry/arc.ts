import type { Cubic } from './bezier'
import type { Point } from './vector'

/**
 * An elliptical arc as cubic Béziers of a quarter turn at most: the radius is off by no more than 3 parts in 10,000 of itself
 * (the usual pull of 4/3 tan(angle/4)).
 * @param u and `v` half axes: the arc runs through centre + u cos t + v sin t
 * @param fromRad and `sweepRad`: parameters; a positive sweep runs from `u` towards `v`
 */
export function arcCurves(center: Point, u: Point, v: Point, fromRad: number, sweepRad: number): Cubic[] {
  const pieces = Math.max(1, Math.ceil(Math.abs(sweepRad) / (Math.PI / 2) - 1e-9))
  const step = sweepRad / pieces
  const pull = (4 / 3) * Math.tan(step / 4)
  const at = (x: number, y: number): Point => ({
    x: center.x + u.x * x + v.x * y,
    y: center.y + u.y * x + v.y * y,
  })
  return Array.from({ length: pieces }, (_, i) => {
    const a = fromRad + i * step
    const b = a + step
    const [cosA, sinA, cosB, sinB] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)]
    return {
      start: at(cosA, sinA),
      pullStart: at(cosA - pull * sinA, sinA + pull * cosA),
      pullEnd: at(cosB + pull * sinB, sinB - pull * cosB),
      end: at(cosB, sinB),
    }
  })
}
