import type { Feature } from '@/studio/kernel/feature'
import { showCard } from '@/studio/state/bench'
import { lazily } from '@/studio/ui/lazily'
import { statesCard } from './card'
import { statesOverlay } from './overlays/states'
import { forgetStates, type StateChoice } from './store'

export { statesCard } from './card'

/** Shows what became of the project since a state of its history. */
export const compareSince = async (from: StateChoice): Promise<void> => (await import('./compare')).compareSince(from)

const StatesCard = lazily(() => import('./StatesCard').then((module) => module.StatesCard))

/** What was issued of the project, and what differs between its states. */
export const states: Feature = {
  name: 'states',
  cards: [{ token: statesCard, Content: StatesCard }],
  overlays: [statesOverlay],
  commands: [
    {
      name: 'issues',
      word: 'Issues and differences',
      also: ['issue', 'tender', 'freeze', 'revision', 'compare', 'quantities', 'state'],
      keys: [],
      does: 'issue the project as it is, download issues, compare states',
      run: () => showCard(statesCard),
    },
  ],
  // A comparison belongs to the project in which it was made.
  follows: [() => forgetStates],
}
