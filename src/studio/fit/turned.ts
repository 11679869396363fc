import type { Point } from '@/core/geometry/vector'
import type { Placement } from '@/core/model/underlay/schema'

/** A placement turned about a place of the board. @param byRad anticlockwise */
export function turnedAbout(placement: Placement, center: Point, byRad: number): Placement {
  const { originMm } = placement
  const [cos, sin] = [Math.cos(byRad), Math.sin(byRad)]
  const [dx, dy] = [originMm.x - center.x, originMm.y - center.y]
  const whole = 2 * Math.PI
  return {
    ...placement,
    turnRad: (((placement.turnRad + byRad) % whole) + whole) % whole,
    originMm: { x: center.x + cos * dx - sin * dy, y: center.y + sin * dx + cos * dy },
  }
}
