import { orient2d } from 'robust-predicates'
import { along, cross, dot, type Point, subtract } from './vector'

/**
 * Where the lines through `a`–`b` and `c`–`d` meet.
 * @returns the parameters along each (0 at its first point, 1 at its second), or null where they run parallel
 */
export function lineCrossing(a: Point, b: Point, c: Point, d: Point): { t: number; u: number } | null {
  const r = subtract(b, a)
  const s = subtract(d, c)
  const denominator = cross(r, s)
  if (denominator === 0) return null
  const between = subtract(c, a)
  const t = cross(between, s) / denominator
  const u = cross(between, r) / denominator
  return Number.isFinite(t) && Number.isFinite(u) ? { t, u } : null
}

/**
 * Where the line through `p` along `u` meets the one through `q` along `v`. Far from the origin this is exact
 * where two points on each line would not be.
 * @returns how far along `u`, in lengths of it; not finite where they run parallel
 */
export const meetsLineAt = (p: Point, u: Point, q: Point, v: Point): number => cross(subtract(q, p), v) / cross(u, v)

/** Where two segments cross or touch in one point; null where they do not or overlap. The decision is robust, the point is rounded. */
export function segmentCrossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const abc = orient2d(a.x, a.y, b.x, b.y, c.x, c.y)
  const abd = orient2d(a.x, a.y, b.x, b.y, d.x, d.y)
  if (abc === 0 && abd === 0) return null
  if (abc > 0 === abd > 0 && abc !== 0 && abd !== 0) return null
  const cda = orient2d(c.x, c.y, d.x, d.y, a.x, a.y)
  const cdb = orient2d(c.x, c.y, d.x, d.y, b.x, b.y)
  if (cda > 0 === cdb > 0 && cda !== 0 && cdb !== 0) return null
  if (abc === 0) return c
  if (abd === 0) return d
  const hit = lineCrossing(a, b, c, d)
  return hit && along(a, b, Math.min(1, Math.max(0, hit.t)))
}

/** The parameter (0 to 1) of the point of segment `a`–`b` that is nearest to `p`. */
export function nearestOnSegment(a: Point, b: Point, p: Point): number {
  const r = subtract(b, a)
  const size = dot(r, r)
  if (size === 0) return 0
  return Math.min(1, Math.max(0, dot(subtract(p, a), r) / size))
}
