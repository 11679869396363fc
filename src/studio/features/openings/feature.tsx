import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel, elementPanel } from '@/studio/kernel/panel'
import { lazily } from '@/studio/ui/lazily'
import { typesToFind } from './find'
import { openingOptions, openingTypesDialog } from './options'
import { opening } from './tools/opening'
import { followUnitOfOpenings } from './usual-sizes'

const OpeningChoices = lazily(() => import('./OpeningChoices').then((module) => module.OpeningChoices))
const OpeningFields = lazily(() => import('./OpeningFields').then((module) => module.OpeningFields))
const OpeningTypesDialog = lazily(() => import('./OpeningTypesDialog').then((module) => module.OpeningTypesDialog))

/** Doors, windows and passages in walls; their types. */
export const openings: Feature = {
  name: 'openings',
  finds: { things: typesToFind },
  tools: [opening],
  options: [openingOptions],
  panels: [{ slot: 'bench', order: 20, when: ({ tool }) => tool === opening, Content: OpeningChoices }],
  dialogs: [dialogPanel(openingTypesDialog, OpeningTypesDialog)],
  elements: [elementPanel('opening', 'Opening', OpeningFields)],
  follows: [followUnitOfOpenings],
}
