import type { EllipseArc } from '../../geometry/piece/piece'
import { add, cross, length, scale, subtract } from '../../geometry/vector'
import type { Ellipse } from './schema'

/** The record of a piece of an ellipse whose axes may stand at any angle (Rytz: turned to where they are square). */
export function squareAxes({ u, v, fromRad }: EllipseArc): Pick<Ellipse, 'axis' | 'ratio' | 'fromRad'> {
  const twist = Math.atan2(2 * (u.x * v.x + u.y * v.y), u.x ** 2 + u.y ** 2 - v.x ** 2 - v.y ** 2) / 2
  const [cos, sin] = [Math.cos(twist), Math.sin(twist)]
  const axis = add(scale(u, cos), scale(v, sin))
  const second = subtract(scale(v, cos), scale(u, sin))
  const size = length(axis)
  return { axis, ratio: size > 0 ? cross(axis, second) / size / size : 0, fromRad: fromRad - twist }
}
