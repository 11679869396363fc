import type { Plan } from '@/core/model/plan'
import { isPartView } from '@/core/model/work-plane/schema'
import { paintRelations } from '@/studio/board/painters/relations'
import { toolNamed } from '@/studio/shell/tools'
import { useBench } from '@/studio/state/bench'
import type { View } from '@/studio/state/view'
import { useLitRelation, viewStateOf } from './sketch-state'

/** Marks what holds between the lines of the view of a part, while somebody draws or changes them. */
export function paintWhatHolds(
  canvas: CanvasRenderingContext2D,
  view: View,
  { levelId, around: { records } }: Plan,
): void {
  const { id: lit } = useLitRelation.getState()
  const { name, group } = toolNamed(useBench.getState().tool)
  const shows = lit !== null || group === 'draw' || group === 'change' || name === 'pick'
  if (levelId === null || !shows || !isPartView(levelId, records)) return
  const { relations, state } = viewStateOf(levelId, records)
  paintRelations(canvas, view, relations, records, new Set(state.conflicts.map(({ demanding }) => demanding.id)), lit)
}
