import type { Point } from './vector'

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
