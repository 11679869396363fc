import type { Feature } from '@/studio/kernel/feature'
import { showCard } from '@/studio/state/bench'
import { lazily } from '@/studio/ui/lazily'
import { changesCard } from './card'
import { forgetComparison, useCompare } from './compare'
import { changesOverlay } from './overlays/changes'

export { changesCard } from './card'
export { showWhatChanged, takeIssue } from './take-newer'

const ChangesCard = lazily(() => import('./ChangesCard').then((module) => module.ChangesCard))

const OtherIssue = lazily(() => import('./OtherIssue').then((module) => module.OtherIssue))

function Beside() {
  return useCompare((state) => state.beside !== null) ? <OtherIssue /> : null
}

/** What changed between two issues of a sheet. */
export const revisions: Feature = {
  name: 'revisions',
  panels: [{ slot: 'over-board', order: 5, Content: Beside }],
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
