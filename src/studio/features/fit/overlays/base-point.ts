import type { Point } from '@/core/geometry/vector'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

const RADIUS_PX = 7
const ARM_PX = 12

/** The point that stays when sheets are sized or turned: a cross in a circle. */
export function paintBasePoint(canvas: CanvasRenderingContext2D, view: View, at: Point): void {
  const { x, y } = toScreen(view, at)
  canvas.save()
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.5
  canvas.beginPath()
  canvas.arc(x, y, RADIUS_PX, 0, 2 * Math.PI)
  canvas.moveTo(x - ARM_PX, y)
  canvas.lineTo(x + ARM_PX, y)
  canvas.moveTo(x, y - ARM_PX)
  canvas.lineTo(x, y + ARM_PX)
  canvas.stroke()
  canvas.restore()
}
