import { workbench } from '@/studio/board/workbench'
import type { CardToken } from '@/studio/kernel/card'
import { showCard } from '@/studio/state/bench'

export const sheetsCard: CardToken = { name: 'sheets', title: 'Adjust' }

/** Opens the card of sheets, with these picked. */
export function showSheetCard(ids: readonly string[]): void {
  workbench.pick(ids)
  showCard(sheetsCard)
}
