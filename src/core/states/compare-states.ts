import { builtFrom } from '../building/building'
import { type Box, boxOf, isEmpty, unite } from '../geometry/box'
import { flatten } from '../geometry/piece/measure'
import type { Point } from '../geometry/vector'
import { isBuildingElement } from '../model/building-shapes'
import { levelOfElement } from '../model/level/of-element'
import { levelsOf } from '../model/level/schema'
import { Plan } from '../model/plan'
import type { ProjectRecord, RecordKind } from '../model/registry'
import { isSameRecord } from '../model/same-record'
import { displayOf } from '../model/settings/schema'
import type { Boundary } from '../model/space/boundary'
import { tablesOf } from '../tables/registry'
import type { Table } from '../tables/table'
import { inNumericOrder } from '../text/numeric-order'
import { formatArea, type LengthDisplay } from '../units/format'
import { calledIn } from './called'
import type { ElementChange } from './element-change'
import { sayFields } from './say-fields'
import { tableDifferences } from './table-differences'

type Records = ReadonlyMap<string, ProjectRecord>

/** Two states of a project against one another. */
export interface StateComparison {
  readonly elements: readonly ElementChange[]
  /** Each table in which something is otherwise, with its figures before, after, and their difference. */
  readonly tables: readonly Table[]
}

/** What is said about a model or how it is looked at is no part of it. */
const BESIDE: ReadonlySet<RecordKind> = new Set<RecordKind>(['reading', 'view', 'remark', 'mark-up'])

/** What a state comes to, as far as states are compared. */
interface State {
  readonly records: Records
  /** Of elements that differ: where they show. */
  readonly shown: ReadonlyMap<string, Shown>
  readonly rooms: ReadonlyMap<string, Boundary | null>
  readonly tables: readonly Table[]
}

interface Shown {
  readonly box: Box | null
  readonly lines: Float32Array
}

/**
 * What differs between two states of one project: elements that came, went or are otherwise, rooms whose size follows
 * from walls that changed, and quantities.
 */
export function compareStates(before: Records, given: Records): StateComparison {
  const { after, ids } = apart(before, given)
  const display = displayOf(after)
  // One plan goes from state to state: what is the same in both is worked out once.
  const plan = Plan.of(before, display)
  const was = stateOf(before, plan, ids)
  plan.update(after, display)
  const is = stateOf(after, plan, ids)
  const elements = ids.flatMap((id) => changeOf(id, was, is, display))
  const rooms = roomsOtherwise(was, is, new Set(ids), display)
  return { elements: inOrder([...elements, ...rooms], after), tables: tableDifferences(was.tables, is.tables, display) }
}

/** Which records differ, and the later state with those of the earlier one in it where they say the same. */
function apart(before: Records, given: Records): { readonly after: Records; readonly ids: readonly string[] } {
  const after = new Map(given)
  const ids: string[] = []
  for (const [id, record] of given) {
    const known = before.get(id)
    if (known && isSameRecord(known, record)) after.set(id, known)
    else ids.push(id)
  }
  for (const id of before.keys()) if (!given.has(id)) ids.push(id)
  return { after, ids }
}

function stateOf(records: Records, plan: Plan, ids: readonly string[]): State {
  const building = builtFrom(plan, records)
  const rooms = building.levels.flatMap((level) =>
    level.rooms.map(({ space, boundary }) => [space.id, boundary] as const),
  )
  const shown = ids.map((id) => [id, shownOn(plan, id)] as const)
  return { records, shown: new Map(shown), rooms: new Map(rooms), tables: tablesOf(building) }
}

/** Chords leave a curve by no more than nobody sees on a plan. */
const CHORD_MM = 5
const NO_LINES = new Float32Array()

