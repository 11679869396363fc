import type { Feature } from '@/studio/kernel/feature'
import { relateOptions } from './options'
import { whatHolds } from './overlays/what-holds'
import { RelateChoices } from './RelateChoices'
import { relate } from './tools/relate'

export { RelationList } from './RelationList'
export { StatedField } from './StatedField'
export { StatedList } from './StatedList'

/** How lines on the views of parts lie to one another. */
export const sketch: Feature = {
  name: 'sketch',
  tools: [relate],
  options: [relateOptions],
  panels: [{ slot: 'bench', order: 40, when: ({ tool }) => tool === relate, Content: RelateChoices }],
  overlays: [whatHolds],
}
