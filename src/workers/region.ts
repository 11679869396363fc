import type { Box } from '@/core/geometry/box'

/** A part of a sheet on its canvas. */
export interface Region {
  readonly canvas: OffscreenCanvas
  /** In points, y up. */
  readonly region: Box
  /** Pixels to the point. */
  readonly scale: number
}
