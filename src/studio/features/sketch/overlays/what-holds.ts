import { isPartView } from '@/core/model/work-plane/schema'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { paintRelations } from '@/studio/painters/relations'
import { useBench } from '@/studio/state/bench'
import { useLitRelation, viewStateOf } from '../sketch-state'

/** Marks what holds between the lines of the view of a part, while somebody draws or changes them. */
export const whatHolds: Overlay = {
  name: 'what-holds',
  z: Z.over + 10,
  of: 'tracing',
  follows: [useLitRelation],
  paint: (canvas, view, { context: { plan } }) => {
    const { levelId, around } = plan
    const { id: lit } = useLitRelation.getState()
    const { changesLines, drawer } = useBench.getState().tool
    const shows = lit !== null || changesLines || drawer === 'lines' || drawer === 'change'
    if (levelId === null || !shows || !isPartView(levelId, around.records)) return
    const { relations, state } = viewStateOf(levelId, around.records)
    const conflicts = new Set(state.conflicts.map(({ demanding }) => demanding.id))
    paintRelations(canvas, view, relations, around.records, conflicts, lit)
  },
}
