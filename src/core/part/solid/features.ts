import type { Edge, Face, Shape3D } from 'replicad'
import { measureArea, measureDistanceBetween } from 'replicad'
import { cross3, distance3, length3, subtract3, type Vector3 } from '../../geometry/space'
import { vectorOf } from './edges'
import { type Bounds, fractionOf, middleOf, middleOfFace } from './pick'

/** What can be told of an edge or a face of a solid. Millimetres, in the part's own space. */
export interface SolidFeature {
  readonly kind: 'edge' | 'face'
  readonly form: 'straight' | 'round' | 'flat' | 'curved'
  /** How long an edge is; how large a face is, in square millimetres. */
  readonly size: number
  /** Of what is round: an edge along a circle, a face of a cylinder. */
  readonly radiusMm: number | null
  /** The place by which it is named, in parts of the solid's extents. */
  readonly at: Vector3
}

/** The radius of the circle through three places of a curve. */
function radiusThrough(edge: Edge): number {
  const [a, b, c] = [0.1, 0.4, 0.8].map((t) => vectorOf(edge.pointAt(t))) as [Vector3, Vector3, Vector3]
  const area = length3(cross3(subtract3(b, a), subtract3(c, a))) / 2
  return (distance3(a, b) * distance3(b, c) * distance3(c, a)) / (4 * area)
}

function edgeFeature(edge: Edge, bounds: Bounds): SolidFeature {
  const round = edge.geomType === 'CIRCLE'
  return {
    kind: 'edge',
    form: edge.geomType === 'LINE' ? 'straight' : round ? 'round' : 'curved',
    size: edge.length,
    radiusMm: round ? radiusThrough(edge) : null,
    at: fractionOf(bounds, middleOf(edge)),
  }
}

function faceFeature(face: Face, bounds: Bounds): SolidFeature {
  const circle = face.geomType === 'CYLINDRE' ? face.edges.find((edge) => edge.geomType === 'CIRCLE') : undefined
  return {
    kind: 'face',
    form: face.geomType === 'PLANE' ? 'flat' : face.geomType === 'CYLINDRE' ? 'round' : 'curved',
    size: measureArea(face),
    radiusMm: circle ? radiusThrough(circle) : null,
    at: fractionOf(bounds, middleOfFace(face)),
  }
}

/** An edge or a face by its number, in the order of the mesh. */
export interface FeatureNumber {
  readonly kind: 'edge' | 'face'
  readonly index: number
}

const featureOf = (solid: Shape3D, { kind, index }: FeatureNumber): Edge | Face | undefined =>
  kind === 'edge' ? solid.edges[index] : solid.faces[index]

/** The least distance between two edges or faces of a solid; null where there is no such one. */
export function distanceBetween(solid: Shape3D, a: FeatureNumber, b: FeatureNumber): number | null {
  const [one, other] = [featureOf(solid, a), featureOf(solid, b)]
  return one && other ? measureDistanceBetween(one, other) : null
}

/** What can be told of an edge or a face; null where there is no such one. */
export function featureAt(solid: Shape3D, number: FeatureNumber): SolidFeature | null {
  const { bounds } = solid.boundingBox
  if (number.kind === 'edge') {
    const edge = solid.edges[number.index]
    return edge ? edgeFeature(edge, bounds) : null
  }
  const face = solid.faces[number.index]
  return face ? faceFeature(face, bounds) : null
}
