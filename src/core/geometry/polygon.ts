import type { Point } from './vector'

/** Twice the area of a closed ring, positive where it runs anticlockwise. Measured from its first corner: sites lie far from their zero. */
export function doubleArea(ring: readonly Point[]): number {
  const { x, y } = ring[0] ?? { x: 0, y: 0 }
  let sum = 0
  for (let i = 1; i + 1 < ring.length; i++) {
    const a = ring[i]!
    const b = ring[i + 1]!
    sum += (a.x - x) * (b.y - y) - (b.x - x) * (a.y - y)
  }
  return sum
}

export const area = (ring: readonly Point[]): number => Math.abs(doubleArea(ring)) / 2

/** Whether `p` lies inside a closed ring (even-odd rule). */
export function isInside(ring: readonly Point[], p: Point): boolean {
  let inside = false
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i]!
    const b = ring[j]!
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside
  }
  return inside
}

/** The part of a ring where `side` is not negative (Sutherland and Hodgman 1974). */
function clipRing(ring: readonly Point[], side: (p: Point) => number): Point[] {
  return ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    const [s, t] = [side(a), side(b)]
    const kept = s >= 0 ? [a] : []
    if (s >= 0 === t >= 0 || !Number.isFinite(s - t)) return kept
    const u = s / (s - t)
    return [...kept, { x: a.x + (b.x - a.x) * u, y: a.y + (b.y - a.y) * u }]
  })
}

/** The part of a ring where a measure lies between two bounds. */
export const ringBetween = (
  ring: readonly Point[],
  measure: (p: Point) => number,
  low: number,
  high: number,
): Point[] =>
  clipRing(
    clipRing(ring, (p) => measure(p) - low),
    (p) => high - measure(p),
  )

/** Parts smaller than this are what rounding leaves. */
const SMALLEST_MM2 = 1

/** What of a ring lies on either side of two bounds of a measure. What is empty is left out: cut on, it would double. */
export const ringsBeside = (
  ring: readonly Point[],
  measure: (p: Point) => number,
  low: number,
  high: number,
): Point[][] =>
  [clipRing(ring, (p) => measure(p) - high), clipRing(ring, (p) => low - measure(p))].filter(
    (part) => part.length >= 3 && area(part) > SMALLEST_MM2,
  )

/** A ring run through anticlockwise. */
export const anticlockwise = (ring: readonly Point[]): readonly Point[] =>
  doubleArea(ring) < 0 ? [...ring].reverse() : ring
