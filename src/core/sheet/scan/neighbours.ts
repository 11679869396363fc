/** Offsets of a pixel's eight neighbours, around it from above. */
export const aroundIn = (width: number): readonly number[] => [
  -width,
  1 - width,
  1,
  1 + width,
  width,
  width - 1,
  -1,
  -1 - width,
]

/** Which neighbours of a pixel are set, as bits in the order of `around`. @param mask 1 where set */
export function neighbourBits(mask: Uint8Array, at: number, around: readonly number[]): number {
  let bits = 0
  for (let k = 0; k < 8; k++) bits |= mask[at + around[k]!]! << k
  return bits
}
