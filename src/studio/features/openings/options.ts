import type { DoorWay, OpeningUse } from '@/core/model/opening/schema'
import { defineDialog } from '@/studio/kernel/dialog'
import { defineOptions, lengthMm, sameWords, value, words } from '@/studio/kernel/options'

/** The types of doors and windows of the project. */
export const openingTypesDialog = defineDialog('opening-types')

/** The next doors, windows and passages. */
export const openingOptions = defineOptions('opening', {
  /** The type of the next openings; null for sizes of their own. */
  openingTypeId: value<string | null>(null),
  openingUse: value<OpeningUse>('door'),
  openingBy: words<'its middle' | 'two jambs'>('its middle', 'Placed by', {
    'its middle': 'By its middle',
    'two jambs': 'Two jambs',
  }),
  openingWidthMm: value(900),
  openingHeightMm: lengthMm(2100, 'Height', { forgets: true }),
  openingSillMm: lengthMm(900, 'Sill', { forgets: true }),
  doorWay: words<DoorWay>('hinged', 'How the door opens', sameWords('hinged', 'double', 'sliding', 'folding')),
  doorHinge: words<'start' | 'end'>('start', 'Its hinges', { start: 'Hinged left', end: 'Hinged right' }),
})
