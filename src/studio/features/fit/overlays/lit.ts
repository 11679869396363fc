import { project } from '@/core/geometry/projective'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { LitLength } from '@/studio/kernel/lit-length'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** A length that is pointed at in a card: a broad band, so that it shows among the others. */
export function paintLit(
  canvas: CanvasRenderingContext2D,
  view: View,
  underlays: readonly Underlay[],
  { underlayId, fromPt, toPt }: LitLength,
): void {
  const underlay = underlays.find(({ id }) => id === underlayId)
  if (!underlay) return
  const map = boardMap(underlay.placement)
  const [a, b] = [fromPt, toPt].map((p) => toScreen(view, project(map, p)))
  canvas.save()
  canvas.strokeStyle = palette.caughtLine
  canvas.lineWidth = 9
  canvas.lineCap = 'round'
  canvas.globalAlpha = 0.6
  canvas.beginPath()
  canvas.moveTo(a!.x, a!.y)
  canvas.lineTo(b!.x, b!.y)
  canvas.stroke()
  canvas.restore()
}
