import { hasAny } from '@/core/model/of-kind'
import type { Underlay } from '@/core/model/underlay/schema'
import type { PlanReading } from '@/core/propose/read-plan'
import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel } from '@/studio/kernel/panel'
import { areAll } from '@/studio/tooling/picked'
import { lazily } from '@/studio/ui/lazily'
import { typesToFind } from './find'
import { proposalOptions, wallOptions, wallsCard, wallTypesDialog } from './options'
import { proposedWalls } from './tools/proposed-walls'
import { wallThickness } from './tools/thickness'
import { wall } from './tools/wall'
import { wallAlong } from './tools/wall-along'
import { wallOnSheet } from './tools/wall-on-sheet'

export { newWall } from './new-wall'
export { wall } from './tools/wall'

const AllWalls = lazily(() => import('./AllWalls').then((module) => module.AllWalls))
const PickedWalls = lazily(() => import('./PickedWalls').then((module) => module.PickedWalls))
const ProposedWallsCard = lazily(() => import('./ProposedWallsCard').then((module) => module.ProposedWallsCard))
const WallChoices = lazily(() => import('./WallChoices').then((module) => module.WallChoices))
const WallsOffer = lazily(() => import('./WallsOffer').then((module) => module.WallsOffer))
const WallTypesDialog = lazily(() => import('./WallTypesDialog').then((module) => module.WallTypesDialog))

/** What a plan shows, as its sheet lies; null while its lines are still being read. */
export const readPlanOf = async (underlay: Underlay): Promise<PlanReading | null> =>
  (await import('./read-walls')).readPlanOf(underlay)

/** Walls: traced, read from sheets, proposed; their types. */
export const walls: Feature = {
  name: 'walls',
  finds: { things: typesToFind },
  tools: [wall, wallThickness, wallAlong, wallOnSheet, proposedWalls],
  options: [wallOptions, proposalOptions],
  panels: [
    {
      slot: 'over-board',
      order: 41,
      when: ({ step, tool, part, views }) =>
        views === 'plan' && (step === 'fit' || step === 'trace') && tool !== proposedWalls && part === null,
      Content: WallsOffer,
    },
    { slot: 'bench', order: 10, when: ({ tool }) => tool === wall, Content: WallChoices },
    {
      slot: 'trace',
      order: 20,
      when: ({ shapes, part }) => part === null && areAll('wall', shapes),
      opensCard: true,
      Content: PickedWalls,
    },
    {
      slot: 'trace',
      order: 50,
      instead: 'nothing selected',
      when: ({ shapes, part, records }) => part === null && shapes.length === 0 && hasAny('wall', records),
      Content: AllWalls,
    },
  ],
  cards: [{ token: wallsCard, Content: ProposedWallsCard }],
  dialogs: [dialogPanel(wallTypesDialog, WallTypesDialog)],
}
