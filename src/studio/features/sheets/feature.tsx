import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { sheetsToFind } from './find'
import { menuOfSheet } from './menu'
import { sheetsCard } from './show-card'
import { crop } from './tools/crop'
import { moveSheet } from './tools/move-sheet'

export { DropPlace, SheetDragging } from './SheetDragging'
export { SheetList } from './SheetList'
export { SheetsBar } from './SheetsBar'

const LastUseDialog = lazily(() => import('./LastUseDialog').then((module) => module.LastUseDialog))
const SheetCard = lazily(() => import('./SheetCard').then((module) => module.SheetCard))

/** The stack of sheets. */
export const sheets: Feature = {
  name: 'sheets',
  tools: [moveSheet, crop],
  panels: [{ slot: 'window', order: 20, Content: LastUseDialog }],
  menu: menuOfSheet,
  finds: { things: sheetsToFind },
  cards: [{ token: sheetsCard, Content: SheetCard }],
}
