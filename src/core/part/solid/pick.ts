import type { Edge, Face, Shape3D } from 'replicad'
import { distance3, type Vector3 } from '../../geometry/space'
import { vectorOf } from './edges'
import { StepError } from './steps/step'

/** From where to where a solid extends; the kernel works that out anew whenever it is asked. */
export type Bounds = readonly [from: readonly number[], to: readonly number[]]

/** A place in parts of a solid's extents. */
export function fractionOf([from, to]: Bounds, { x, y, z }: Vector3): Vector3 {
  const part = (each: number, i: 0 | 1 | 2) => (each - from[i]!) / Math.max(to[i]! - from[i]!, 1e-9)
  return { x: part(x, 0), y: part(y, 1), z: part(z, 2) }
}

/** The place that is so far through a solid's extents. */
function placeOf(solid: Shape3D, { x, y, z }: Vector3): Vector3 {
  const [from, to] = solid.boundingBox.bounds
  const at = (part: number, i: 0 | 1 | 2) => from[i] + part * (to[i] - from[i])
  return { x: at(x, 0), y: at(y, 1), z: at(z, 2) }
}

/** The place by which an edge is named: its middle. */
export const middleOf = (edge: Edge): Vector3 => vectorOf(edge.pointAt(0.5))

/** An edge that has moved by more than this part of the solid's size is another one. */
const SAME_PART = 0.05

const sizeOf = ({ boundingBox: { width, height, depth } }: Shape3D): number => Math.hypot(width, height, depth)

/** The edge whose middle lies nearest to a place in parts of the extents. @throws StepError where none is near */
export function edgeAt(solid: Shape3D, fraction: Vector3): Edge {
  const at = placeOf(solid, fraction)
  const edges = solid.edges.map((edge) => ({ edge, away: distance3(middleOf(edge), at) }))
  const nearest = edges.reduce((best, each) => (each.away < best.away ? each : best))
  if (nearest.away > SAME_PART * sizeOf(solid))
    throw new StepError('An edge that was selected is gone: select it again.')
  return nearest.edge
}

/** The place by which a face is named: its middle. */
export const middleOfFace = (face: Face): Vector3 => vectorOf(face.center)

/** The face whose middle lies nearest to a place in parts of the extents. @throws StepError where none is near */
export function faceAt(solid: Shape3D, fraction: Vector3): Face {
  const at = placeOf(solid, fraction)
  const faces = solid.faces.map((face) => ({ face, away: distance3(middleOfFace(face), at) }))
  const nearest = faces.reduce((best, each) => (each.away < best.away ? each : best))
  if (nearest.away > SAME_PART * sizeOf(solid))
    throw new StepError('A face that was selected is gone: select it again.')
  return nearest.face
}

export const edgesOfFaceAt = (solid: Shape3D, fraction: Vector3): Edge[] => faceAt(solid, fraction).edges
