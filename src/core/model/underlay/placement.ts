import { type Affine, apply, compose, lengthFactor, turnedAbout as turning } from '../../geometry/affine'
import {
  composeProjective,
  determinantOf,
  type Homography,
  invertProjective,
  project,
  projectiveOf,
} from '../../geometry/projective'
import { add, type Point, subtract } from '../../geometry/vector'
import { MM_PER_PT } from '../../units/length'
import type { Placement } from './schema'

/** The affine part of a placement, from sheet space (pt) to the work plane (mm): all of it but for a homography. */
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

/** From sheet space (pt) to the work plane (mm), exact for every kind of placement. */
export function boardMap(placement: Placement): Homography {
  const affine = projectiveOf(placementMap(placement))
  return placement.bend ? composeProjective(placement.bend, affine) : affine
}

/** The way back; null where the placement flattens the sheet. */
export function sheetMap(placement: Placement): Homography | null {
  const map = boardMap(placement)
  return determinantOf(map) === 0 ? null : invertProjective(map)
}

/** A point of a sheet as it lies once it is bent straight: where its dimensions can be measured. */
export const straightPt = ({ bend }: Placement, p: Point): Point => (bend ? project(bend, p) : p)

/** The placement of a homography from sheet to board, told apart into a similarity and what bends the sheet before it. */
export function bentPlacement(homography: Homography, similarity: Affine): Placement {
  const plain = placementOf(similarity)
  const bend = composeProjective(homography, invertProjective(projectiveOf(similarity)))
  return { ...plain, kind: 'homography', bend: bend.map((value) => value / bend[8]) as Placement['bend'] }
}

/** Another scale, and strain, of a sheet, with one of its points staying where it is. @param fixedPt sheet space */
export function rescaled(before: Placement, scaled: Pick<Placement, 'mmPerPt' | 'strain'>, fixedPt: Point): Placement {
  const { turnRad, originMm, bend } = before
  const { mmPerPt, strain } = scaled
  const after: Placement = bend
    ? { kind: 'homography', mmPerPt, turnRad, originMm, bend }
    : { kind: strain ? 'affine' : 'similarity', mmPerPt, turnRad, originMm, ...(strain && { strain }) }
  const [stays, moved] = [before, after].map((each) => project(boardMap(each), fixedPt)) as [Point, Point]
  return movedBy(after, subtract(stays, moved))
}

/** A placement moved on the board. */
export const movedBy = (placement: Placement, by: Point): Placement => ({
  ...placement,
  originMm: add(placement.originMm, by),
})

/**
 * A placement as it lies after its board was moved, turned and scaled: exact for every kind of placement.
 * @param map from the board to the board (mm); it neither mirrors nor strains
 */
export function carriedBy(placement: Placement, map: Affine): Placement {
  const whole = 2 * Math.PI
  const turnRad = placement.turnRad + Math.atan2(map[1], map[0])
  return {
    ...placement,
    mmPerPt: placement.mmPerPt * lengthFactor(map),
    turnRad: ((turnRad % whole) + whole) % whole,
    originMm: apply(map, placement.originMm),
  }
}

/** A placement turned about a place of the board. @param byRad anticlockwise */
export const turnedAbout = (placement: Placement, center: Point, byRad: number): Placement =>
  carriedBy(placement, turning(center, byRad))

/** A sheet laid with its lower left corner at the origin. @param ratio millimetres on site in one millimetre of paper */
export const placementAtRatio = (ratio: number): Placement => ({
  kind: 'similarity',
  mmPerPt: ratio * MM_PER_PT,
  turnRad: 0,
  originMm: { x: 0, y: 0 },
})

/** The ratio of site to paper: 100 for 1:100. */
export const ratioOf = (placement: Placement): number => placement.mmPerPt / MM_PER_PT
