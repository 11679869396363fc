import { levelBelow } from '@/core/model/level/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { LIGHTS } from '@/studio/ui/palette'
import { useBench } from './bench'
import { recordsInSight, useProject } from './project'

/** A sheet of the level below shines through, in the colour of what is traced. */
const GHOST = LIGHTS.day.wallEdge

/** The underlays as this window shows them: those looked at alone hide the others, and the tool in hand may show them otherwise. */
export function underlaysInSight(): Underlay[] {
  const { solo, tool, selection, levelId, ghostBelow } = useBench.getState()
  const records = recordsInSight(useProject.getState())
  const underlays = underlaysOf(records)
  const below = levelId && ghostBelow ? levelBelow(records, levelId) : null
  return underlays.map((underlay) => {
    // On the plan of all levels sheets that stand upright have no place.
    const offLevel = levelId === null ? workPlaneOf(underlay.levelId, records) !== null : underlay.levelId !== levelId
    const ghost = offLevel && underlay.levelId === below
    const visible = (solo ? solo.includes(underlay.id) : underlay.visible) && (!offLevel || ghost)
    // A ghost is there to be seen through, and caught as well.
    if (ghost) return { ...underlay, visible, tint: GHOST, tone: Math.min(underlay.tone, 0.35) }
    const shown = visible === underlay.visible ? underlay : { ...underlay, visible }
    return tool.shows?.(shown, { records, selection }) ?? shown
  })
}
