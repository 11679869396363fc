import type { Building } from '@/core/building/building'
import { prismsOf } from '@/core/building/prisms'
import { type Frame, seenFrom } from '@/core/geometry/space'
import type { Plan } from '@/core/model/plan'
import { levelLinesOn } from '@/core/model/work-plane/frame'
import { type WorkPlane, workPlaneOf } from '@/core/model/work-plane/schema'
import { formatLength } from '@/core/units/format'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** The work plane of the building that a plan is looked at on; null on a level, and on the view of a part. */
export function planeLookedAt({ levelId, around }: Plan): WorkPlane | null {
  const plane = levelId === null ? null : workPlaneOf(levelId, around.records)
  return plane?.partId === undefined ? plane : null
}

/** What is built near a work plane, as films: where walls, slabs and roofs stand within its depth. */
export function paintNeighbours(
  canvas: Canvas,
  view: View,
  building: Building,
  frame: Frame,
  { beforeMm, behindMm }: WorkPlane,
): void {
  canvas.fillStyle = palette.wallFilm
  canvas.strokeStyle = palette.wallEdge
  canvas.lineWidth = 0.75
  canvas.globalAlpha = 0.4
  for (const { ring, footMm, heightMm } of prismsOf(building)) {
    const seen = ring.map(({ x, y }) => seenFrom(frame, { x, y, z: 0 }))
    const aside = seen.map(({ asideMm }) => asideMm)
    if (Math.min(...aside) > beforeMm || Math.max(...aside) < -behindMm) continue
    const across = seen.map(({ x }) => x)
    const a = toScreen(view, { x: Math.min(...across), y: footMm + heightMm })
    const b = toScreen(view, { x: Math.max(...across), y: footMm })
    canvas.beginPath()
    canvas.rect(a.x, a.y, b.x - a.x, b.y - a.y)
    canvas.fill()
    canvas.stroke()
  }
  canvas.globalAlpha = 1
}

/** The levels as they cross an upright plane: a line each, named at the left. */
export function paintLevelLines(canvas: Canvas, view: View, plan: Plan): void {
  const { records, display, frame } = plan.around
  canvas.strokeStyle = palette.inkSoft
  canvas.fillStyle = palette.inkSoft
  canvas.lineWidth = 1
  canvas.font = '500 11px "IBM Plex Mono", monospace'
  canvas.textBaseline = 'bottom'
  canvas.setLineDash([12, 4, 2, 4])
  for (const { level, y: upMm } of levelLinesOn(frame, records)) {
    const { y } = toScreen(view, { x: 0, y: upMm })
    if (y < -20 || y > view.height + 20) continue
    canvas.beginPath()
    canvas.moveTo(0, Math.round(y) + 0.5)
    canvas.lineTo(view.width, Math.round(y) + 0.5)
    canvas.stroke()
    canvas.fillText(`${level.name} ${formatLength(level.elevationMm, display)}`, 8, y - 3)
  }
  canvas.setLineDash([])
}
