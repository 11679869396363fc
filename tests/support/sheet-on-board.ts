import { newUnderlay } from '@/core/model/underlay/new'
import type { Underlay } from '@/core/model/underlay/schema'

/** A sheet at 1:100, its lower left corner on the zero: a point of it is 35.28 mm on the board. */
export const sheetOnBoard = (part: Partial<Underlay> = {}): Underlay =>
  newUnderlay({
    id: 'sheet',
    name: 'Ground floor',
    sheetId: 'page',
    order: 1,
    placement: { kind: 'similarity', originMm: { x: 0, y: 0 }, mmPerPt: (100 * 25.4) / 72, turnRad: 0 },
    ...part,
  })
