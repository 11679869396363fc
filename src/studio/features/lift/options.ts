import type { Point } from '@/core/geometry/vector'
import type { CardToken } from '@/studio/kernel/card'
import { defineOptions, value } from '@/studio/kernel/options'

export const regionOptions = defineOptions('lift-region', {
  /** Only what lies in this ring of the board is lifted; null for all of it. */
  region: value<readonly Point[] | null>(null),
})

export const liftCard: CardToken = { name: 'lift', title: 'Lift' }
