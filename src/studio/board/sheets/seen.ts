import { invert } from '@/core/geometry/affine'
import { type Box, boxOf, intersect, isEmpty, mapBox } from '@/core/geometry/box'
import { placementMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { type View, visibleBox } from '@/studio/kernel/view'

/** The part of a sheet that a view shows, in points; null where it shows none. */
export function seenOfSheet(
  view: View,
  { placement, crop }: Underlay,
  { widthPt, heightPt }: { widthPt: number; heightPt: number },
): Box | null {
  const back = invert(placementMap(placement))
  if (!back || view.width === 0) return null
  const whole = crop ? boxOf(crop) : { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }
  // What a view shows of a bent sheet may reach to its horizon: then all of it is at hand.
  const seen = placement.bend ? whole : intersect(mapBox(back, visibleBox(view)), whole)
  return isEmpty(seen) ? null : seen
}

/** A bent sheet is drawn whole, with no more pixels than this. */
const MOST_BENT_PX = 16e6

/** How finely a view shows a sheet, in pixels of the screen to a point. */
export function pxPerPtOf(
  view: View,
  { placement }: Underlay,
  { widthPt, heightPt }: { widthPt: number; heightPt: number },
): number {
  const shown = view.pxPerMm * placement.mmPerPt * (globalThis.devicePixelRatio || 1)
  return placement.bend ? Math.min(shown, Math.sqrt(MOST_BENT_PX / (widthPt * heightPt))) : shown
}
