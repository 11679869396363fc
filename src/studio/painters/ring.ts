import type { Point } from '@/core/geometry/vector'
import { toScreen, type View } from '@/studio/kernel/view'

/** Continues the canvas's path along a closed ring of the model. */
export function traceRing(canvas: CanvasPath, view: View, ring: readonly Point[]): void {
  ring.forEach((p, i) => {
    const { x, y } = toScreen(view, p)
    if (i === 0) canvas.moveTo(x, y)
    else canvas.lineTo(x, y)
  })
  canvas.closePath()
}
