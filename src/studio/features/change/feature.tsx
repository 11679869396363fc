import type { Feature } from '@/studio/kernel/feature'
import { look } from '@/studio/tooling/look'
import { hasOwnCard } from '@/studio/tooling/picked'
import { CHANGE_COMMANDS } from './commands'
import { arrayOptions, cornerOptions, layOntoOptions, mirrorOptions, pickOptions } from './options'
import { PickedShapes } from './PickedShapes'
import { TracingSummary } from './TracingSummary'
import { extend, split, trim } from './tools/cutting'
import { corner, offset } from './tools/offset-and-corner'
import { pick } from './tools/pick'
import { stretch } from './tools/stretch'
import { array, copy, layOnto, mirror, move, scale, turn } from './tools/transforms'

export { pick } from './tools/pick'

/** Looking around and picking: these tools stand before all others. */
export const looking: Feature = {
  name: 'looking',
  tools: [look, pick],
  options: [pickOptions],
  commands: CHANGE_COMMANDS,
}

/** Changing what is drawn. */
export const change: Feature = {
  name: 'change',
  tools: [move, copy, turn, scale, layOnto, mirror, array, stretch, offset, trim, extend, split, corner],
  options: [cornerOptions, arrayOptions, mirrorOptions, layOntoOptions],
  panels: [
    { slot: 'index', order: 40, Content: TracingSummary },
    {
      slot: 'trace',
      order: 40,
      when: ({ shapes, part }) => shapes.length > 0 && (part !== null || !hasOwnCard(shapes)),
      Content: PickedShapes,
    },
  ],
}
