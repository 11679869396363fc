import type { Feature } from '@/studio/kernel/feature'
import { showCard } from '@/studio/state/bench'
import { lazily } from '@/studio/ui/lazily'
import { changesCard } from './card'
import { changesOverlay } from './overlays/changes'
import { forgetComparison, useCompare } from './store'

export { changesCard } from './card'

type TakeNewer = typeof import('./take-newer')

/** Puts other issues in the place of pages; see take-newer. */
export const takeIssue = async (...given: Parameters<TakeNewer['takeIssue']>): ReturnType<TakeNewer['takeIssue']> =>
  (await import('./take-newer')).takeIssue(...given)

/** Shows what changed on the first of the sheets that were taken. */
export const showWhatChanged = async (...given: Parameters<TakeNewer['showWhatChanged']>): Promise<void> =>
  (await import('./take-newer')).showWhatChanged(...given)

const ChangesCard = lazily(() => import('./ChangesCard').then((module) => module.ChangesCard))

const OtherIssue = lazily(() => import('./OtherIssue').then((module) => module.OtherIssue))

function Beside() {
  return useCompare((state) => state.beside !== null) ? <OtherIssue /> : null
}

/** What changed between two issues of a sheet. */
export const revisions: Feature = {
  name: 'revisions',
  panels: [{ slot: 'over-board', order: 5, when: ({ step }) => step !== 'bring-in', Content: Beside }],
  cards: [{ token: changesCard, Content: ChangesCard }],
  overlays: [changesOverlay],
  menu: (record) =>
    record.kind === 'underlay' ? [{ word: 'Compare with another issue …', run: () => showCard(changesCard) }] : [],
  commands: [
    {
      name: 'what-changed',
      word: 'What changed',
      also: ['compare', 'revision', 'issue', 'difference', 'overlay'],
      keys: [],
      does: 'compare a sheet with another issue of it',
      run: () => showCard(changesCard),
    },
  ],
  // A comparison belongs to the project in which it was made.
  follows: [() => forgetComparison],
}
