import { type Edge, EdgeFinder, type Shape3D } from 'replicad'
import type { Edges } from '../../../model/part/steps'
import { edgeAt, edgesOfFaceAt } from '../pick'
import { reachAlong, StepError, type StepKind } from './step'

const UP = { x: 0, y: 0, z: 1 }

/** A cylinder is closed along an edge that is none of the part's: it begins and ends on one whole circle. */
const isSeam = (edge: Edge, circles: readonly (readonly [number, number, number])[]): boolean => {
  const { x, y, z } = edge.startPoint
  return circles.some(([cx, cy, cz]) => Math.hypot(x - cx, y - cy, z - cz) < 1e-6)
}

/** The edges that a step shapes. @throws StepError */
function chosen({ which, at = [] }: Edges, solid: Shape3D): Edge[] {
  switch (which) {
    case 'upright': {
      const circles = solid.edges
        .filter((edge) => edge.geomType === 'CIRCLE' && edge.isClosed)
        .map((edge) => edge.startPoint.toTuple())
      return new EdgeFinder()
        .inDirection('Z')
        .find(solid)
        .filter((edge) => !isSeam(edge, circles))
    }
    case 'top':
    case 'bottom': {
      const { fromMm, toMm } = reachAlong(solid, UP)
      return new EdgeFinder().inPlane('XY', which === 'top' ? toMm : fromMm).find(solid)
    }
    case 'picked':
      return at.map((place) => edgeAt(solid, place))
    case 'face':
      return at.flatMap((place) => edgesOfFaceAt(solid, place))
  }
}

/** Rounds or bevels edges: those that run upwards, those around the top or the bottom, picked ones, all of picked faces. */
export const edges: StepKind<Edges> = {
  needs: () => [],
  reshape: (step, solid) => {
    const wanted = chosen(step, solid)
    if (wanted.length === 0) throw new StepError('There are no such edges.')
    const only = (finder: EdgeFinder) =>
      finder.when(({ element }) => element !== undefined && wanted.some((edge) => edge.isSame(element as Edge)))
    return step.form === 'round' ? solid.fillet(step.sizeMm, only) : solid.chamfer(step.sizeMm, only)
  },
}
