import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { boardMap } from '@/core/model/underlay/placement'
import { wallOutlines } from '@/core/model/wall/joins'
import type { PendingRefit } from '../../fit/refit'
import { palette } from '../palette'
import { toScreen, type View } from '../view'
import { paintWalls } from './walls'

/** A refit that is asked about: where the sheet will lie, and what was traced from it there or where it is. */
export function paintRefit(
  canvas: CanvasRenderingContext2D,
  view: View,
  { after, traced, moved, shown }: PendingRefit,
  sheet: { readonly widthPt: number; readonly heightPt: number },
): void {
  const map = boardMap(after.placement)
  const edge = after.crop ?? corners({ minX: 0, minY: 0, maxX: sheet.widthPt, maxY: sheet.heightPt })
  canvas.save()
  canvas.strokeStyle = palette.red
  canvas.setLineDash([8, 5])
  canvas.lineWidth = 1.5
  canvas.beginPath()
  for (const p of edge.map((corner) => toScreen(view, project(map, corner)))) canvas.lineTo(p.x, p.y)
  canvas.closePath()
  canvas.stroke()
  canvas.restore()
  const walls = shown === 'follow' ? moved : traced
  paintWalls(canvas, view, [...wallOutlines([...walls]).values()], 'picked')
}
