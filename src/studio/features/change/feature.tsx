import type { Feature } from '@/studio/kernel/feature'
import { selectOptions } from '@/studio/tooling/options'
import { hasOwnCard } from '@/studio/tooling/picked'
import { select } from '@/studio/tooling/select'
import { lazily } from '@/studio/ui/lazily'
import { CHANGE_COMMANDS } from './commands'
import { menuOfShape } from './menu'
import { arrayOptions, cornerOptions, layOntoOptions, mirrorOptions } from './options'
import { extend, split, trim } from './tools/cutting'
import { corner, offset } from './tools/offset-and-corner'
import { stretch } from './tools/stretch'
import { array, copy, layOnto, mirror, move, scale, turn } from './tools/transforms'

const PickedShapes = lazily(() => import('./PickedShapes').then((module) => module.PickedShapes))

/** Selecting, which stands before all other tools. */
export const selecting: Feature = {
  name: 'selecting',
  tools: [select],
  options: [selectOptions],
  commands: CHANGE_COMMANDS,
}

/** Changing what is drawn. */
export const change: Feature = {
  name: 'change',
  menu: menuOfShape,
  tools: [move, copy, turn, scale, layOnto, mirror, array, stretch, offset, trim, extend, split, corner],
  options: [cornerOptions, arrayOptions, mirrorOptions, layOntoOptions],
  panels: [
    {
      slot: 'trace',
      order: 40,
      when: ({ shapes, part }) => shapes.length > 0 && (part !== null || !hasOwnCard(shapes)),
      opensCard: true,
      Content: PickedShapes,
    },
  ],
}
