import type { Point } from '@/core/geometry/vector'

/** Two points of an underlay, in sheet space. */
export interface LitLength {
  readonly underlayId: string
  readonly fromPt: Point
  readonly toPt: Point
}
