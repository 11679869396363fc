import type { Point } from '@/core/geometry/vector'
import type { Underlay } from '@/core/model/underlay/schema'
import type { NearLine } from '@/core/snap/catch-index'
import type { SheetView } from '../api'

/** Strokes found in the pixels of an image near a place, in sheet space. */
export function strokesNear(_underlay: Underlay, _sheet: SheetView, _p: Point, _radiusPt: number): NearLine[] {
  return []
}
