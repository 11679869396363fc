import { boxOf, corners } from '@/core/geometry/box'
import { type Homography, project } from '@/core/geometry/projective'
import type { Overlay } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { paintFrames } from './paint-frames'
import { olderOnBoard } from './places'
import { type Compared, useCompare } from './store'

/** Broad enough to hide a line of the sheet. */
const COVER_PX = 4

/** @param strokes x1 y1 x2 y2 in points of the older page */
function paintStrokes(
  canvas: CanvasRenderingContext2D,
  view: View,
  strokes: Float32Array,
  map: Homography,
  look: { readonly colour: string; readonly alpha: number; readonly dash: readonly number[] },
): void {
  if (look.alpha === 0) return
  canvas.globalAlpha = look.alpha
  canvas.strokeStyle = look.colour
  canvas.setLineDash([...look.dash])
  canvas.beginPath()
  for (let i = 0; i < strokes.length; i += 4) {
    const a = toScreen(view, project(map, { x: strokes[i]!, y: strokes[i + 1]! }))
    const b = toScreen(view, project(map, { x: strokes[i + 2]!, y: strokes[i + 3]! }))
    canvas.moveTo(a.x, a.y)
    canvas.lineTo(b.x, b.y)
  }
  canvas.stroke()
  canvas.globalAlpha = 1
}

/**
 * The issue whose turn it is, as it looks: where that is not the one on the board, what only the board's page draws is
 * covered, and what it draws instead stands there in ink.
 */
function paintInTurn(
  canvas: CanvasRenderingContext2D,
  view: View,
  { otherIsOlder, found: { gone, fresh, changes } }: Compared,
  map: Homography,
  isNewerTurn: boolean,
): void {
  if (isNewerTurn === otherIsOlder) return
  const [covered, shown] = isNewerTurn ? [gone, fresh] : [fresh, gone]
  canvas.lineWidth = COVER_PX
  paintStrokes(canvas, view, covered, map, { colour: palette.paper, alpha: 1, dash: [] })
  canvas.lineWidth = 1.5
  paintStrokes(canvas, view, shown, map, { colour: palette.ink, alpha: 1, dash: [] })
  canvas.textBaseline = 'middle'
  canvas.textAlign = 'center'
  for (const { subject, kind, box, before, after } of changes) {
    if ((subject !== 'text' && subject !== 'dimension') || kind === 'moved') continue
    const { minX, minY, maxX, maxY } = boxOf(corners(box).map((p) => toScreen(view, project(map, p))))
    canvas.fillStyle = palette.paper
    canvas.fillRect(minX - 1, minY - 1, maxX - minX + 2, maxY - minY + 2)
    canvas.fillStyle = palette.ink
    canvas.font = `${Math.min(maxX - minX, maxY - minY)}px sans-serif`
    canvas.fillText((isNewerTurn ? after : before) ?? '', (minX + maxX) / 2, (minY + maxY) / 2)
  }
  canvas.textBaseline = 'alphabetic'
  canvas.textAlign = 'start'
}

/** What changed between two issues: what is gone broken and brown, what came in deep water, each change in a numbered frame. */
export const paintComparison: Overlay['paint'] = (canvas, view, { underlays }) => {
  const { compared, looked, fade, blinking } = useCompare.getState()
  const underlay = underlays.find(({ id }) => id === compared?.underlayId)
  if (!compared || !underlay?.visible) return
  const map = olderOnBoard(compared, underlay)
  const { gone, fresh } = compared.found
  canvas.lineCap = 'round'
  if (blinking) paintInTurn(canvas, view, compared, map, fade > 0.5)
  else {
    canvas.lineWidth = 3
    paintStrokes(canvas, view, gone, map, { colour: palette.gone, alpha: Math.min(1, 2 - 2 * fade), dash: [6, 5] })
    paintStrokes(canvas, view, fresh, map, { colour: palette.wallEdge, alpha: Math.min(1, 2 * fade), dash: [] })
  }
  canvas.setLineDash([])
  paintFrames(canvas, view, compared, map, looked)
}
