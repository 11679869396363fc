import type { DimensionResidual } from '../fit/residual'
import type { Settings } from '../model/settings/schema'

/** Half a centimetre on ten metres, and what a pick on an ordinary plan is off by. */
const USUAL_PER_THOUSAND = 0.5
const USUAL_MM = 5

export interface Tolerance {
  readonly mm: number
  readonly perThousand: number
}

export const toleranceOf = ({ toleranceMm, tolerancePerThousand }: Settings): Tolerance => ({
  mm: toleranceMm ?? USUAL_MM,
  perThousand: tolerancePerThousand ?? USUAL_PER_THOUSAND,
})

/** Whether stated and drawn differ by more than the project allows: both absolutely and as a part of the length. */
export const isOut = ({ differenceMm, perThousand }: DimensionResidual, tolerance: Tolerance): boolean =>
  Math.abs(differenceMm) > tolerance.mm && Math.abs(perThousand) > tolerance.perThousand

/** Whether a height lies further off than the project allows: heights are counted from a zero, not measured along. */
export const isHeightOut = (offMm: number, tolerance: Tolerance): boolean => Math.abs(offMm) > tolerance.mm
