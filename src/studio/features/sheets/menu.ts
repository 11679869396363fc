import type { Underlay } from '@/core/model/underlay/schema'
import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { beginLift } from '@/studio/features/lift/feature'
import type { MenuEntry, MenuOf } from '@/studio/kernel/menu'
import { lookAlone, useBench } from '@/studio/state/bench'
import { showUnderlays } from '@/studio/state/show'
import { showSheetCard } from './show-card'
import { duplicateSheets, fitSheet, switchSheet } from './stack-edits'

/** What can be done with one sheet, beside what its row shows. */
export function moreForSheet(underlay: Underlay): MenuEntry[] {
  const { id } = underlay
  const alone = useBench.getState().solo?.includes(id) === true
  return [
    { word: 'Show all of it', run: () => showUnderlays([underlay]) },
    { word: alone ? 'Show the others again' : 'Show it alone', run: () => lookAlone(alone ? null : [id]) },
    { word: 'Lift its lines …', run: () => beginLift(underlay) },
    { word: 'Duplicate', run: () => duplicateSheets([underlay]) },
    { word: 'Remove from the board', run: () => removeSheets([underlay]) },
  ]
}

/** All that can be done with a sheet, where it is asked for on the board or on its row. */
export const menuOfSheet: MenuOf = (record) => {
  if (record.kind !== 'underlay') return []
  const { visible, locked, catching } = record
  return [
    { word: 'Fit', run: () => fitSheet(record.id) },
    { word: 'Crop, layers, look', run: () => showSheetCard([record.id]) },
    { word: visible ? 'Hide' : 'Show', run: () => switchSheet(record, 'visible') },
    { word: locked ? 'Unlock' : 'Lock', run: () => switchSheet(record, 'locked') },
    { word: catching ? 'Stop catching' : 'Catch', run: () => switchSheet(record, 'catching') },
    ...moreForSheet(record),
  ]
}
