import { nearestPlace } from '../geometry/piece/measure'
import { placeAt } from '../geometry/piece/piece'
import { distance, type Point } from '../geometry/vector'
import { chainOfRing, vertices } from '../model/path/shape'
import type { ProjectRecord } from '../model/registry'
import { type FeatureRef, RELATION_WAYS, type RelationWay } from '../model/relation/schema'
import { piecesOf, surroundingsOf } from '../model/shapes'
import { USUAL_DISPLAY } from '../units/format'
import { Figure, isSketched, type Sketched, sketchedOn } from './figure'
import { WAYS } from './ways'

type Records = ReadonlyMap<string, ProjectRecord>

/** The points of a shape that relations are made with, with their numbers: its vertices, the centres of its arcs. */
function pointsOf(shape: Sketched): { readonly anchor: number; readonly at: Point }[] {
  if (shape.kind === 'circle') return [{ anchor: 0, at: shape.center }]
  const own = vertices(shape)
  const arcs = chainOfRing(shape, shape.closed).pieces.flatMap((piece) => (piece.kind === 'arc' ? [piece.center] : []))
  return [
    ...own.map((at, anchor) => ({ anchor, at })),
    ...arcs.map((at, i) => ({ anchor: own.length + 2 * i + 1, at })),
  ]
}

/** The point or the piece of a line that somebody points at: points before pieces; null where nothing is near enough. */
export function featureNear(planeId: string, records: Records, at: Point, reachMm: number): FeatureRef | null {
  const around = surroundingsOf(records, USUAL_DISPLAY.mm)
  const shapes = sketchedOn(planeId, records)
  const points = shapes.flatMap((shape) =>
    pointsOf(shape).map(({ anchor, at: p }) => ({ ref: { id: shape.id, anchor }, awayMm: distance(p, at) })),
  )
  const pieces = shapes.flatMap((shape) =>
    piecesOf(shape, around).map((each, piece) => ({
      ref: { id: shape.id, piece },
      awayMm: distance(nearestPlace(each, at), at),
    })),
  )
  const nearest = (list: readonly { readonly ref: FeatureRef; readonly awayMm: number }[]) =>
    list
      .filter(({ awayMm }) => awayMm <= reachMm)
      .reduce<(typeof list)[number] | null>((best, each) => (!best || each.awayMm < best.awayMm ? each : best), null)
  return nearest(points)?.ref ?? nearest(pieces)?.ref ?? null
}

/** In which ways some points and pieces can be said to lie to one another. */
export function possibleWays(of: readonly FeatureRef[], records: Records): RelationWay[] {
  const shapes = [...new Set(of.map(({ id }) => id))].map((id) => records.get(id)).filter(isSketched)
  const figure = new Figure(shapes)
  const features = of.map((ref) => figure.feature(ref)).filter((feature) => feature !== null)
  if (features.length === 0 || features.length < of.length) return []
  return RELATION_WAYS.filter((way) => WAYS[way](features, figure.values, figure.values) !== null)
}

/** Where a point or piece is marked: the point, the middle of the piece; null where it is gone. */
export function placeOfFeature({ id, anchor, piece }: FeatureRef, records: Records): Point | null {
  const shape = records.get(id)
  if (!isSketched(shape)) return null
  if (anchor !== undefined) return pointsOf(shape).find((point) => point.anchor === anchor)?.at ?? null
  const around = surroundingsOf(records, USUAL_DISPLAY.mm)
  const found = piecesOf(shape, around)[piece ?? 0]
  return found ? placeAt(found, 0.5) : null
}
