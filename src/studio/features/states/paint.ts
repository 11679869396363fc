import { boxOf, corners } from '@/core/geometry/box'
import type { ElementChange } from '@/core/states/element-change'
import type { Overlay } from '@/studio/kernel/overlay'
import { toScreen } from '@/studio/kernel/view'
import { fadedAlphas, paintPackedStrokes } from '@/studio/painters/packed-strokes'
import { useBench } from '@/studio/state/bench'
import { palette } from '@/studio/ui/palette'
import { useStates } from './store'

/** Pixels of air around a change. */
const AIR_PX = 6

/** What differs between two states, on the level that is looked at: as it was broken and brown, as it is in deep water. */
export const paintStates: Overlay['paint'] = (canvas, view) => {
  const { compared, looked, fade } = useStates.getState()
  if (!compared) return
  const { levelId } = useBench.getState()
  const here = ({ levelId: own }: Pick<ElementChange, 'levelId'>) => own === null || levelId === null || own === levelId
  const shown = compared.found.elements.filter(here)
  canvas.lineWidth = 2.5
  canvas.lineCap = 'round'
  const { before, after } = fadedAlphas(fade)
  const was = shown.map((each) => each.before)
  const is = shown.map((each) => each.after)
  paintPackedStrokes(canvas, view, was, { colour: palette.gone, alpha: before, dash: [6, 5] })
  paintPackedStrokes(canvas, view, is, { colour: palette.wallEdge, alpha: after, dash: [] })
  canvas.setLineDash([])
  const box = looked?.box
  if (!looked || !box || !here(looked)) return
  const { minX, minY, maxX, maxY } = boxOf(corners(box).map((p) => toScreen(view, p)))
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 2.5
  canvas.strokeRect(minX - AIR_PX, minY - AIR_PX, maxX - minX + 2 * AIR_PX, maxY - minY + 2 * AIR_PX)
}
