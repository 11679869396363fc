import type { Feature } from '@/studio/kernel/feature'
import { HandOverCard } from './HandOverCard'
import { MakingNotes } from './MakingNotes'

export { HandOverButton } from './HandOverButton'

/** Files for the next program. */
export const handOver: Feature = {
  name: 'hand-over',
  panels: [
    { slot: 'card', order: 40, when: ({ step }) => step === 'hand-over', Content: HandOverCard },
    { slot: 'window', order: 30, Content: MakingNotes },
  ],
}
