import dynamic from 'next/dynamic'
import type { Feature } from '@/studio/kernel/feature'
import { ViewChoice } from './ViewChoice'

const SolidView = dynamic(() => import('./SolidView').then(({ SolidView: component }) => component), { ssr: false })

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
