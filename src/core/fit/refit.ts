import { composeProjective, project } from '../geometry/projective'
import { boardMap, rescaled, sheetMap, straightPt } from '../model/underlay/placement'
import type { KnownDimension, Placement, Underlay } from '../model/underlay/schema'
import type { Wall } from '../model/wall/schema'
import { fitDimensions, fitStretched } from './known-dimensions'

/** The dimensions from which a sheet has its size. */
export const fittingOf = (dimensions: readonly KnownDimension[]): KnownDimension[] =>
  dimensions.filter(({ role }) => role === 'fit')

/** The same dimensions where something else gives the size: what fitted the sheet before now only checks it. */
export const onlyChecking = (dimensions: readonly KnownDimension[]): KnownDimension[] =>
  dimensions.map((each) => ({ ...each, role: 'check' }))

/** Dimensions as they measure the sheet once it is bent straight. */
export const straightened = (placement: Placement, dimensions: readonly KnownDimension[]): KnownDimension[] =>
  placement.bend
    ? dimensions.map((each) => ({
        ...each,
        fromPt: straightPt(placement, each.fromPt),
        toPt: straightPt(placement, each.toPt),
      }))
    : [...dimensions]

/**
 * The placement that follows from the dimensions of a sheet that fit it; the first point of the first one stays.
 * @param apart whether factors along and up the sheet are solved apart
 * @throws FitError
 */
export function placementBy(placement: Placement, dimensions: readonly KnownDimension[], apart: boolean): Placement {
  const fitting = fittingOf(straightened(placement, dimensions))
  const found =
    apart && !placement.bend ? fitStretched(fitting, placement.turnRad) : fitDimensions(fitting, placement.turnRad)
  return rescaled(placement, found, fittingOf(dimensions)[0]!.fromPt)
}

/** What was traced from a sheet, moved as the sheet moves. */
export function followers(traced: readonly Wall[], before: Underlay, after: Underlay): Wall[] {
  const back = sheetMap(before.placement)
  if (!back) return []
  const move = composeProjective(back, boardMap(after.placement))
  return traced.map((wall) => ({ ...wall, start: project(move, wall.start), end: project(move, wall.end) }))
}
