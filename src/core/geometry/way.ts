import type { Point } from './vector'

/** A part of the other direction from which on a shift is told as slanted. */
const SLANTED = 0.25

/** Where something went, as one sees it on a page or a plan, y up: `to the left`, `up`, `down and to the right`. */
export function wayOf({ x, y }: Point): string {
  const [across, up] = [x < 0 ? 'left' : 'right', y < 0 ? 'down' : 'up']
  if (Math.abs(y) <= SLANTED * Math.abs(x)) return `to the ${across}`
  if (Math.abs(x) <= SLANTED * Math.abs(y)) return up
  return `${up} and to the ${across}`
}
