import { cross, distance, subtract, unit } from '@/core/geometry/vector'
import type { BoardPoint } from '@/studio/kernel/board-point'

/** From line to line: square to the line on which the first point was caught, where it was caught on one. Millimetres of the board. */
export function squareGap(from: BoardPoint, to: BoardPoint): number {
  const [line] = from.caught?.lines ?? []
  const [a, b] = [line?.[0], line?.at(-1)]
  const along = a && b ? unit(subtract(b, a)) : null
  return along ? Math.abs(cross(along, subtract(to.at, from.at))) : distance(from.at, to.at)
}
