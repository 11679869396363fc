import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workbench } from '@/studio/board/workbench'
import { askAbout } from '@/studio/state/bench'
import { commit, refusesLocked } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'

/**
 * Takes sheets off the board; where that was the last of a file, the person is asked about its pages.
 * @returns false where a lock holds one of them, which is said
 */
export function removeSheets(underlays: readonly Underlay[]): boolean {
  const { sources } = useProject.getState()
  const sourceOf = ({ sheetId }: Underlay) => sheetOf(sources, sheetId)?.source.id
  const gone = underlays.map(({ id }) => ({ id, after: null }))
  if (refusesLocked(gone)) return false
  commit(underlays.length === 1 ? 'Remove sheet' : 'Remove sheets', gone)
  workbench.pick([])
  const left = new Set(underlaysOf(useProject.getState().records).map(sourceOf))
  askAbout([...new Set(underlays.map(sourceOf))].filter((id) => id !== undefined).filter((id) => !left.has(id)))
  return true
}
