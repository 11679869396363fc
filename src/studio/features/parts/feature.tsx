import dynamic from 'next/dynamic'
import type { Feature } from '@/studio/kernel/feature'
import { depthOptions, lineUpOptions } from './options'
import { PartCard } from './PartCard'
import { PartStack } from './PartStack'
import { lineUp } from './tools/line-up'
import { partDepth } from './tools/part-depth'

const PartSolidView = dynamic(() => import('./PartSolidView').then(({ PartSolidView: component }) => component), {
  ssr: false,
})

/** Product parts by their views and steps. */
export const parts: Feature = {
  name: 'parts',
  tools: [lineUp, partDepth],
  options: [lineUpOptions, depthOptions],
  panels: [
    { slot: 'index', order: 30, Content: PartStack },
    { slot: 'trace', order: 0, when: ({ part }) => part !== null, Content: PartCard },
    {
      slot: 'beside-board',
      order: 10,
      when: ({ part, views }) => part !== null && (views === 'solid' || views === 'both'),
      Content: PartSolidView,
    },
  ],
}
