import { cross, distance, dot } from '../geometry/vector'
import type { FeatureRef, Relation, RelationWay } from '../model/relation/schema'
import { aboutOf, type Demand, type Demanding, demandOf } from './demands'
import { type Feature, Figure, type LineFeature, type RoundFeature, type Sketched } from './figure'
import { Independence } from './independence'
import { solveDemands } from './sketch'
import { directionOf } from './ways'

interface Named<F extends Feature = Feature> {
  readonly ref: FeatureRef
  readonly feature: F
}

/** What lies so near was meant to: printed lines are rounded to about this. */
const MEANT_MM = 0.02
/** Directions that are off by no more than this were meant: a tenth of a degree. */
const MEANT_RAD = 0.0018
/** Where arcs of a sheet were recognised, their ends are less exact. */
const MEANT_TANGENT_RAD = 0.01

const isLine = (named: Named): named is Named<LineFeature> => named.feature.kind === 'line'
const isRound = (named: Named): named is Named<RoundFeature> => named.feature.kind === 'round'
const isPoint = (named: Named): boolean => named.feature.kind === 'point'

/** Each of a list with the first one before it that it agrees with: what holds between the others follows. */
function alikes<T>(list: readonly T[], agree: (a: T, b: T) => boolean): [T, T][] {
  const firsts: T[] = []
  return list.flatMap((each): [T, T][] => {
    const first = firsts.find((other) => agree(other, each))
    if (first !== undefined) return [[first, each]]
    firsts.push(each)
    return []
  })
}

/** Every two of a list, each pair once. */
const pairsOf = <T>(list: readonly T[]): [T, T][] =>
  list.flatMap((a, i) => list.slice(i + 1).map((b): [T, T] => [a, b]))

/**
 * Relations that newly drawn lines already have, to one another and to what is there: those that say nothing new are
 * left out.
 * @param drawn what is new
 * @param all everything on the view, what is new too
 */
export function foundRelations(
  planeId: string,
  drawn: readonly Sketched[],
  all: readonly Sketched[],
  known: readonly Demanding[],
  newId: () => string,
): Relation[] {
  const isNew = new Set(drawn.map(({ id }) => id))
  const relation = (way: RelationWay, ...of: readonly Named[]): Relation => ({
    id: newId(),
    kind: 'relation',
    planeId,
    way,
    of: of.map(({ ref }) => ref),
  })
  const candidates = candidatesAmong(new Figure(all), all, isNew).map(([way, ...of]) => relation(way, ...of))
  // Only what hangs together with what is new matters.
  const near = reachedFrom([...isNew, ...candidates.flatMap(aboutOf)], known)
  const figure = new Figure(all.filter(({ id }) => near.has(id)))
  const { values } = figure
  const asDemand = (each: Demanding): Demand[] => {
    const demand = demandOf(each, figure, values, values)
    return demand ? [demand] : []
  }
  const before = known.filter((each) => aboutOf(each).every((id) => near.has(id))).flatMap(asDemand)
  const found = candidates.flatMap(asDemand)
  // Lines of a sheet are rounded: what follows from what is told once everything is exact.
  const exact = solveDemands([...before, ...found], values, () => 1)
  const said = new Independence(exact)
  for (const { equations } of before) for (const equation of equations) said.add(equation)
  return found.flatMap(({ demanding, equations }) => {
    if (!equations.every((equation) => said.isNew(equation))) return []
    for (const equation of equations) said.add(equation)
    return [demanding as Relation]
  })
}

/** Shapes with all that hang together with them by demands. */
function reachedFrom(ids: readonly string[], known: readonly Demanding[]): ReadonlySet<string> {
  const byShape = new Map<string, string[]>()
  for (const about of known.map(aboutOf))
    for (const id of about) byShape.set(id, [...(byShape.get(id) ?? []), ...about])
  const reached = new Set<string>()
  const left = [...ids]
  for (let id = left.pop(); id !== undefined; id = left.pop()) {
    if (reached.has(id)) continue
    reached.add(id)
    left.push(...(byShape.get(id) ?? []))
  }
  return reached
}

type Candidate = readonly [RelationWay, ...Named[]]

