import type { Feature } from '@/studio/kernel/feature'
import { LastUseDialog } from './LastUseDialog'
import { SheetCard } from './SheetCard'
import { SheetList } from './SheetList'
import { sheetsCard } from './show-card'
import { crop } from './tools/crop'
import { moveSheet } from './tools/move-sheet'

/** The stack of sheets. */
export const sheets: Feature = {
  name: 'sheets',
  tools: [moveSheet, crop],
  panels: [
    { slot: 'index', order: 50, Content: SheetList },
    { slot: 'window', order: 20, Content: LastUseDialog },
  ],
  cards: [{ token: sheetsCard, Content: SheetCard }],
}
