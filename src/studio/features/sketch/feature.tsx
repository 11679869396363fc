import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { relateOptions } from './options'
import { whatHolds } from './overlays/what-holds'
import { relate } from './tools/relate'

export { RelationList } from './RelationList'
export { StatedField } from './StatedField'
export { StatedList } from './StatedList'

const RelateChoices = lazily(() => import('./RelateChoices').then((module) => module.RelateChoices))

/** How lines on the views of parts lie to one another. */
export const sketch: Feature = {
  name: 'sketch',
  tools: [relate],
  options: [relateOptions],
  panels: [{ slot: 'bench', order: 40, when: ({ tool }) => tool === relate, Content: RelateChoices }],
  overlays: [whatHolds],
}
