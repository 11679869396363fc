import { hasAny } from '@/core/model/of-kind'
import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel } from '@/studio/kernel/panel'
import { areAll } from '@/studio/tooling/picked'
import { AllWalls } from './AllWalls'
import { proposalOptions, wallOptions, wallsCard, wallTypesDialog } from './options'
import { PickedWalls } from './PickedWalls'
import { ProposedWallsCard } from './ProposedWallsCard'
import { proposedWalls } from './tools/proposed-walls'
import { wallThickness } from './tools/thickness'
import { wall } from './tools/wall'
import { wallAlong } from './tools/wall-along'
import { wallOnSheet } from './tools/wall-on-sheet'
import { WallChoices } from './WallChoices'
import { WallTypesDialog } from './WallTypesDialog'

export { newWall } from './new-wall'
export { wall } from './tools/wall'

/** Walls: traced, read from sheets, proposed; their types. */
export const walls: Feature = {
  name: 'walls',
  tools: [wall, wallThickness, wallAlong, wallOnSheet, proposedWalls],
  options: [wallOptions, proposalOptions],
  panels: [
    { slot: 'bench', order: 10, when: ({ tool }) => tool === wall, Content: WallChoices },
    {
      slot: 'trace',
      order: 20,
      when: ({ shapes, part }) => part === null && areAll('wall', shapes),
      Content: PickedWalls,
    },
    {
      slot: 'trace',
      order: 50,
      instead: 'nothing picked',
      when: ({ shapes, part, records }) => part === null && shapes.length === 0 && hasAny('wall', records),
      Content: AllWalls,
    },
  ],
  cards: [{ token: wallsCard, Content: ProposedWallsCard }],
  dialogs: [dialogPanel(wallTypesDialog, WallTypesDialog)],
}
