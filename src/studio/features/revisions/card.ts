import type { CardToken } from '@/studio/kernel/card'

export const changesCard: CardToken = { name: 'changes', title: 'What changed' }
