import type { ProjectRecord } from '../model/registry'
import { aboutOf, type Demand, type Demanding, demandingOn, demandOf } from './demands'
import { Figure, isSketched, type Sketched } from './figure'
import { Independence } from './independence'
import { farthestOff, SOLVED, solveEquations } from './solve'

type Records = ReadonlyMap<string, ProjectRecord>

/** A demand that can't be met together with others. */
export interface Conflict {
  readonly demanding: Demanding
  /** Those that it contradicts, as far as that can be told. */
  readonly others: readonly Demanding[]
}

/** How far what is drawn on a view is determined. */
export interface SketchState {
  /** How many numbers of what is related can still be chosen freely. */
  readonly freedom: number
  /** What follows from others. */
  readonly redundant: readonly Demanding[]
  readonly conflicts: readonly Conflict[]
  /** What is about something that is gone, or has changed its kind. */
  readonly idle: readonly Demanding[]
}

/** What hangs together by demands. */
interface Group {
  readonly shapes: readonly Sketched[]
  readonly demanding: readonly Demanding[]
}

/** Shapes and demands of a view in groups that have nothing to do with one another. */
function groupsOn(planeId: string, records: Records): Group[] {
  const demanding = demandingOn(planeId, records)
  const leader = new Map<string, string>()
  const find = (id: string): string => {
    const next = leader.get(id) ?? id
    return next === id ? id : find(next)
  }
  const about = new Map(demanding.map((each) => [each, aboutOf(each).filter((id) => isSketched(records.get(id)))]))
  for (const ids of about.values()) for (const id of ids) leader.set(find(id), find(ids[0]!))
  const groups = new Map<string, { shapes: Sketched[]; demanding: Demanding[] }>()
  const groupOf = (id: string) => {
    const known = groups.get(id) ?? { shapes: [], demanding: [] }
    groups.set(id, known)
    return known
  }
  for (const id of new Set([...about.values()].flat())) groupOf(find(id)).shapes.push(records.get(id) as Sketched)
  for (const [each, ids] of about) groupOf(ids[0] === undefined ? '' : find(ids[0])).demanding.push(each)
  return [...groups.values()]
}

/** The values of shapes as they were before, in the figure's own places, where they had as many. */
function valuesBefore(figure: Figure, shapes: readonly Sketched[], before: Records): Float64Array {
  const former = shapes.map((shape) => {
    const was = before.get(shape.id)
    return isSketched(was) && was.kind === shape.kind ? was : shape
  })
  return figure.valuesOf(former) ?? figure.values
}

/**
 * Moves what is drawn on a view as little as possible so that everything demanded of it holds. What can't hold together
 * with what came before it is left out.
 * @param records with the change applied
 * @param before without it: what was met then comes first, what is changed last
 * @param changed ids of what a person has just changed: it yields last
 * @returns the shapes that moved
 */
export function solveView(
  planeId: string,
  records: Records,
  before: Records,
  changed: ReadonlySet<string>,
): Sketched[] {
  return groupsOn(planeId, records)
    .filter((group) => [...group.shapes, ...group.demanding].some(({ id }) => changed.has(id)))
    .flatMap((group) => solveGroup(group, before, changed))
}

/** A dimension takes its size from its first point on. */
function heldBy(demanding: Demanding, figure: Figure): readonly number[] {
  const first = demanding.kind === 'dimension' ? demanding.anchors[0]?.on : undefined
  return (first && figure.feature(first)?.of) ?? []
}

/** By how much harder than others what was just changed moves. */
const HARDER = 1e-3

