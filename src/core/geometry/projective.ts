import type { Affine } from './affine'
import type { Point } from './vector'

/** A plane projective map, rows of a 3 × 3 matrix: x' = (h0 x + h1 y + h2) / (h6 x + h7 y + h8), y' alike. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number]

export function project(map: Homography, { x, y }: Point): Point {
  const w = map[6] * x + map[7] * y + map[8]
  return { x: (map[0] * x + map[1] * y + map[2]) / w, y: (map[3] * x + map[4] * y + map[5]) / w }
}

/** The map that applies `first`, then `then`. */
export function composeProjective(first: Homography, then: Homography): Homography {
  const at = (row: number, column: number) =>
    then[3 * row]! * first[column]! + then[3 * row + 1]! * first[3 + column]! + then[3 * row + 2]! * first[6 + column]!
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)]
}

/** The map back, by the adjugate; scaled so that its last entry is 1 where it can be. */
export function invertProjective([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const adjugate = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ] as const
  const last = adjugate[8] || 1
  return homographyOf((i) => adjugate[i]! / last)
}

/** A homography by its nine numbers, row by row. */
export const homographyOf = (at: (index: number) => number): Homography => [
  at(0),
  at(1),
  at(2),
  at(3),
  at(4),
  at(5),
  at(6),
  at(7),
  at(8),
]

/** An affine map as a projective one. */
export const projectiveOf = ([a, b, c, d, e, f]: Affine): Homography => [a, c, e, b, d, f, 0, 0, 1]

/** Nought where the plane is flattened. */
export const determinantOf = ([a, b, c, d, e, f, g, h, i]: Homography): number =>
  a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
