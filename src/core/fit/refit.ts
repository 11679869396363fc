import { type Affine, apply, compose, invert } from '../geometry/affine'
import { placementMap, rescaled } from '../model/underlay/placement'
import type { KnownDimension, Placement, Underlay } from '../model/underlay/schema'
import type { Wall } from '../model/wall/schema'
import { fitDimensions, fitStretched } from './known-dimensions'

/** The dimensions from which a sheet has its size. */
export const fittingOf = (dimensions: readonly KnownDimension[]): KnownDimension[] =>
  dimensions.filter(({ role }) => role === 'fit')

/**
 * The placement that follows from the dimensions of a sheet that fit it; the first point of the first one stays.
 * @param apart whether factors along and up the sheet are solved apart
 * @throws FitError
 */
export function placementBy(placement: Placement, dimensions: readonly KnownDimension[], apart: boolean): Placement {
  const fitting = fittingOf(dimensions)
  const found = apart ? fitStretched(fitting, placement.turnRad) : fitDimensions(fitting, placement.turnRad)
  return rescaled(placement, found, fitting[0]!.fromPt)
}

/** What was traced from a sheet, moved as the sheet moves. */
export function followers(traced: readonly Wall[], before: Underlay, after: Underlay): Wall[] {
  const back = invert(placementMap(before.placement))
  if (!back) return []
  const move: Affine = compose(back, placementMap(after.placement))
  return traced.map((wall) => ({ ...wall, start: apply(move, wall.start), end: apply(move, wall.end) }))
}
