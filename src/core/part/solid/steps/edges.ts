import type { Edge, EdgeFinder } from 'replicad'
import type { Edges } from '../../../model/part/steps'
import { reachAlong, StepError, type StepKind } from './step'

const UP = { x: 0, y: 0, z: 1 }

/** A cylinder is closed along an edge that is none of the part's: it begins and ends on one whole circle. */
const isSeam = (edge: Edge, circles: readonly (readonly [number, number, number])[]): boolean => {
  const { x, y, z } = edge.startPoint
  return circles.some(([cx, cy, cz]) => Math.hypot(x - cx, y - cy, z - cz) < 1e-6)
}

/** Rounds or bevels the edges that run upwards, or those around the top or the bottom. */
export const edges: StepKind<Edges> = {
  needs: () => [],
  build: ({ form, which, sizeMm }, solid) => {
    if (!solid) throw new StepError('There are no edges yet.')
    const { fromMm, toMm } = reachAlong(solid, UP)
    const circles = solid.edges
      .filter((edge) => edge.geomType === 'CIRCLE' && edge.isClosed)
      .map((edge) => edge.startPoint.toTuple())
    const chosen = (finder: EdgeFinder): EdgeFinder =>
      which === 'upright'
        ? finder.inDirection('Z').when(({ element }) => element !== undefined && !isSeam(element as Edge, circles))
        : finder.inPlane('XY', which === 'top' ? toMm : fromMm)
    return form === 'round' ? solid.fillet(sizeMm, chosen) : solid.chamfer(sizeMm, chosen)
  },
}
