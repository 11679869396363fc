import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { historyCard } from './card'
import { HISTORY_COMMANDS } from './commands'

export { historyCard } from './card'
export { redoNow, undoNow } from './undo'

const ConflictDialog = lazily(() => import('./ConflictDialog').then((module) => module.ConflictDialog))
const HistoryCard = lazily(() => import('./HistoryCard').then((module) => module.HistoryCard))
const PastBanner = lazily(() => import('./PastBanner').then((module) => module.PastBanner))
const RefusedChanges = lazily(() => import('./RefusedChanges').then((module) => module.RefusedChanges))

/** What was done: undo, every state of the project, and what could not be kept. */
export const history: Feature = {
  name: 'history',
  panels: [
    { slot: 'over-board', order: 30, Content: PastBanner },
    { slot: 'top', order: 10, Content: RefusedChanges },
    { slot: 'window', order: 40, Content: ConflictDialog },
  ],
  cards: [{ token: historyCard, Content: HistoryCard }],
  commands: HISTORY_COMMANDS,
}
