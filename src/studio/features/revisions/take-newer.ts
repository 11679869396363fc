import { SURE_AGREEMENT } from '@/core/compare/compare'
import { liesAlike, withNewerPage } from '@/core/compare/newer-in-place'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { showCard } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { SentComparison } from '@/workers/compare'
import { changesCard } from './card'
import { comparePages, compareWith, showComparison } from './compare'

/** A sheet whose page another issue took the place of. */
interface Taken {
  readonly before: Underlay
  readonly after: Underlay
  /** How the two pages compare; null where they can't be compared. */
  readonly found: SentComparison | null
  /** Where the sheet keeps a place that no longer fits: that, in a sentence. */
  readonly says: string | null
}

/** A sheet with the page that takes its place, as it then lies. */
async function inPlace(before: Underlay, newerId: string): Promise<Taken> {
  const { sources } = useProject.getState()
  const [older, newer] = [sheetOf(sources, before.sheetId)?.sheet, sheetOf(sources, newerId)?.sheet]
  const asItWas = { before, after: { ...before, sheetId: newerId }, says: null }
  if (!older || !newer) return { ...asItWas, found: null }
  const found = await comparePages(older, newer, { older: before.placement.mmPerPt }).catch(() => null)
  if (!found || found.registration.agree < SURE_AGREEMENT || liesAlike(found.registration.map, newer))
    return { ...asItWas, found }
  if (before.locked)
    return {
      ...asItWas,
      found,
      says: `${before.name} is locked: it keeps its place, though the newer page lies otherwise on its paper. Unlock it, undo, and take the newer revision again.`,
    }
  return { ...asItWas, found, after: withNewerPage(before, newerId, found.registration.map) }
}

/**
 * Puts other issues in the place of pages, in one change: what both draw lies on itself, also where they lie otherwise
 * on their paper.
 * @param pages by the page in use, the one that takes its place
 */
export async function takeIssue(pages: ReadonlyMap<string, string>, label: string): Promise<readonly Taken[]> {
  const used = underlaysOf(useProject.getState().records).filter(({ sheetId }) => pages.has(sheetId))
  const taken = await Promise.all(used.map((underlay) => inPlace(underlay, pages.get(underlay.sheetId)!)))
  if (taken.length > 0) put(label, ...taken.map(({ after }) => after))
  const said = taken.flatMap(({ says }) => says ?? [])
  if (said.length > 0) tell(said.join(' '))
  return taken
}

/** Shows what changed on the first of the sheets that were taken. */
export async function showWhatChanged([first]: readonly Taken[]): Promise<void> {
  if (!first) return
  const { before, after, found } = first
  showCard(changesCard)
  if (found)
    showComparison({ underlayId: after.id, otherId: before.sheetId, otherIsOlder: true, swapped: false, found })
  // It says why the pages can't be compared.
  else await compareWith(after, before.sheetId)
}