function solveGroup({ shapes, demanding }: Group, before: Records, changed: ReadonlySet<string>): Sketched[] {
  const figure = new Figure(shapes)
  const was = valuesBefore(figure, shapes, before)
  const { values } = figure
  const demands = demanding.flatMap((each) => demandOf(each, figure, values, was) ?? [])
  // What was not met before, or has just come, yields to what was.
  const late = ({ demanding: each, equations }: Demand) =>
    changed.has(each.id) ? 2 : farthestOff(equations, was) > SOLVED ? 1 : 0
  const ordered = [...demands].sort((a, b) => late(a) - late(b))
  const touched = [
    ...shapes.flatMap((shape) => (changed.has(shape.id) ? figure.changedUnknowns(shape, was) : [])),
    ...demanding.flatMap((each) => (changed.has(each.id) ? heldBy(each, figure) : [])),
  ]
  const hard = new Set(touched)
  const solved = solveDemands(
    ordered,
    values,
    (unknown) => (hard.has(unknown) ? HARDER : 1),
    (demand) => late(demand) === 0,
  )
  return shapes.flatMap((shape) => (figure.moved(shape, solved) ? [figure.shape(shape, solved)] : []))
}

const isMet = (demands: readonly Demand[], values: Float64Array): boolean =>
  farthestOff(
    demands.flatMap(({ equations }) => equations),
    values,
  ) <= SOLVED

/**
 * All together; where that has no solution, what was met already, then one after another what can be met besides.
 * @param demands those that were met already first
 * @param start where they were met
 */
export function solveDemands(
  demands: readonly Demand[],
  start: Float64Array,
  ease: (unknown: number) => number,
  wasMet: (demand: Demand) => boolean = () => false,
): Float64Array {
  const solve = (some: readonly Demand[], from: Float64Array) =>
    solveEquations(
      some.flatMap(({ equations }) => equations),
      from,
      ease,
    )
  const all = solve(demands, start)
  if (isMet(demands, all)) return all
  const first = demands.filter(wasMet)
  const kept = solve(first, start)
  let values = isMet(first, kept) ? kept : start
  let met: Demand[] = values === kept ? first : []
  for (const demand of demands) {
    if (met.includes(demand)) continue
    const tried = solve([...met, demand], values)
    if (!isMet([...met, demand], tried)) continue
    values = tried
    met = [...met, demand]
  }
  return values
}

/** How far a view is determined, as it is drawn now. */
export function stateOf(planeId: string, records: Records): SketchState {
  const states = groupsOn(planeId, records).map(stateOfGroup)
  return {
    freedom: states.reduce((sum, { freedom }) => sum + freedom, 0),
    redundant: states.flatMap(({ redundant }) => redundant),
    conflicts: states.flatMap(({ conflicts }) => conflicts),
    idle: states.flatMap(({ idle }) => idle),
  }
}

/** A residual above this is told: a thousandth of what anybody makes, in parts of the figure. */
const UNMET = 1e-7

function stateOfGroup({ shapes, demanding }: Group): SketchState {
  const figure = new Figure(shapes)
  const { values } = figure
  const demands = demanding.map((each) => ({ each, demand: demandOf(each, figure, values, values) }))
  const said = demands.flatMap(({ demand }) => demand ?? [])
  const met = said.filter(({ equations }) => farthestOff(equations, values) <= UNMET)
  const known = new Independence(values)
  const rows: Demanding[] = []
  const redundant = met.flatMap(({ demanding: each, equations }) => {
    const news = equations.filter((equation) => {
      rows.push(each)
      return known.add(equation)
    })
    return news.length === 0 ? [each] : []
  })
  /** What is met and leaves a demand no room. */
  const othersOf = ({ equations }: Demand): Demanding[] => [
    ...new Set(equations.flatMap((equation) => known.followsFrom(equation) ?? []).map((number) => rows[number]!)),
  ]
  return {
    freedom: values.length - known.rank,
    redundant,
    conflicts: said
      .filter((demand) => !met.includes(demand))
      .map((demand) => ({ demanding: demand.demanding, others: othersOf(demand) })),
    idle: demands.flatMap(({ each, demand }) => (demand ? [] : [each])),
  }
}
