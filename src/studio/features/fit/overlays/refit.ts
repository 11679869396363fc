import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { chainsOf } from '@/core/model/shapes'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { wallOutlines } from '@/core/model/wall/joins'
import type { View } from '@/studio/kernel/view'
import { traceRing } from '@/studio/painters/ring'
import { paintChains } from '@/studio/painters/shapes'
import { paintWalls } from '@/studio/painters/walls'
import type { PendingRefit } from '@/studio/state/refit'
import { palette } from '@/studio/ui/palette'

/** So many elements show well enough what becomes of all. */
const MOST_SHOWN = 5000

/** A refit that is asked about: where the sheets will lie, and what was traced from them there or where it is. */
export function paintRefit(
  canvas: CanvasRenderingContext2D,
  view: View,
  { refitted, followers, shown, around }: PendingRefit,
  sheetOf: (underlay: Underlay) => { readonly widthPt: number; readonly heightPt: number } | undefined,
): void {
  for (const { after } of refitted) {
    const sheet = sheetOf(after)
    if (sheet) paintEdge(canvas, view, after, sheet)
  }
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

function paintEdge(
  canvas: CanvasRenderingContext2D,
  view: View,
  { placement, crop }: Underlay,
  { widthPt, heightPt }: { readonly widthPt: number; readonly heightPt: number },
): void {
  const map = boardMap(placement)
  const edge = crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })
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
}
