import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'

export { HandOverButton } from './HandOverButton'

const HandOverCard = lazily(() => import('./HandOverCard').then((module) => module.HandOverCard))
const MakingNotes = lazily(() => import('./MakingNotes').then((module) => module.MakingNotes))

/** Files for the next program. */
export const handOver: Feature = {
  name: 'hand-over',
  panels: [
    { slot: 'card', opensCard: true, order: 40, when: ({ step }) => step === 'hand-over', Content: HandOverCard },
    { slot: 'window', order: 30, Content: MakingNotes },
  ],
}
