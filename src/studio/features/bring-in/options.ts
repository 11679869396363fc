import type { Point } from '@/core/geometry/vector'
import { defineOptions, value } from '@/studio/kernel/options'

export const layDownOptions = defineOptions('lay-down', {
  /** Where the person clicked to lay the picked pages down. */
  at: value<Point | null>(null),
})
