import { type Point, subtract } from './vector'

/** x' = a x + c y + e, y' = b x + d y + f, in the order that PDF writes it (ISO 32000-2, 8.3.3). */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0]

/** The map that applies `first`, then `then`. */
export function compose(first: Affine, then: Affine): Affine {
  return [
    first[0] * then[0] + first[1] * then[2],
    first[0] * then[1] + first[1] * then[3],
    first[2] * then[0] + first[3] * then[2],
    first[2] * then[1] + first[3] * then[3],
    first[4] * then[0] + first[5] * then[2] + then[4],
    first[4] * then[1] + first[5] * then[3] + then[5],
  ]
}

export function apply(map: Affine, p: Point): Point {
  return { x: map[0] * p.x + map[2] * p.y + map[4], y: map[1] * p.x + map[3] * p.y + map[5] }
}

/** @returns the map back, or null where `map` flattens the plane */
export function invert(map: Affine): Affine | null {
  const [a, b, c, d, e, f] = map
  const determinant = a * d - b * c
  if (determinant === 0 || !Number.isFinite(determinant)) return null
  return [
    d / determinant,
    -b / determinant,
    -c / determinant,
    a / determinant,
    (c * f - d * e) / determinant,
    (b * e - a * f) / determinant,
  ]
}

/** The factor by which lengths grow on average: the square root of the area factor. */
export const lengthFactor = (map: Affine): number => Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))

/** Moves by a vector. */
export const movedBy = ({ x, y }: Point): Affine => [1, 0, 0, 1, x, y]

/** About a point that stays: the map given about the origin. */
function about(center: Point, [a, b, c, d]: readonly [number, number, number, number]): Affine {
  return [a, b, c, d, center.x - a * center.x - c * center.y, center.y - b * center.x - d * center.y]
}

/** Turns about a point, anticlockwise. */
export function turnedAbout(center: Point, byRad: number): Affine {
  const [cos, sin] = [Math.cos(byRad), Math.sin(byRad)]
  return about(center, [cos, sin, -sin, cos])
}

export const scaledAbout = (center: Point, factor: number): Affine => about(center, [factor, 0, 0, factor])

/**
 * Lays one pair of points onto another: the first point exactly, the second exactly as well where it may scale, else in
 * its direction. Null where two points of a pair lie on one another.
 */
export function ontoPair(
  [a, b]: readonly [Point, Point],
  [to, end]: readonly [Point, Point],
  scales: boolean,
): Affine | null {
  const [from, wanted] = [subtract(b, a), subtract(end, to)]
  const [size, wantedSize] = [Math.hypot(from.x, from.y), Math.hypot(wanted.x, wanted.y)]
  if (size === 0 || wantedSize === 0) return null
  const factor = scales ? wantedSize / size : 1
  // The turn by complex division: exact where the directions are.
  const cos = (factor * (from.x * wanted.x + from.y * wanted.y)) / (size * wantedSize)
  const sin = (factor * (from.x * wanted.y - from.y * wanted.x)) / (size * wantedSize)
  return [cos, sin, -sin, cos, to.x - cos * a.x + sin * a.y, to.y - sin * a.x - cos * a.y]
}

/** Mirrors at the line through two points. */
export function mirroredIn(a: Point, b: Point): Affine {
  const twice = 2 * Math.atan2(b.y - a.y, b.x - a.x)
  return about(a, [Math.cos(twice), Math.sin(twice), Math.sin(twice), -Math.cos(twice)])
}
