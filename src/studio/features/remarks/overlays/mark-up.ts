import type { Point } from '@/core/geometry/vector'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { marksOver } from '../marks'
import { remarkOptions } from '../options'

/** A line as a soft pencil leaves it. */
export function paintMark(
  canvas: CanvasRenderingContext2D,
  view: View,
  points: readonly Point[],
  strong: boolean,
): void {
  canvas.strokeStyle = palette.red
  canvas.lineWidth = strong ? 4 : 2.5
  canvas.lineCap = 'round'
  canvas.lineJoin = 'round'
  canvas.beginPath()
  points.forEach((point, i) => {
    const { x, y } = toScreen(view, point)
    if (i === 0) canvas.moveTo(x, y)
    else canvas.lineTo(x, y)
  })
  canvas.stroke()
}

/** What was drawn over the board by hand. */
export const markUpOverlay: Overlay = {
  name: 'mark-up',
  z: Z.marks + 35,
  of: 'marks',
  paint: (canvas, view, { context }) => {
    const { marked } = context.options(remarkOptions)
    for (const { id, points } of marksOver(context.records, context.planeId))
      paintMark(canvas, view, points, id === marked)
  },
}
