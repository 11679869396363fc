import type { CardToken } from '@/studio/kernel/card'

export const remarksCard: CardToken = { name: 'remarks', title: 'Remarks' }
