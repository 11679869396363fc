import { type Box, holds, overlaps } from './box'

/**
 * Where a label goes: the first of its spots that lies whole on the board and over no other label.
 * @param spots boxes of the label where it may stand, the best first
 * @returns which; null where none is free
 */
export function freeSpot(spots: readonly Box[], taken: readonly Box[], board: Box): number | null {
  const found = spots.findIndex((spot) => holds(board, spot) && !taken.some((other) => overlaps(spot, other)))
  return found < 0 ? null : found
}

/** The box that a turned rectangle fills, about its middle. @param turnRad by how much it is turned */
export function turnedBox(x: number, y: number, width: number, height: number, turnRad: number): Box {
  const [c, s] = [Math.abs(Math.cos(turnRad)), Math.abs(Math.sin(turnRad))]
  const [w, h] = [(width * c + height * s) / 2, (width * s + height * c) / 2]
  return { minX: x - w, minY: y - h, maxX: x + w, maxY: y + h }
}
