import { boxOf, corners } from '@/core/geometry/box'
import type { ElementChange } from '@/core/states/element-change'
import type { Overlay } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { useBench } from '@/studio/state/bench'
import { palette } from '@/studio/ui/palette'
import { useStates } from './store'

/** Pixels of air around a change. */
const AIR_PX = 6

function paintLines(
  canvas: CanvasRenderingContext2D,
  view: View,
  all: readonly Float32Array[],
  look: { readonly colour: string; readonly alpha: number; readonly dash: readonly number[] },
): void {
  if (look.alpha === 0) return
  canvas.globalAlpha = look.alpha
  canvas.strokeStyle = look.colour
  canvas.setLineDash([...look.dash])
  canvas.beginPath()
  for (const lines of all)
    for (let i = 0; i < lines.length; i += 4) {
      const a = toScreen(view, { x: lines[i]!, y: lines[i + 1]! })
      const b = toScreen(view, { x: lines[i + 2]!, y: lines[i + 3]! })
      canvas.moveTo(a.x, a.y)
      canvas.lineTo(b.x, b.y)
    }
  canvas.stroke()
  canvas.globalAlpha = 1
}

/** What differs between two states, on the level that is looked at: as it was broken and brown, as it is in deep water. */
export const paintStates: Overlay['paint'] = (canvas, view) => {
  const { compared, looked, fade } = useStates.getState()
  if (!compared) return
  const { levelId } = useBench.getState()
  const here = ({ levelId: own }: Pick<ElementChange, 'levelId'>) => own === null || levelId === null || own === levelId
  const shown = compared.found.elements.filter(here)
  canvas.lineWidth = 2.5
  canvas.lineCap = 'round'
  paintLines(
    canvas,
    view,
    shown.map(({ before }) => before),
    { colour: palette.gone, alpha: Math.min(1, 2 - 2 * fade), dash: [6, 5] },
  )
  paintLines(
    canvas,
    view,
    shown.map(({ after }) => after),
    { colour: palette.wallEdge, alpha: Math.min(1, 2 * fade), dash: [] },
  )
  canvas.setLineDash([])
  const box = looked?.box
  if (!looked || !box || !here(looked)) return
  const { minX, minY, maxX, maxY } = boxOf(corners(box).map((p) => toScreen(view, p)))
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 2.5
  canvas.strokeRect(minX - AIR_PX, minY - AIR_PX, maxX - minX + 2 * AIR_PX, maxY - minY + 2 * AIR_PX)
}
