import { underlaysOf } from '@/core/model/underlay/underlays'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'

/** Puts other pages under the same placements, in one change. @param pages by the page in use, the one that takes its place */
export function replaceSheets(pages: ReadonlyMap<string, string>, label: string): number {
  const changed = underlaysOf(useProject.getState().records).flatMap((underlay) => {
    const sheetId = pages.get(underlay.sheetId)
    return sheetId ? [{ ...underlay, sheetId }] : []
  })
  if (changed.length > 0) put(label, ...changed)
  return changed.length
}
