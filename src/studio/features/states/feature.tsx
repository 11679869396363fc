import type { Feature } from '@/studio/kernel/feature'
import { showCard } from '@/studio/state/bench'
import { lazily } from '@/studio/ui/lazily'
import { statesCard } from './card'
import { forgetStates } from './compare'
import { statesOverlay } from './overlays/states'

export { statesCard } from './card'
export { compareSince } from './compare'

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
