import { levelBelow } from '@/core/model/level/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { croppedBy } from '@/studio/features/sheets/tools/crop'
import { palette } from '@/studio/ui/palette'
import { useBench } from './bench'
import { recordsInSight, underlaysOf, useProject } from './store'

/** Deep water, as what is traced: the sheet beneath is what the upper one is laid onto. */
const GHOST = palette.wallEdge

/** The underlays as this window shows them: those looked at alone hide the others, and one that is being cropped shows whole. */
export function underlaysInSight(): Underlay[] {
  const { solo, tool, selection, levelId, ghostBelow } = useBench.getState()
  const records = recordsInSight(useProject.getState())
  const underlays = underlaysOf(records)
  const cropped = tool === 'crop' ? croppedBy(underlays, selection)?.id : null
  // Where a sheet is laid onto another, the other one is a ghost in its own colour.
  const mover = tool === 'tie' && selection.length === 1 ? selection[0] : null
  const below = levelId && ghostBelow ? levelBelow(records, levelId) : null
  return underlays.map((underlay) => {
    // On the plan of all levels sheets that stand upright have no place.
    const offLevel = levelId === null ? workPlaneOf(underlay.levelId, records) !== null : underlay.levelId !== levelId
    const ghost = offLevel && underlay.levelId === below
    const visible = (solo ? solo.includes(underlay.id) : underlay.visible) && (!offLevel || ghost)
    // A ghost is there to be seen through, and caught as well.
    if (ghost) return { ...underlay, visible, tint: GHOST, tone: Math.min(underlay.tone, 0.35) }
    if (underlay.id === cropped) return { ...underlay, visible, crop: null }
    if (mover && underlay.id !== mover)
      return { ...underlay, visible, tint: underlay.tint ?? GHOST, tone: Math.min(underlay.tone, 0.55) }
    return visible === underlay.visible ? underlay : { ...underlay, visible }
  })
}
