import type { CardToken } from '@/studio/kernel/card'

export const statesCard: CardToken = { name: 'states', title: 'Issues and differences' }
