import type { CardToken } from '@/studio/kernel/card'

export const historyCard: CardToken = { name: 'history', title: 'History' }
