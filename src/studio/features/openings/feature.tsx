import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel, elementPanel } from '@/studio/kernel/panel'
import { OpeningChoices } from './OpeningChoices'
import { OpeningFields } from './OpeningFields'
import { OpeningTypesDialog } from './OpeningTypesDialog'
import { openingOptions, openingTypesDialog } from './options'
import { opening } from './tools/opening'
import { followUnitOfOpenings } from './usual-sizes'

/** Doors, windows and passages in walls; their types. */
export const openings: Feature = {
  name: 'openings',
  tools: [opening],
  options: [openingOptions],
  panels: [{ slot: 'bench', order: 20, when: ({ tool }) => tool === opening, Content: OpeningChoices }],
  dialogs: [dialogPanel(openingTypesDialog, OpeningTypesDialog)],
  elements: [elementPanel('opening', 'Opening', OpeningFields)],
  follows: [followUnitOfOpenings],
}
