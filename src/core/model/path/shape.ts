import { type Chain, chainOf } from '../../draft/chain'
import { type Affine, apply } from '../../geometry/affine'
import { circleThrough } from '../../geometry/piece/feet'
import { mirrors } from '../../geometry/piece/map'
import { type Arc, bulgedPiece, bulgeOf, endOf, placeAt, type Segment, startOf } from '../../geometry/piece/piece'
import { cross, distance, type Point, subtract } from '../../geometry/vector'
import type { ShapeKind } from '../shape'
import { type Path, pathSchema, type Ring } from './schema'

export const vertices = ({ xy }: { readonly xy: readonly number[] }): Point[] =>
  Array.from({ length: xy.length / 2 }, (_, i) => ({ x: xy[i * 2]!, y: xy[i * 2 + 1]! }))

/** x, y of each point in a row. */
export function coordinatesOf(points: readonly Point[]): number[] {
  const xy: number[] = []
  for (const { x, y } of points) xy.push(x, y)
  return xy
}

export const mappedCoordinates = (xy: readonly number[], map: Affine): number[] =>
  coordinatesOf(vertices({ xy }).map((p) => apply(map, p)))

/** Coordinates with one vertex elsewhere. */
export function withVertex(xy: readonly number[], index: number, to: Point): number[] {
  const moved = [...xy]
  moved[index * 2] = to.x
  moved[index * 2 + 1] = to.y
  return moved
}

export function chainOfRing({ xy, bulges }: Ring, closed: boolean): Chain {
  const points = vertices({ xy })
  const count = closed ? points.length : points.length - 1
  const pieces = Array.from({ length: count }, (_, i) =>
    bulgedPiece(points[i]!, points[(i + 1) % points.length]!, bulges?.[i] ?? 0),
  )
  return chainOf(pieces, closed)
}

/** Coordinates and bulges of a chain of straight pieces and arcs. */
export function ringOf({ pieces, closed }: Chain): Ring & { closed: boolean } {
  const plain = pieces as readonly (Segment | Arc)[]
  const points = plain.map(startOf)
  if (!closed) points.push(endOf(plain.at(-1)!))
  const xy = coordinatesOf(points)
  const round = plain.some(({ kind }) => kind === 'arc')
  return { xy, ...(round && { bulges: plain.map(bulgeOf) }), closed }
}

export const mappedRing = (ring: Ring, map: Affine): Ring => ({
  xy: mappedCoordinates(ring.xy, map),
  ...(ring.bulges && { bulges: mirrors(map) ? ring.bulges.map((bulge) => -bulge) : ring.bulges }),
})

/** Most paths have none, and are asked often. */
const arcsOf = (path: Path): { index: number; arc: Arc }[] =>
  path.bulges
    ? chainOfRing(path, path.closed).pieces.flatMap((arc, index) => (arc.kind === 'arc' ? [{ index, arc }] : []))
    : []

export const pathShape: ShapeKind<Path> = {
  schema: pathSchema,
  word: 'line',
  caught: true,
  line: true,
  chains: (path) => [chainOfRing(path, path.closed)],
  spots: (path) => arcsOf(path).map(({ arc }) => ({ word: 'centre', at: arc.center })),
  // Vertices first, then the middles of arcs.
  grips: (path) => [...vertices(path), ...arcsOf(path).map(({ arc }) => placeAt(arc, 0.5))],
  anchors: (path) => [...vertices(path), ...arcsOf(path).flatMap(({ arc }) => [placeAt(arc, 0.5), arc.center])],
  withGrip: (path, index, to) => {
    const points = vertices(path)
    if (index < points.length) return { ...path, xy: withVertex(path.xy, index, to) }
    const found = arcsOf(path)[index - points.length]
    if (!found) return path
    const [a, b] = [points[found.index]!, points[(found.index + 1) % points.length]!]
    const bulges = points.map((_, i) => path.bulges?.[i] ?? 0)
    bulges[found.index] = bulgeThrough(a, b, to)
    return { ...path, bulges }
  },
  byGrips: true,
  mapped: (path, map) => ({
    ...path,
    ...mappedRing(path, map),
    ...(path.drawn && { drawn: mappedRing(path.drawn, map) }),
  }),
}

/** The bulge of the arc from `a` to `b` that runs over `p`. */
export function bulgeThrough(a: Point, b: Point, p: Point): number {
  const round = circleThrough(a, p, b)
  if (!round) return 0
  const chord = distance(a, b)
  const left = cross(subtract(b, a), subtract(p, a)) > 0
  // The height of the arc over its chord, on the side of `p`.
  const toCenter = cross(subtract(b, a), subtract(round.center, a)) / chord
  const height = round.radius + (left ? toCenter : -toCenter)
  return ((left ? -1 : 1) * height * 2) / chord
}
