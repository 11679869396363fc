import { SURE_AGREEMENT } from '@/core/compare/compare'
import { liesAlike, withNewerPage } from '@/core/compare/newer-in-place'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { showCard } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { changesCard } from './card'
import { comparePages, compareWith } from './compare'

/** A sheet with the page that takes its place, as it then lies; said where it keeps a place that no longer fits. */
async function inPlace(underlay: Underlay, newerId: string): Promise<{ after: Underlay; says: string | null }> {
  const { sources } = useProject.getState()
  const [older, newer] = [sheetOf(sources, underlay.sheetId)?.sheet, sheetOf(sources, newerId)?.sheet]
  const asItWas = { ...underlay, sheetId: newerId }
  if (!older || !newer) return { after: asItWas, says: null }
  const found = await comparePages(older, newer, { older: underlay.placement.mmPerPt }).catch(() => null)
  if (!found) return { after: asItWas, says: null }
  const { map, agree } = found.registration
  if (agree < SURE_AGREEMENT || liesAlike(map, newer.widthPt, newer.heightPt)) return { after: asItWas, says: null }
  if (underlay.locked)
    return {
      after: asItWas,
      says: `${underlay.name} is locked: it keeps its place, though the newer page lies otherwise on its paper. Unlock it, undo, and take the newer revision again.`,
    }
  return { after: withNewerPage(underlay, newerId, map), says: null }
}

/**
 * Puts other issues in the place of pages, in one change: what both draw lies on itself, also where they lie otherwise
 * on their paper.
 * @param pages by the page in use, the one that takes its place
 * @returns the sheets as they were
 */
export async function takeIssue(pages: ReadonlyMap<string, string>, label: string): Promise<readonly Underlay[]> {
  const used = underlaysOf(useProject.getState().records).filter(({ sheetId }) => pages.has(sheetId))
  const taken = await Promise.all(used.map((underlay) => inPlace(underlay, pages.get(underlay.sheetId)!)))
  if (taken.length > 0) put(label, ...taken.map(({ after }) => after))
  const said = taken.flatMap(({ says }) => says ?? [])
  if (said.length > 0) tell(said.join(' '))
  return used
}

/** Shows what changed on the first of some sheets. @param sheets as they were */
export async function showWhatChanged([first]: readonly Underlay[]): Promise<void> {
  const now = first && useProject.getState().records.get(first.id)
  if (now?.kind !== 'underlay') return
  showCard(changesCard)
  await compareWith(now, first!.sheetId)
}
