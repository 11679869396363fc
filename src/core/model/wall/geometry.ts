import { add, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Wall } from './schema'

/** How far the faces of a wall lie from its traced line, positive to the left. */
export function faceOffsets({ thicknessMm, tracedLine }: Pick<Wall, 'thicknessMm' | 'tracedLine'>): {
  leftMm: number
  rightMm: number
} {
  switch (tracedLine) {
    case 'left':
      return { leftMm: 0, rightMm: -thicknessMm }
    case 'right':
      return { leftMm: thicknessMm, rightMm: 0 }
    case 'centre':
      return { leftMm: thicknessMm / 2, rightMm: -thicknessMm / 2 }
  }
}

/** A straight face as a point on it and a direction of length one. */
export interface Face {
  readonly through: Point
  readonly direction: Point
}

/** The two faces of a wall, both along its direction; null for a wall without length. */
export function facesOf(
  wall: Pick<Wall, 'start' | 'end' | 'thicknessMm' | 'tracedLine'>,
): { left: Face; right: Face } | null {
  const direction = unit(subtract(wall.end, wall.start))
  if (!direction) return null
  const { leftMm, rightMm } = faceOffsets(wall)
  const normal = leftOf(direction)
  return {
    left: { through: add(wall.start, scale(normal, leftMm)), direction },
    right: { through: add(wall.start, scale(normal, rightMm)), direction },
  }
}
