import type { Plan, PlannedShape } from '@/core/model/plan'
import { formatArea } from '@/core/units/format'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { traceRing } from './ring'

/** Areas are written where a room is at least so wide on the screen. */
const LEAST_PX = 84

/** Rooms as thin films with their areas; those that nothing encloses say so. */
export function paintRooms(
  canvas: Canvas,
  view: View,
  plan: Plan,
  shapes: Iterable<PlannedShape>,
  look: 'kept' | 'picked',
): void {
  for (const planned of shapes) {
    const { shape } = planned
    if (shape.kind !== 'space' || !plan.shows(planned)) continue
    const boundary = plan.boundaryOf(shape)
    if (boundary) {
      canvas.beginPath()
      for (const ring of [boundary.ring, ...boundary.islands]) traceRing(canvas, view, ring)
      canvas.fillStyle = look === 'picked' ? palette.roomPicked : palette.roomFilm
      canvas.fill('evenodd')
      if (look === 'picked') {
        canvas.strokeStyle = palette.red
        canvas.lineWidth = 1.5
        canvas.stroke()
        continue
      }
      if (Math.sqrt(boundary.areaMm2) * view.pxPerMm < LEAST_PX) continue
    }
    const { x, y } = toScreen(view, shape.at)
    canvas.font = '500 12px "IBM Plex Mono", monospace'
    canvas.textAlign = 'center'
    canvas.textBaseline = 'top'
    canvas.fillStyle = boundary ? palette.ink : palette.red
    canvas.fillText(boundary ? formatArea(boundary.areaMm2, plan.around.display) : 'open: not enclosed', x, y + 6)
  }
}
