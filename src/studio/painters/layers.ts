import type { Plan } from '@/core/model/plan'
import type { LayerUse } from '@/core/model/wall-type/schema'
import type { Canvas } from '@/studio/kernel/canvas'
import { type View, visibleBox } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { traceRing } from './ring'

/** Layers thinner than this on the screen would only be a grey line, in CSS pixels to 100 mm. */
const LEAST_PX_PER_100_MM = 5

/** What fills layers: the stronger, the darker. */
const FILLS: Readonly<Record<LayerUse, string | null>> = {
  bearing: 'rgba(21, 84, 87, 0.28)',
  insulation: 'rgba(138, 90, 43, 0.16)',
  cavity: null,
  finish: 'rgba(90, 97, 92, 0.14)',
}

/** How walls are built, once one is near enough to see it. */
export function paintLayers(canvas: Canvas, view: View, plan: Plan): void {
  if (view.pxPerMm * 100 < LEAST_PX_PER_100_MM) return
  const layers = plan.layersIn(visibleBox(view))
  canvas.save()
  canvas.strokeStyle = palette.wallEdge
  canvas.lineWidth = 0.6
  for (const { layer, rings } of layers) {
    canvas.beginPath()
    for (const ring of rings) traceRing(canvas, view, ring)
    const fill = FILLS[layer.use]
    if (fill) {
      canvas.fillStyle = fill
      canvas.fill()
    }
    canvas.stroke()
  }
  canvas.restore()
}
