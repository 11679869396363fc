import type { Feature } from '@/studio/kernel/feature'
import { ConflictDialog } from './ConflictDialog'
import { historyCard } from './card'
import { HISTORY_COMMANDS } from './commands'
import { HistoryCard } from './HistoryCard'
import { PastBanner } from './PastBanner'
import { RefusedChanges } from './RefusedChanges'

export { historyCard } from './card'
export { redoNow, undoNow } from './undo'

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
