import type { EllipseArc } from '../../geometry/piece/piece'
import { add, cross, length, type Point, scale, subtract } from '../../geometry/vector'
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

/** The longer half axis of an ellipse, the other one as a part of it, and by how much the parameter starts later. */
export function longAxis(ellipse: EllipseArc): { axis: Point; ratio: number; twistRad: number } {
  const square = squareAxes(ellipse)
  const twistRad = ellipse.fromRad - square.fromRad
  if (Math.abs(square.ratio) <= 1) return { axis: square.axis, ratio: square.ratio, twistRad }
  const { x, y } = square.axis
  return {
    axis: { x: -y * square.ratio, y: x * square.ratio },
    ratio: 1 / square.ratio,
    twistRad: twistRad + Math.PI / 2,
  }
}