/** What holds, the most telling first. */
function candidatesAmong(figure: Figure, shapes: readonly Sketched[], isNew: ReadonlySet<string>): Candidate[] {
  const { values, sizeMm } = figure
  const named = shapes.flatMap((shape): Named[] => [...figure.features(shape)])
  const near = MEANT_MM / sizeMm
  const fresh = ({ ref }: Named) => isNew.has(ref.id)
  const concerns = (some: readonly Named[]) => some.some(fresh)
  const byShape = shapes.map((shape) => named.filter(({ ref }) => ref.id === shape.id))
  const lines = named.filter(isLine)
  const rounds = named.filter(isRound)
  const points = byShape.flatMap((own) => own.filter(isPoint).filter(({ ref }) => isOwnPoint(ref, own)))
  const at = (point: Named) => (point.feature.kind === 'point' ? point.feature.at(values) : { x: 0, y: 0 })
  const slope = (line: Named<LineFeature>) => directionOf(line.feature, values)
  const isLevel = (line: Named<LineFeature>) => Math.abs(slope(line).y) < MEANT_RAD
  const isUpright = (line: Named<LineFeature>) => Math.abs(slope(line).x) < MEANT_RAD
  const slanted = lines.filter((line) => !isLevel(line) && !isUpright(line))
  const concentric = (a: Named<RoundFeature>, b: Named<RoundFeature>) =>
    distance(a.feature.center(values), b.feature.center(values)) < near
  const together = alikes(points, (a, b) => a.ref.id !== b.ref.id && distance(at(a), at(b)) < near).filter(concerns)
  const resting = points.flatMap((point) =>
    lines
      .filter(
        (line) =>
          line.ref.id !== point.ref.id &&
          concerns([point, line]) &&
          liesWithin(at(point), line.feature, values, near) &&
          !together.some((pair) => pair.includes(point)),
      )
      .map((line): Candidate => ['on', point, line]),
  )
  return [
    ...together.map(([a, b]): Candidate => ['on', a, b]),
    ...resting,
    ...lines.filter(fresh).flatMap((line): Candidate[] => {
      if (isLevel(line)) return [['level', line]]
      return isUpright(line) ? [['upright', line]] : []
    }),
    ...[...lines, ...rounds].flatMap((a) =>
      rounds
        .filter((b) => a !== b && concerns([a, b]) && a.ref.id === b.ref.id && follows(a, b) && touches(a, b, figure))
        .map((b): Candidate => ['tangent', a, b]),
    ),
    ...alikes(rounds, concentric)
      .filter(concerns)
      .map(([a, b]): Candidate => ['concentric', a, b]),
    ...alikes(rounds, (a, b) => Math.abs(a.feature.radius(values) - b.feature.radius(values)) < near)
      .filter(concerns)
      .map(([a, b]): Candidate => ['equal', a, b]),
    ...pairsOf(slanted)
      .filter(([a, b]) => concerns([a, b]) && a.ref.id === b.ref.id && follows(a, b))
      .filter(([a, b]) => Math.abs(dot(slope(a), slope(b))) < MEANT_RAD)
      .map(([a, b]): Candidate => ['square', a, b]),
    ...alikes(slanted, (a, b) => a.ref.id === b.ref.id && Math.abs(cross(slope(a), slope(b))) < MEANT_RAD)
      .filter(concerns)
      .map(([a, b]): Candidate => ['parallel', a, b]),
    ...mirrored(byShape, figure, near, concerns),
  ]
}

/** Whether a shape is a whole circle, by what it has. */
const isCircle = (own: readonly Named[]): boolean => own.length === 2 && own.some(isRound)

/** Vertices and the centres of whole circles; middles and centres of arcs follow from these. @param own of one shape */
function isOwnPoint({ anchor }: FeatureRef, own: readonly Named[]): boolean {
  const arcs = own.filter(isRound).length
  return isCircle(own) || anchor! < own.filter(isPoint).length - 2 * arcs
}

/** Pairs of circles that lie in a mirror to one another, at straight lines drawn by themselves. */
function mirrored(
  shapes: readonly (readonly Named[])[],
  { values }: Figure,
  near: number,
  concerns: (named: readonly Named[]) => boolean,
): Candidate[] {
  const axes = shapes.flatMap((own) => {
    const lines = own.filter(isLine)
    return lines.length === 1 && own.length === 3 ? lines : []
  })
  const centers = shapes.filter(isCircle).flatMap((own) => own.filter(isPoint))
  const at = ({ feature }: Named) => (feature.kind === 'point' ? feature.at(values) : { x: 0, y: 0 })
  return axes.flatMap((axis): Candidate[] => {
    const along = directionOf(axis.feature, values)
    const start = axis.feature.start(values)
    const places = centers.map((center) => {
      const { x, y } = at(center)
      const from = { x: x - start.x, y: y - start.y }
      return { center, along: dot(along, from), aside: cross(along, from) }
    })
    return places
      .filter(({ aside }) => aside > near)
      .flatMap((left): Candidate[] => {
        const right = places.find(
          (each) => Math.abs(each.aside + left.aside) < near && Math.abs(each.along - left.along) < near,
        )
        return right && concerns([left.center, right.center, axis])
          ? [['symmetric', left.center, right.center, axis]]
          : []
      })
  })
}

function liesWithin(p: { x: number; y: number }, line: LineFeature, values: Float64Array, near: number): boolean {
  const [a, b] = [line.start(values), line.end(values)]
  const along = directionOf(line, values)
  const from = { x: p.x - a.x, y: p.y - a.y }
  const t = dot(from, along)
  return t > near && t < distance(a, b) - near && Math.abs(cross(along, from)) < near
}

/** Whether one piece comes right after another in their line: also the last before the first. */
const follows = (a: Named, b: Named): boolean => a.feature.of.some((unknown) => b.feature.of.includes(unknown))

/** Whether two pieces that share an end go on in one direction there. */
function touches(a: Named<LineFeature | RoundFeature>, b: Named<RoundFeature>, { values }: Figure): boolean {
  const ends = (piece: LineFeature | RoundFeature) =>
    piece.kind === 'line' ? [piece.start(values), piece.end(values)] : piece.ends(values)
  const shared = ends(a.feature).find((p) => ends(b.feature).some((q) => distance(p, q) < 1e-12))
  if (!shared) return false
  const radius = (round: RoundFeature) => {
    const { x, y } = round.center(values)
    const r = round.radius(values)
    return { x: (shared.x - x) / r, y: (shared.y - y) / r }
  }
  const off =
    a.feature.kind === 'line'
      ? dot(directionOf(a.feature, values), radius(b.feature))
      : cross(radius(a.feature), radius(b.feature))
  return Math.abs(off) < MEANT_TANGENT_RAD
}
