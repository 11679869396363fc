import { type Affine, compose, movedBy, scaledAbout, turnedAbout } from '../geometry/affine'
import { project } from '../geometry/projective'
import { type Point, subtract } from '../geometry/vector'
import { boardMap, carriedBy, sheetMap } from '../model/underlay/placement'
import type { Placement, Underlay } from '../model/underlay/schema'
import type { Refitted } from './follow'
import { onlyChecking } from './refit'

/**
 * What a new place of one sheet does to the board around it: the move, turn and growth that take what lay on the sheet
 * to where it lies then. Of a sheet that is strained or bent anew it is the growth on average.
 * @param fixedPt a point of the sheet, in its own space, that is followed exactly
 */
export function boardMove(before: Placement, after: Placement, fixedPt: Point): Affine {
  const [from, to] = [before, after].map((each) => project(boardMap(each), fixedPt)) as [Point, Point]
  const grown = scaledAbout(from, after.mmPerPt / before.mmPerPt)
  const turned = turnedAbout(from, after.turnRad - before.turnRad)
  return compose(compose(grown, turned), movedBy(subtract(to, from)))
}

/** Sheets carried along by a map of the board, each as it lies to the others. What they were fitted by is a check from then on where their size changes. */
export const carriedAlong = (underlays: readonly Underlay[], map: Affine, resized: boolean): Refitted[] =>
  underlays.map((before) => {
    const placement = carriedBy(before.placement, map)
    const after: Underlay = resized
      ? { ...before, placement, sizedBy: 'typed', dimensions: onlyChecking(before.dimensions) }
      : { ...before, placement }
    return { before, after }
  })

/** A point of the board in the space of a sheet; its own zero where the sheet has no way back. */
export const onSheetPt = (placement: Placement, at: Point): Point => {
  const back = sheetMap(placement)
  return back ? project(back, at) : { x: 0, y: 0 }
}
