import { type Affine, apply, compose } from '../../geometry/affine'
import type { Point } from '../../geometry/vector'
import { MM_PER_PT } from '../../units/length'
import type { Placement } from './schema'

/** The map of a placement, from sheet space (pt) to the work plane (mm). */
export function placementMap({ mmPerPt, turnRad, originMm, strain }: Placement): Affine {
  const cos = Math.cos(turnRad) * mmPerPt
  const sin = Math.sin(turnRad) * mmPerPt
  const similarity: Affine = [cos, sin, -sin, cos, originMm.x, originMm.y]
  return strain ? compose([strain.along, 0, strain.lean, strain.up, 0, 0], similarity) : similarity
}

/** The placement of an affine map that doesn't mirror. Without noticeable strain it is a similarity. */
export function placementOf([a, b, c, d, e, f]: Affine): Placement {
  const mmPerPt = Math.sqrt(a * d - b * c)
  const turnRad = Math.atan2(b, a)
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const strain = {
    along: Math.hypot(a, b) / mmPerPt,
    up: (d * cos - c * sin) / mmPerPt,
    lean: (c * cos + d * sin) / mmPerPt,
  }
  const plain: Placement = { kind: 'similarity', mmPerPt, turnRad, originMm: { x: e, y: f } }
  const strained = Math.abs(strain.along - 1) + Math.abs(strain.up - 1) + Math.abs(strain.lean) > NO_STRAIN
  return strained ? { ...plain, kind: 'affine', strain } : plain
}

/** Strains below this move nothing by a micrometre over a kilometre. */
const NO_STRAIN = 1e-12

/** Another scale, and strain, of a sheet, with one of its points staying where it is. @param fixedPt sheet space */
export function rescaled(before: Placement, scaled: Pick<Placement, 'mmPerPt' | 'strain'>, fixedPt: Point): Placement {
  const { turnRad, originMm } = before
  const { mmPerPt, strain } = scaled
  const after: Placement = {
    kind: strain ? 'affine' : 'similarity',
    mmPerPt,
    turnRad,
    originMm,
    ...(strain && { strain }),
  }
  const [stays, moved] = [before, after].map((each) => apply(placementMap(each), fixedPt)) as [Point, Point]
  return { ...after, originMm: { x: originMm.x + stays.x - moved.x, y: originMm.y + stays.y - moved.y } }
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
