import { invert } from '@/core/geometry/affine'
import { type Box, boxOf, intersect, isEmpty, mapBox } from '@/core/geometry/box'
import { placementMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { type View, visibleBox } from '../board/view'

/** The part of a sheet that a view shows, in points; null where it shows none. */
export function seenOfSheet(
  view: View,
  { placement, crop }: Underlay,
  { widthPt, heightPt }: { widthPt: number; heightPt: number },
): Box | null {
  const back = invert(placementMap(placement))
  if (!back || view.width === 0) return null
  const whole = crop ? boxOf(crop) : { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }
  const seen = intersect(mapBox(back, visibleBox(view)), whole)
  return isEmpty(seen) ? null : seen
}
