import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { chainsOf } from '@/core/model/shapes'
import { boardMap } from '@/core/model/underlay/placement'
import { wallOutlines } from '@/core/model/wall/joins'
import type { PendingRefit } from '../../fit/refit'
import { palette } from '../palette'
import type { View } from '../view'
import { traceRing } from './ring'
import { paintChains } from './shapes'
import { paintWalls } from './walls'

/** So many elements show well enough what becomes of all. */
const MOST_SHOWN = 5000

/** A refit that is asked about: where the sheet will lie, and what was traced from it there or where it is. */
export function paintRefit(
  canvas: CanvasRenderingContext2D,
  view: View,
  { after, followers, shown, around }: PendingRefit,
  sheet: { readonly widthPt: number; readonly heightPt: number },
): void {
  const map = boardMap(after.placement)
  const edge = after.crop ?? corners({ minX: 0, minY: 0, maxX: sheet.widthPt, maxY: sheet.heightPt })
  canvas.save()
  canvas.strokeStyle = palette.red
  canvas.setLineDash([8, 5])
  canvas.lineWidth = 1.5
  canvas.beginPath()
  traceRing(
    canvas,
    view,
    edge.map((corner) => project(map, corner)),
  )
  canvas.stroke()
  canvas.restore()
  const shapes = followers.slice(0, MOST_SHOWN).map((each) => (shown === 'follow' ? each.after : each.before))
  const walls = shapes.filter((shape) => shape.kind === 'wall')
  paintWalls(canvas, view, [...wallOutlines(walls).values()], 'picked')
  const others = shapes.filter((shape) => shape.kind !== 'wall')
  paintChains(
    canvas,
    view,
    others.flatMap((shape) => chainsOf(shape, around[shown])),
  )
}
