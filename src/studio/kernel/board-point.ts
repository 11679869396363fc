import type { Point } from '@/core/geometry/vector'
import type { Caught } from '@/core/snap/catch'

/** A place on the board: where the cursor is or what it caught. */
export interface BoardPoint {
  /** On the work plane, millimetres. */
  readonly at: Point
  readonly caught: {
    readonly word: string
    /** The sheet it was caught on; null on the traced model. */
    readonly underlayId: string | null
    /** In the sheet's own space. */
    readonly onSheetPt: Point | null
    /** The element it was caught on, where it was none of a sheet. */
    readonly elementId: string | null
    /** Whether it was found in the pixels of an image. */
    readonly inImage: boolean
    /** The caught lines on the work plane, to be lit up. */
    readonly lines: readonly (readonly Point[])[]
    /** From what is in line with it. */
    readonly guides: readonly (readonly [Point, Point])[]
    /** Whether it is only in line with something. */
    readonly loose: boolean
    /** As the catching knows it. */
    readonly source: Caught
  } | null
}
