/** Distances beyond this are all the same. */
const FARTHEST = 255

/**
 * How many steps (also slanting ones) each pixel of ink lies from the nearest that is none; 0 where there is no ink.
 * Two passes (Rosenfeld and Pfaltz, Journal of the ACM 13, 1966).
 * @param mask 1 for ink, none on its outermost pixels
 */
export function stepsToPaper(mask: Uint8Array, width: number): Uint8Array {
  const steps = new Uint8Array(mask.length)
  for (let at = 0; at < mask.length; at++)
    if (mask[at]) {
      const least = Math.min(steps[at - width - 1]!, steps[at - width]!, steps[at - width + 1]!, steps[at - 1]!)
      steps[at] = Math.min(FARTHEST, least + 1)
    }
  for (let at = mask.length - 1; at >= 0; at--)
    if (mask[at]) {
      const least = Math.min(steps[at + width + 1]!, steps[at + width]!, steps[at + width - 1]!, steps[at + 1]!)
      steps[at] = Math.min(steps[at]!, least + 1)
    }
  return steps
}
