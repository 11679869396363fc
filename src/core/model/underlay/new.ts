import { FIRST_LEVEL } from '../level/schema'
import type { Underlay } from './schema'

/** An underlay as it lies when it is brought in: whole, as printed, in its own colours. */
export const newUnderlay = (
  given: Pick<Underlay, 'id' | 'name' | 'sheetId' | 'placement' | 'order'> & Partial<Underlay>,
): Underlay => ({
  kind: 'underlay',
  dimensions: [],
  levelId: FIRST_LEVEL.id,
  crop: null,
  parts: [],
  markup: true,
  drawing: 'print',
  tint: null,
  visible: true,
  locked: false,
  catching: true,
  tone: 1,
  ...given,
})
