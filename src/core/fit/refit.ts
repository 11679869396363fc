import type { Point } from '../geometry/vector'
import { rescaled, straightPt } from '../model/underlay/placement'
import type { KnownDimension, Placement } from '../model/underlay/schema'
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
 * The placement that follows from the dimensions of a sheet that fit it; the first point of the first one stays, or another one.
 * @param apart whether factors along and up the sheet are solved apart
 * @param fixedPt the point that stays, in the space of the sheet
 * @throws FitError
 */
export function placementBy(
  placement: Placement,
  dimensions: readonly KnownDimension[],
  apart: boolean,
  fixedPt?: Point,
): Placement {
  const fitting = fittingOf(straightened(placement, dimensions))
  const found =
    apart && !placement.bend ? fitStretched(fitting, placement.turnRad) : fitDimensions(fitting, placement.turnRad)
  return rescaled(placement, found, fixedPt ?? fittingOf(dimensions)[0]!.fromPt)
}
