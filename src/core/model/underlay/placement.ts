import type { Affine } from '../../geometry/affine'
import { MM_PER_PT } from '../../units/length'
import type { Placement } from './schema'

/** The map of a placement, from sheet space (pt) to the work plane (mm). */
export function placementMap({ mmPerPt, turnRad, originMm }: Placement): Affine {
  const cos = Math.cos(turnRad) * mmPerPt
  const sin = Math.sin(turnRad) * mmPerPt
  return [cos, sin, -sin, cos, originMm.x, originMm.y]
}

/** A sheet laid with its lower left corner at the origin. @param ratio millimetres on site in one millimetre of paper */
export const placementAtRatio = (ratio: number): Placement => ({
  kind: 'similarity',
  mmPerPt: ratio * MM_PER_PT,
  turnRad: 0,
  originMm: { x: 0, y: 0 },
})

/** The ratio of site to paper: 100 for 1:100. */
export const ratioOf = (placement: Placement): number => placement.mmPerPt / MM_PER_PT
