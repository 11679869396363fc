import { type Affine, apply, compose, IDENTITY, invert, lengthFactor } from '../geometry/affine'
import { composeProjective, projectiveOf } from '../geometry/projective'
import type { Point } from '../geometry/vector'
import { bentPlacement, boardMap, placementMap, placementOf } from '../model/underlay/placement'
import type { Underlay } from '../model/underlay/schema'
import type { Linework } from '../sheet/linework'
import { farthestApart } from './on-paper'

/** Pages that lie nearer to one another than this lie alike. */
const ALIKE_PT = 0.25

/** Whether a newer page lies on its paper as the older one does. */
export const liesAlike = (map: Affine, paper: Pick<Linework, 'widthPt' | 'heightPt'>): boolean =>
  farthestApart(map, IDENTITY, paper) < ALIKE_PT

/**
 * An underlay with a newer page in the place of its own, so that what both draw lies on itself: its place, its crop and
 * its dimensions go along.
 * @param map from the points of the newer page to those of the older, without mirroring
 */
export function withNewerPage(underlay: Underlay, sheetId: string, map: Affine): Underlay {
  const back = invert(map) ?? IDENTITY
  const onNewer = (p: Point): Point => apply(back, p)
  const { placement, crop, dimensions } = underlay
  const affine = compose(map, placementMap(placement))
  return {
    ...underlay,
    sheetId,
    placement: placement.bend
      ? bentPlacement(composeProjective(projectiveOf(map), boardMap(placement)), affine)
      : placementOf(affine),
    crop: crop?.map(onNewer) ?? null,
    dimensions: dimensions.map((dimension) => ({
      ...dimension,
      fromPt: onNewer(dimension.fromPt),
      toPt: onNewer(dimension.toPt),
      ...(dimension.pickedPt !== undefined && { pickedPt: dimension.pickedPt * lengthFactor(back) }),
    })),
  }
}
