import type { PenChange } from '@/core/compare/pen-changes'
import type { Affine } from '@/core/geometry/affine'
import type { Underlay } from '@/core/model/underlay/schema'
import { api, contentUrl, type SheetView } from '@/studio/state/api'
import { isPicture, linesHash } from '@/studio/state/page-lines'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { SentComparison, SheetComparer } from '@/workers/compare'
import { paintComparison } from './paint'
import { type Compared, NOTHING, useCompare } from './store'

const comparer = new WorkerClient<SheetComparer>(
  () => new Worker(new URL('../../../workers/compare.ts', import.meta.url), { type: 'module' }),
)

const urlOf = (hash: string): string => new URL(contentUrl(hash), location.href).href

/** Where the lines of a page are had; those of a picture are traced once they are asked for. @throws Error with a sentence */
function linesOf(sheet: SheetView): string {
  const hash = linesHash(sheet)
  if (hash) return urlOf(hash)
  if (isPicture(sheet) && sheet.strokes !== 'tracing') void api.askForStrokes(sheet.id).catch(() => undefined)
  throw new Error(
    isPicture(sheet)
      ? 'This page is a picture: its strokes are being traced. Compare again in a moment.'
      : 'The lines of this page are still being read. Compare again in a moment.',
  )
}

export const showComparison = (compared: Compared): void =>
  useCompare.setState({ ...NOTHING, compared, painter: paintComparison })

/** Shows the page that does not lie on the board beside it, or no longer. */
export async function showBeside(wanted: boolean): Promise<void> {
  const { compared } = useCompare.getState()
  if (!wanted || !compared) return useCompare.setState({ beside: null })
  try {
    const sheet = sheetOf(useProject.getState().sources, compared.otherId)!.sheet
    const beside = await comparer.call((pages) => pages.page(linesOf(sheet)))
    if (useCompare.getState().compared === compared) useCompare.setState({ beside, blinking: false })
  } catch (error) {
    useCompare.setState({ problem: (error as Error).message })
  }
}

/** How a newer page lies on an older one, and what changed. @throws Error with a sentence */
export async function comparePages(
  older: SheetView,
  newer: SheetView,
  mmPerPt: { readonly older: number } | { readonly newer: number },
): Promise<SentComparison> {
  const options = 'older' in mmPerPt ? { mmPerPt: mmPerPt.older } : { mmPerPt: null, newerMmPerPt: mmPerPt.newer }
  const [before, after] = [linesOf(older), linesOf(newer)]
  const found = await comparer.call((pages) => pages.compare(before, after, options))
  if (!found) throw new Error('The two pages have nothing in common by which one could be laid onto the other.')
  return found
}

/** Lines of two pages that were compared of which only the pen differs. @throws Error with a sentence */
export async function comparePens(
  { older, newer }: { older: string; newer: string },
  map: Affine,
): Promise<PenChange[]> {
  const { sources } = useProject.getState()
  const [before, after] = [older, newer].map((id) => linesOf(sheetOf(sources, id)!.sheet)) as [string, string]
  return comparer.call((pages) => pages.pens(before, after, map))
}

/** Whether one file took the place of another, directly or by issues between. */
function supersedes(newerSourceId: string, olderSourceId: string): boolean {
  const { sources } = useProject.getState()
  const seen = new Set<string>()
  for (let id: string | null | undefined = newerSourceId; id && !seen.has(id); ) {
    seen.add(id)
    id = sources.find((source) => source.id === id)?.supersedes
    if (id === olderSourceId) return true
  }
  return false
}

/** Whether a page is of an older issue than another: as said when it was brought in, else the one brought in before. */
function isOlder(sourceId: string, thanId: string): boolean {
  const { sources } = useProject.getState()
  if (supersedes(thanId, sourceId)) return true
  const at = (id: string) => sources.findIndex((source) => source.id === id)
  return !supersedes(sourceId, thanId) && at(sourceId) <= at(thanId)
}

/** Compares a sheet of the board with another page. @param swapped whether the older one is taken for the newer */
export async function compareWith(underlay: Underlay, otherId: string, swapped = false): Promise<void> {
  const { sources } = useProject.getState()
  const [own, other] = [sheetOf(sources, underlay.sheetId), sheetOf(sources, otherId)]
  if (!own || !other) return
  const otherIsOlder = isOlder(other.source.id, own.source.id) !== swapped
  const { mmPerPt } = underlay.placement
  useCompare.setState({ ...NOTHING, busy: true })
  try {
    const found = otherIsOlder
      ? await comparePages(other.sheet, own.sheet, { newer: mmPerPt })
      : await comparePages(own.sheet, other.sheet, { older: mmPerPt })
    showComparison({ underlayId: underlay.id, otherId, otherIsOlder, swapped, found })
  } catch (error) {
    useCompare.setState({ ...NOTHING, problem: (error as Error).message })
  }
}
