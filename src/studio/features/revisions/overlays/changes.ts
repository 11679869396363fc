import { boxOf, corners } from '@/core/geometry/box'
import { type Homography, project } from '@/core/geometry/projective'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { FIGURE_FONT } from '@/studio/ui/figure-font'
import { palette } from '@/studio/ui/palette'
import { olderOnBoard, useCompare } from '../compare'

/** Pixels of air around a change. */
const AIR_PX = 6
const FIGURE_PX = 11

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

/** What changed between two issues: what is gone broken and brown, what came in deep water, each change in a numbered frame. */
export const changesOverlay: Overlay = {
  name: 'changes',
  z: Z.marks + 30,
  of: 'marks',
  follows: [useCompare],
  paint: (canvas, view, { underlays }) => {
    const { compared, looked, fade } = useCompare.getState()
    const underlay = underlays.find(({ id }) => id === compared?.underlayId)
    if (!compared || !underlay?.visible) return
    const map = olderOnBoard(compared, underlay)
    const { gone, fresh, changes } = compared.found
    canvas.lineWidth = 3
    canvas.lineCap = 'round'
    paintStrokes(canvas, view, gone, map, { colour: palette.gone, alpha: Math.min(1, 2 - 2 * fade), dash: [6, 5] })
    paintStrokes(canvas, view, fresh, map, { colour: palette.wallEdge, alpha: Math.min(1, 2 * fade), dash: [] })
    canvas.setLineDash([])
    changes.forEach(({ box }, i) => {
      const { minX, minY, maxX, maxY } = boxOf(corners(box).map((p) => toScreen(view, project(map, p))))
      const isLooked = i === looked
      canvas.strokeStyle = isLooked ? palette.red : palette.inkSoft
      canvas.lineWidth = isLooked ? 2.5 : 1
      canvas.strokeRect(minX - AIR_PX, minY - AIR_PX, maxX - minX + 2 * AIR_PX, maxY - minY + 2 * AIR_PX)
      canvas.fillStyle = isLooked ? palette.red : palette.inkSoft
      canvas.font = `600 ${FIGURE_PX}px ${FIGURE_FONT}`
      canvas.fillText(String(i + 1), minX - AIR_PX, minY - AIR_PX - 3)
    })
  },
}
