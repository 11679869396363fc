import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'

const ViewChoice = lazily(() => import('./ViewChoice').then((module) => module.ViewChoice))

const SolidView = lazily(() => import('./SolidView').then((module) => module.SolidView))

/** The model as solids. */
export const solid: Feature = {
  name: 'solid',
  panels: [
    { slot: 'over-board', order: 10, when: ({ step }) => step !== 'bring-in', Content: ViewChoice },
    {
      slot: 'beside-board',
      order: 20,
      when: ({ part, views }) => part === null && (views === 'solid' || views === 'both'),
      Content: () => <SolidView />,
    },
  ],
}