function shownOn(plan: Plan, id: string): Shown {
  const planned = plan.shapes.get(id)
  if (!planned) return { box: null, lines: NO_LINES }
  const lines = planned.chains.flatMap(({ pieces }) => pieces.flatMap((piece) => strokesOf(flatten(piece, CHORD_MM))))
  return { box: isEmpty(planned.box) ? null : planned.box, lines: Float32Array.from(lines) }
}

/** From each point to the next, as x1 y1 x2 y2. */
const strokesOf = (points: readonly Point[]): number[] =>
  points.slice(1).flatMap((p, i) => [points[i]!.x, points[i]!.y, p.x, p.y])

function changeOf(id: string, was: State, is: State, display: LengthDisplay): ElementChange[] {
  const [before, after] = [was.records.get(id), is.records.get(id)]
  const record = after ?? before
  if (!record || BESIDE.has(record.kind)) return []
  const both = before && after
  const says = both ? sayFields(before, after, { before: was.records, after: is.records, display }) : []
  const area = both && record.kind === 'space' ? sayArea(id, was, is, display) : []
  // What was only traced anew is as it was.
  if (both && says.length + area.length === 0) return []
  return [changed(record, before ? (after ? 'changed' : 'gone') : 'new', [...says, ...area], was, is)]
}

function changed(
  record: ProjectRecord,
  what: ElementChange['what'],
  says: readonly string[],
  was: State,
  is: State,
): ElementChange {
  const { id, kind } = record
  const { records } = what === 'gone' ? was : is
  const [before, after] = [was, is].map((state) => showing(record, state)) as [Shown, Shown]
  const boxes = [before, after].flatMap(({ box }) => box ?? [])
  return {
    id,
    kind,
    what,
    called: calledIn(record, records),
    says,
    levelId: levelOf(record, records),
    box: boxes.length > 0 ? boxes.reduce(unite) : null,
    before: before.lines,
    after: after.lines,
  }
}

/** Where an element shows: a room by its edge. */
function showing({ id, kind }: ProjectRecord, { shown, rooms }: State): Shown {
  const ring = kind === 'space' ? rooms.get(id)?.ring : undefined
  if (!ring) return shown.get(id) ?? { box: null, lines: NO_LINES }
  return { box: boxOf(ring), lines: Float32Array.from(strokesOf([...ring, ring[0]!])) }
}

function levelOf(record: ProjectRecord, records: Records): string | null {
  if (isBuildingElement(record)) return levelOfElement(record, records)
  return 'levelId' in record && typeof record.levelId === 'string' ? record.levelId : null
}

/** How the area of a room changed, where anybody would see it. */
function sayArea(id: string, was: State, is: State, display: LengthDisplay): string[] {
  const [from, to] = [was, is].map(({ rooms }) => {
    const boundary = rooms.get(id)
    return boundary ? formatArea(boundary.areaMm2, display) : 'open'
  })
  return from === to ? [] : [`area ${from} became ${to}`]
}

/** Rooms that nobody touched and whose area changed with the walls around them. @param told what differs by itself */
function roomsOtherwise(was: State, is: State, told: ReadonlySet<string>, display: LengthDisplay): ElementChange[] {
  return [...is.rooms.keys()].flatMap((id) => {
    const record = is.records.get(id)
    if (told.has(id) || !record || was.rooms.get(id) === is.rooms.get(id)) return []
    const says = sayArea(id, was, is, display)
    return says.length > 0 ? [changed(record, 'changed', says, was, is)] : []
  })
}

/** From the lowest level up, then by kind; what stands on no level comes last. */
function inOrder(changes: readonly ElementChange[], records: Records): ElementChange[] {
  const levels = new Map(levelsOf(records).map(({ id }, i) => [id, i]))
  const rank = ({ levelId }: ElementChange) => levels.get(levelId ?? '') ?? levels.size
  return [...changes].sort(
    (a, b) =>
      rank(a) - rank(b) ||
      inNumericOrder(a.kind, b.kind) ||
      inNumericOrder(a.called, b.called) ||
      inNumericOrder(a.what, b.what),
  )
}
