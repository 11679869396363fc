import type { Point } from '@/core/geometry/vector'
import { defineOptions, value } from '@/studio/kernel/options'

export const lineUpOptions = defineOptions('line-up', {
  /** A point that was clicked on a view of a part, until the same one is clicked on another. */
  lineUp: value<{ readonly viewId: string; readonly at: Point } | null>(null),
})

export const depthOptions = defineOptions('part-depth', {
  /** The step of a part whose depth is taken from the sheet. */
  depthFor: value<{ readonly partId: string; readonly stepId: string } | null>(null),
})
