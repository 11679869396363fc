import { endMarks } from '@/core/model/member/shape'
import type { Plan } from '@/core/model/plan'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

const DISC_PX = 5

/** A disc at the start of each member that is picked, and a square at its end: which is which matters when it is copied. */
function paintMemberEnds(canvas: CanvasRenderingContext2D, view: View, plan: Plan, ids: readonly string[]): void {
  canvas.fillStyle = palette.red
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.5
  for (const id of ids) {
    const shape = plan.shapes.get(id)?.shape
    if (shape?.kind !== 'member') continue
    const [start, end] = endMarks(shape, plan.around).map((p) => toScreen(view, p))
    canvas.beginPath()
    canvas.arc(start!.x, start!.y, DISC_PX, 0, 2 * Math.PI)
    canvas.fill()
    canvas.strokeRect(end!.x - DISC_PX, end!.y - DISC_PX, 2 * DISC_PX, 2 * DISC_PX)
  }
}

export const memberEnds: Overlay = {
  name: 'member-ends',
  z: Z.over,
  of: 'tracing',
  paint: (canvas, view, { context: { plan, selection } }) => paintMemberEnds(canvas, view, plan, selection),
}
