import { apply } from '../geometry/affine'
import { project } from '../geometry/projective'
import { distance, type Point, subtract } from '../geometry/vector'
import { boardMap, placementMap } from '../model/underlay/placement'
import type { KnownDimension, Placement } from '../model/underlay/schema'

/** Two points nearer than this on the sheet (0.2 mm of paper) can't say anything about its scale. */
export const SHORTEST_KNOWN_PT = 0.5

/** The pair of points can't fix a scale; the message is a sentence for the person who picked them. */
export class FitError extends Error {}

/**
 * The placement in which the sheet measures `statedMm` between two of its points. The first point stays where it is;
 * the turn is kept.
 * @param fromPt and `toPt` in sheet space
 * @throws FitError where the points are too near or the length is not positive
 */
export function fitToDimension(placement: Placement, fromPt: Point, toPt: Point, statedMm: number): Placement {
  const drawnPt = distance(fromPt, toPt)
  if (drawnPt < SHORTEST_KNOWN_PT)
    throw new FitError('The two points lie on one another. Pick the ends of a dimension, the longer the better.')
  if (!(statedMm > 0)) throw new FitError('The true length must be more than nothing.')
  const fixed = apply(placementMap(placement), fromPt)
  const scaled = { ...placement, mmPerPt: statedMm / drawnPt }
  const moved = apply(placementMap(scaled), fromPt)
  const { originMm } = placement
  return { ...scaled, originMm: { x: originMm.x + fixed.x - moved.x, y: originMm.y + fixed.y - moved.y } }
}

/** What a dimension measures on the board under a placement, in millimetres. */
export function drawnUnder(placement: Placement, { fromPt, toPt, axis }: KnownDimension): number {
  const map = boardMap(placement)
  const { x: along, y: across } = subtract(project(map, toPt), project(map, fromPt))
  if (axis === 'along') return Math.abs(along)
  return axis === 'across' ? Math.abs(across) : Math.hypot(along, across)
}

/** Stated against drawn, for one known dimension under a placement. */
export interface DimensionResidual {
  readonly statedMm: number
  readonly drawnMm: number
  /** Stated minus drawn. */
  readonly differenceMm: number
  /** The difference in thousandths of the stated length. */
  readonly perThousand: number
}

export function residualOf(placement: Placement, dimension: KnownDimension): DimensionResidual {
  const { statedMm } = dimension
  const drawnMm = drawnUnder(placement, dimension)
  const differenceMm = statedMm - drawnMm
  return { statedMm, drawnMm, differenceMm, perThousand: (differenceMm / statedMm) * 1000 }
}
