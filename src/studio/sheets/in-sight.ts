import type { Underlay } from '@/core/model/underlay/schema'
import { useBench } from '../bench-store'
import { underlaysOf, useProject } from '../project/store'
import { croppedBy } from '../tools/crop'

/** The underlays as this window shows them: those looked at alone hide the others, and one that is being cropped shows whole. */
export function underlaysInSight(): Underlay[] {
  const { solo, tool, selection } = useBench.getState()
  const underlays = underlaysOf(useProject.getState().records)
  const cropped = tool === 'crop' ? croppedBy(underlays, selection)?.id : null
  return underlays.map((underlay) => {
    const visible = solo ? solo.includes(underlay.id) : underlay.visible
    if (underlay.id === cropped) return { ...underlay, visible, crop: null }
    return visible === underlay.visible ? underlay : { ...underlay, visible }
  })
}
