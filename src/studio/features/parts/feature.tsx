import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { depthOptions, lineUpOptions } from './options'
import { lineUp } from './tools/line-up'
import { partDepth } from './tools/part-depth'

const PartSolidView = lazily(() => import('./PartSolidView').then((module) => module.PartSolidView))

export { PartHeading } from './PartHeading'
export { beginPart } from './parts'

const PartCard = lazily(() => import('./PartCard').then((module) => module.PartCard))

/** Product parts by their views and steps. */
export const parts: Feature = {
  name: 'parts',
  tools: [lineUp, partDepth],
  options: [lineUpOptions, depthOptions],
  panels: [
    { slot: 'trace', order: 0, opensCard: true, when: ({ part }) => part !== null, Content: PartCard },
    {
      slot: 'beside-board',
      order: 10,
      when: ({ part, views }) => part !== null && (views === 'solid' || views === 'both'),
      Content: PartSolidView,
    },
  ],
}
