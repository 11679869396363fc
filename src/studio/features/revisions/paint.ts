import { boxOf, corners } from '@/core/geometry/box'
import { type Homography, project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import type { Overlay } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { fadedAlphas, paintPackedStrokes } from '@/studio/painters/packed-strokes'
import { palette } from '@/studio/ui/palette'
import { paintFrames } from './paint-frames'
import { olderOnBoard } from './places'
import { type Compared, useCompare } from './store'

/** Broad enough to hide a line of the sheet. */
const COVER_PX = 4

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
  const onBoard = (p: Point) => project(map, p)
  canvas.lineWidth = COVER_PX
  paintPackedStrokes(canvas, view, [covered], { colour: palette.paper, alpha: 1, dash: [] }, onBoard)
  canvas.lineWidth = 1.5
  paintPackedStrokes(canvas, view, [shown], { colour: palette.ink, alpha: 1, dash: [] }, onBoard)
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
    const { before, after } = fadedAlphas(fade)
    const onBoard = (p: Point) => project(map, p)
    paintPackedStrokes(canvas, view, [gone], { colour: palette.gone, alpha: before, dash: [6, 5] }, onBoard)
    paintPackedStrokes(canvas, view, [fresh], { colour: palette.wallEdge, alpha: after, dash: [] }, onBoard)
  }
  canvas.setLineDash([])
  paintFrames(canvas, view, compared, map, looked)
}
