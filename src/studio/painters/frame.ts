import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** How shapes are taken in by a drawn frame. */
export type FrameWay = 'inside' | 'touching' | 'lasso'

/** What is being drawn around things to pick them: whole ones within a full line, touched ones within a broken one. */
export function paintFrame(canvas: Canvas, view: View, ring: readonly Point[], way: FrameWay): void {
  canvas.save()
  canvas.beginPath()
  for (const p of ring) {
    const { x, y } = toScreen(view, p)
    canvas.lineTo(x, y)
  }
  canvas.closePath()
  canvas.fillStyle = palette.frameFilm
  canvas.fill('evenodd')
  canvas.strokeStyle = palette.ink
  canvas.lineWidth = 1.25
  if (way === 'touching') canvas.setLineDash([2, 4])
  canvas.stroke()
  canvas.restore()
}
