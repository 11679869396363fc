import { along, type Point, point } from './vector'

/** A cubic Bézier curve: its ends and the two points that pull it. */
export interface Cubic {
  readonly start: Point
  readonly pullStart: Point
  readonly pullEnd: Point
  readonly end: Point
}

export function cubicAt({ start, pullStart, pullEnd, end }: Cubic, t: number): Point {
  const s = 1 - t
  const w0 = s * s * s
  const w1 = 3 * s * s * t
  const w2 = 3 * s * t * t
  const w3 = t * t * t
  return point(
    w0 * start.x + w1 * pullStart.x + w2 * pullEnd.x + w3 * end.x,
    w0 * start.y + w1 * pullStart.y + w2 * pullEnd.y + w3 * end.y,
  )
}

/** The part of a curve between two parameters (de Casteljau). */
export function cubicBetween(curve: Cubic, from: number, to: number): Cubic {
  const [, right] = splitCubic(curve, from)
  return from >= 1 ? right : splitCubic(right, (to - from) / (1 - from))[0]
}

export function splitCubic(curve: Cubic, t: number): [Cubic, Cubic] {
  const a = along(curve.start, curve.pullStart, t)
  const b = along(curve.pullStart, curve.pullEnd, t)
  const c = along(curve.pullEnd, curve.end, t)
  const ab = along(a, b, t)
  const bc = along(b, c, t)
  const middle = along(ab, bc, t)
  return [
    { start: curve.start, pullStart: a, pullEnd: ab, end: middle },
    { start: middle, pullStart: bc, pullEnd: c, end: curve.end },
  ]
}

/**
 * Points along a curve whose chords leave it by no more than `tolerance`.
 * The count follows from the bound on the second derivative (Wang's formula).
 */
export function flattenCubic(curve: Cubic, tolerance: number): Point[] {
  const bend = Math.max(
    Math.hypot(
      curve.start.x - 2 * curve.pullStart.x + curve.pullEnd.x,
      curve.start.y - 2 * curve.pullStart.y + curve.pullEnd.y,
    ),
    Math.hypot(
      curve.pullStart.x - 2 * curve.pullEnd.x + curve.end.x,
      curve.pullStart.y - 2 * curve.pullEnd.y + curve.end.y,
    ),
  )
  const pieces = Math.min(256, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))))
  return Array.from({ length: pieces + 1 }, (_, i) => cubicAt(curve, i / pieces))
}

/** A cubic whose points are all taken by a map; exact for affine ones. */
export const mapCubic = ({ start, pullStart, pullEnd, end }: Cubic, to: (p: Point) => Point): Cubic => ({
  start: to(start),
  pullStart: to(pullStart),
  pullEnd: to(pullEnd),
  end: to(end),
})
