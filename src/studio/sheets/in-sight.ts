import type { Underlay } from '@/core/model/underlay/schema'
import { useBench } from '../bench-store'
import { palette } from '../board/palette'
import { recordsInSight, underlaysOf, useProject } from '../project/store'
import { croppedBy } from '../tools/crop'

/** Deep water, as what is traced: the sheet beneath is what the upper one is laid onto. */
const GHOST = palette.wallEdge

/** The underlays as this window shows them: those looked at alone hide the others, and one that is being cropped shows whole. */
export function underlaysInSight(): Underlay[] {
  const { solo, tool, selection } = useBench.getState()
  const underlays = underlaysOf(recordsInSight(useProject.getState()))
  const cropped = tool === 'crop' ? croppedBy(underlays, selection)?.id : null
  // Where a sheet is laid onto another, the other one is a ghost in its own colour.
  const mover = tool === 'tie' && selection.length === 1 ? selection[0] : null
  return underlays.map((underlay) => {
    const visible = solo ? solo.includes(underlay.id) : underlay.visible
    if (underlay.id === cropped) return { ...underlay, visible, crop: null }
    if (mover && underlay.id !== mover)
      return { ...underlay, visible, tint: underlay.tint ?? GHOST, tone: Math.min(underlay.tone, 0.55) }
    return visible === underlay.visible ? underlay : { ...underlay, visible }
  })
}
