import { cross, distance, dot, type Point, subtract } from '../geometry/vector'
import type { RelationWay } from '../model/relation/schema'
import type { Feature, LineFeature, PointFeature, RoundFeature } from './figure'
import type { Equation } from './solve'

/**
 * One way in which things may lie to one another: what has to be zero for it to hold; null where it can't be said of
 * these. Directions are compared by sines and cosines, places in the figure's own space.
 * @param values where they lie now: of several ways in which it may hold, the nearest is taken
 * @param was where they lay before they were changed
 */
export type Way = (features: readonly Feature[], values: Float64Array, was: Float64Array) => Equation[] | null

type Kinds = { point: PointFeature; line: LineFeature; round: RoundFeature }

/** Features in the order of some kinds, where they are of those; null where not. */
function asKinds<const K extends readonly (keyof Kinds)[]>(
  features: readonly Feature[],
  ...kinds: K
): { [I in keyof K]: Kinds[K[I]] } | null {
  if (features.length !== kinds.length) return null
  const left = [...features]
  const sorted = kinds.map((kind) => {
    const at = left.findIndex((feature) => feature.kind === kind)
    return at < 0 ? null : left.splice(at, 1)[0]!
  })
  return sorted.includes(null) ? null : (sorted as unknown as { [I in keyof K]: Kinds[K[I]] })
}

const equation = (
  features: readonly { readonly of: readonly number[] }[],
  residual: Equation['residual'],
): Equation => ({
  of: [...new Set(features.flatMap(({ of }) => of))],
  residual,
})

/** The direction of a line, of length one. */
export function directionOf(line: LineFeature, values: Float64Array): Point {
  const [a, b] = [line.start(values), line.end(values)]
  const length = distance(a, b) || 1e-300
  return { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
}

const lengthOf = (line: LineFeature, values: Float64Array) => distance(line.start(values), line.end(values))

/** How far a place lies to the left of a line. */
const aside = (p: Point, line: LineFeature, values: Float64Array) =>
  cross(directionOf(line, values), subtract(p, line.start(values)))

function alongAxis(axis: 'x' | 'y'): Way {
  return (features) => {
    const line = asKinds(features, 'line')
    if (line) return [equation(line, (v) => directionOf(line[0], v)[axis])]
    const ends = asKinds(features, 'point', 'point')
    return ends && [equation(ends, (v) => ends[0].at(v)[axis] - ends[1].at(v)[axis])]
  }
}

function bothLines(how: (a: Point, b: Point) => number): Way {
  return (features) => {
    const lines = asKinds(features, 'line', 'line')
    return lines && [equation(lines, (v) => how(directionOf(lines[0], v), directionOf(lines[1], v)))]
  }
}

/** Ends nearer than this to one another, or to what they should touch, lie on it. */
const TOUCHING = 1e-5

function tangent(features: readonly Feature[], values: Float64Array): Equation[] | null {
  const mixed = asKinds(features, 'line', 'round')
  if (mixed) return [lineToRound(...mixed, values)]
  const rounds = asKinds(features, 'round', 'round')
  return rounds && [roundToRound(...rounds, values)]
}

/** Where the line ends on the round one, its radius there is square to it; else it keeps its radius off the centre. */
function lineToRound(line: LineFeature, round: RoundFeature, values: Float64Array): Equation {
  const [center, radius] = [round.center(values), round.radius(values)]
  const touches = [line.start, line.end].find((end) => Math.abs(distance(end(values), center) - radius) < TOUCHING)
  if (touches)
    return equation(
      [line, round],
      (v) => dot(subtract(touches(v), round.center(v)), directionOf(line, v)) / round.radius(v),
    )
  const side = Math.sign(aside(center, line, values)) || 1
  return equation([line, round], (v) => side * aside(round.center(v), line, v) - round.radius(v))
}

function roundToRound(a: RoundFeature, b: RoundFeature, values: Float64Array): Equation {
  const shared = a.ends(values).findIndex((p) => b.ends(values).some((q) => distance(p, q) < TOUCHING))
  if (shared >= 0)
    return equation([a, b], (v) => {
      const p = a.ends(v)[shared]!
      return cross(subtract(p, a.center(v)), subtract(p, b.center(v))) / (a.radius(v) * b.radius(v))
    })
  const apart = (v: Float64Array) => distance(a.center(v), b.center(v))
  const [ra, rb] = [a.radius(values), b.radius(values)]
  const outside = Math.abs(apart(values) - ra - rb) <= Math.abs(apart(values) - Math.abs(ra - rb))
  const larger = ra >= rb ? 1 : -1
  return outside
    ? equation([a, b], (v) => apart(v) - a.radius(v) - b.radius(v))
    : equation([a, b], (v) => apart(v) - larger * (a.radius(v) - b.radius(v)))
}

function equal(features: readonly Feature[]): Equation[] | null {
  const lines = asKinds(features, 'line', 'line')
  if (lines) return [equation(lines, (v) => lengthOf(lines[0], v) - lengthOf(lines[1], v))]
  const rounds = asKinds(features, 'round', 'round')
  return rounds && [equation(rounds, (v) => rounds[0].radius(v) - rounds[1].radius(v))]
}

/** Two places that are one. */
const together = (of: readonly Feature[], a: (v: Float64Array) => Point, b: (v: Float64Array) => Point): Equation[] => [
  equation(of, (v) => a(v).x - b(v).x),
  equation(of, (v) => a(v).y - b(v).y),
]

function on(features: readonly Feature[]): Equation[] | null {
  const points = asKinds(features, 'point', 'point')
  if (points) return together(points, points[0].at, points[1].at)
  const onLine = asKinds(features, 'point', 'line')
  if (onLine) return [equation(onLine, (v) => aside(onLine[0].at(v), onLine[1], v))]
  const onRound = asKinds(features, 'point', 'round')
  return onRound && [equation(onRound, (v) => distance(onRound[0].at(v), onRound[1].center(v)) - onRound[1].radius(v))]
}

function concentric(features: readonly Feature[]): Equation[] | null {
  const rounds = asKinds(features, 'round', 'round')
  if (rounds) return together(rounds, rounds[0].center, rounds[1].center)
  const mixed = asKinds(features, 'round', 'point')
  return mixed && together(mixed, mixed[0].center, mixed[1].at)
}

function symmetric(features: readonly Feature[]): Equation[] | null {
  const mixed = asKinds(features, 'point', 'point', 'line')
  if (!mixed) return null
  const [a, b, axis] = mixed
  return [
    equation(mixed, (v) => aside(a.at(v), axis, v) + aside(b.at(v), axis, v)),
    equation(mixed, (v) => dot(subtract(b.at(v), a.at(v)), directionOf(axis, v))),
  ]
}

/** A point, or a whole piece, stays where it is. */
function fixed(features: readonly Feature[], _: Float64Array, was: Float64Array): Equation[] | null {
  if (features.length !== 1) return null
  return features[0]!.of.map((unknown) => {
    const here = was[unknown]!
    return { of: [unknown], residual: (v) => v[unknown]! - here }
  })
}

/** Every way; a new one is its name in the schema and a line here. */
export const WAYS: Readonly<Record<RelationWay, Way>> = {
  on,
  level: alongAxis('y'),
  upright: alongAxis('x'),
  parallel: bothLines(cross),
  square: bothLines(dot),
  tangent,
  concentric,
  equal,
  symmetric,
  fixed,
}
