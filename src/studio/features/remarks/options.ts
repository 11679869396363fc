import type { Point } from '@/core/geometry/vector'
import { defineOptions, value } from '@/studio/kernel/options'

/** Where a remark shall be pinned, and what it is about. */
export interface PinPlace {
  readonly at: Point
  readonly levelId: string
  /** Ids of elements and sheets. */
  readonly about: readonly string[]
}

export const remarkOptions = defineOptions('remark', {
  /** The place that was clicked for a remark that is not written yet. */
  pin: value<PinPlace | null>(null),
  /** The remark that is looked at, by its id. */
  opened: value<string | null>(null),
  /** The mark-up that was clicked, by its id. */
  marked: value<string | null>(null),
})
