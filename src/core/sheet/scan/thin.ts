import { aroundIn, neighbourBits } from './neighbours'

/** By the eight neighbours as bits: whether a pixel of ink may go in the first (1) and in the second (2) half of a pass. */
const TAKEN = Uint8Array.from({ length: 256 }, (_, bits) => {
  const ink = (k: number): number => (bits >> (k & 7)) & 1
  let [count, turns] = [0, 0]
  for (let k = 0; k < 8; k++) {
    count += ink(k)
    if (!ink(k) && ink(k + 1)) turns++
  }
  if (count < 2 || count > 6 || turns !== 1) return 0
  const [north, east, south, west] = [ink(0), ink(2), ink(4), ink(6)]
  const first = !(north && east && south) && !(east && south && west)
  const second = !(north && east && west) && !(north && south && west)
  return (first ? 1 : 0) | (second ? 2 : 0)
})

/**
 * Thins ink to lines one pixel wide along its middle (Zhang and Suen, Communications of the ACM 27, 1984).
 * @param mask 1 for ink, none on its outermost pixels; changed
 * @returns the pixels that are left
 */
export function thin(mask: Uint8Array, width: number): Int32Array {
  const around = aroundIn(width)
  let left: Int32Array = pixelsOf(mask)
  for (let changed = true; changed; ) {
    changed = false
    for (const half of [1, 2]) {
      const gone: number[] = []
      for (const at of left) if (mask[at] && TAKEN[neighbourBits(mask, at, around)]! & half) gone.push(at)
      for (const at of gone) mask[at] = 0
      if (gone.length > 0) changed = true
    }
    if (changed) left = left.filter((at) => mask[at] === 1)
  }
  return left
}

function pixelsOf(mask: Uint8Array): Int32Array {
  let count = 0
  for (let at = 0; at < mask.length; at++) count += mask[at]!
  const pixels = new Int32Array(count)
  let next = 0
  for (let at = 0; at < mask.length; at++) if (mask[at]) pixels[next++] = at
  return pixels
}
