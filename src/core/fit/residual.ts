import { project } from '../geometry/projective'
import { type Point, subtract } from '../geometry/vector'
import { boardMap } from '../model/underlay/placement'
import type { KnownDimension, Placement } from '../model/underlay/schema'

/** Two points nearer than this on the sheet (0.2 mm of paper) can't say anything about its scale. */
export const SHORTEST_KNOWN_PT = 0.5

/** The pair of points can't fix a scale; the message is a sentence for the person who picked them. */
export class FitError extends Error {}

/** What is stated of a vector on the board: its length, or only its part along or across the board. */
export function statedPart({ x, y }: Point, axis: KnownDimension['axis']): number {
  if (axis === 'along') return Math.abs(x)
  return axis === 'across' ? Math.abs(y) : Math.hypot(x, y)
}

/** What a dimension measures on the board under a placement, in millimetres. */
export function drawnUnder(placement: Placement, { fromPt, toPt, axis }: KnownDimension): number {
  const map = boardMap(placement)
  return statedPart(subtract(project(map, toPt), project(map, fromPt)), axis)
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
