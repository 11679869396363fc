import { cross, distance, dot, type Point, subtract } from '../geometry/vector'
import type { Anchor, Dimension } from '../model/dimension/schema'
import { ofKind } from '../model/of-kind'
import type { ProjectRecord } from '../model/registry'
import { type Relation, relationsOn } from '../model/relation/schema'
import type { Figure, PointFeature } from './figure'
import type { Equation } from './solve'
import { WAYS } from './ways'

/** A dimension that is to measure something stated. */
export type Driving = Dimension & { readonly stated: number }

export const isDriving = (record: ProjectRecord): record is Driving =>
  record.kind === 'dimension' && record.stated !== undefined

/** The stated dimensions of a view. */
export const drivingOn = (planeId: string, records: ReadonlyMap<string, ProjectRecord>): Driving[] =>
  ofKind('dimension', records)
    .filter(isDriving)
    .filter((each) => each.planeId === planeId)

/** What a view demands of what is drawn on it: relations and stated dimensions. */
export type Demanding = Relation | Driving

export const demandingOn = (planeId: string, records: ReadonlyMap<string, ProjectRecord>): Demanding[] => [
  ...relationsOn(planeId, records),
  ...drivingOn(planeId, records),
]

/** Ids of the shapes that a demand is about. */
export const aboutOf = (demanding: Demanding): string[] => [
  ...new Set(
    demanding.kind === 'relation'
      ? demanding.of.map(({ id }) => id)
      : demanding.anchors.flatMap(({ on }) => (on ? [on.id] : [])),
  ),
]

/** A demand as equations of a figure. */
export interface Demand {
  readonly demanding: Demanding
  readonly equations: readonly Equation[]
}

/**
 * @param values where everything lies now
 * @param was where it lay before it was changed
 * @returns null where what it is about is not there, or it can't be said of it
 */
export function demandOf(demanding: Demanding, figure: Figure, values: Float64Array, was: Float64Array): Demand | null {
  const equations =
    demanding.kind === 'relation'
      ? relationEquations(demanding, figure, values, was)
      : dimensionEquations(demanding, figure, values)
  return equations && { demanding, equations }
}

function relationEquations({ way, of }: Relation, figure: Figure, values: Float64Array, was: Float64Array) {
  const features = of.map((ref) => figure.feature(ref))
  return features.every((each) => each !== null) ? WAYS[way](features, values, was) : null
}

/** The place that is measured; one that follows nothing stays where it is. */
function placeOf({ at, on }: Anchor, figure: Figure): PointFeature {
  const followed = on && figure.feature(on)
  if (followed?.kind === 'point') return followed
  const here = figure.inside(at)
  return { kind: 'point', of: [], at: () => here }
}

function dimensionEquations(dimension: Driving, figure: Figure, values: Float64Array): Equation[] | null {
  const { way, stated } = dimension
  const places = dimension.anchors.map((anchor) => placeOf(anchor, figure))
  const of = [...new Set(places.flatMap((place) => place.of))]
  if (of.length === 0) return null
  const [a, b, c] = places as [PointFeature, PointFeature, PointFeature | undefined]
  const length = stated / figure.sizeMm
  if (way === 'angle') return c ? [{ of, residual: (v) => turnBetween(a.at(v), b.at(v), c.at(v), stated) }] : null
  if (way === 'level' || way === 'upright') {
    const axis = way === 'level' ? 'x' : 'y'
    const side = b.at(values)[axis] >= a.at(values)[axis] ? 1 : -1
    return [{ of, residual: (v) => side * (b.at(v)[axis] - a.at(v)[axis]) - length }]
  }
  return [{ of, residual: (v) => distance(a.at(v), b.at(v)) - length }]
}

/** By how much the turn from one leg to the other, anticlockwise, is off what is stated, radians. */
function turnBetween(tip: Point, from: Point, to: Point, statedRad: number): number {
  const [u, w] = [subtract(from, tip), subtract(to, tip)]
  const turn = Math.atan2(cross(u, w), dot(u, w)) - statedRad
  return Math.atan2(Math.sin(turn), Math.cos(turn))
}
