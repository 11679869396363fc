import equal from 'fast-deep-equal'
import type { Edit } from '../model/change/change'
import type { ProjectRecord } from '../model/registry'
import type { Relation } from '../model/relation/schema'
import { isPartView } from '../model/work-plane/schema'
import { demandingOn } from './demands'
import { isSketched, type Sketched, sketchedOn } from './figure'
import { foundRelations } from './find'
import { solveView } from './sketch'

type Records = ReadonlyMap<string, ProjectRecord>
type After = Omit<Edit, 'before'>

/** Of so many lines at once relations are not looked for: they were lifted, not drawn. */
const MOST_DRAWN = 40
/** Nor among more than so many on one view. */
const MOST_ON_VIEW = 200

/** Whether a line has other points and pieces than before: then what named those names nothing. */
const isRemade = (was: ProjectRecord | undefined, now: ProjectRecord | null): boolean =>
  isSketched(was) &&
  !(
    isSketched(now) &&
    now.kind === was.kind &&
    (now.kind === 'circle' || was.kind === 'circle' || makeOf(now) === makeOf(was))
  )

const makeOf = ({ xy, bulges, closed }: Extract<Sketched, { kind: 'path' }>): string =>
  `${xy.length} ${closed} ${Array.from({ length: xy.length / 2 }, (_, i) => ((bulges?.[i] ?? 0) === 0 ? '-' : 'o')).join('')}`

/**
 * A change with what it does to what is related to it on views of parts: relations that new lines have are found, those
 * of lines that are gone go, and everything moves so that what is demanded holds.
 */
export function withRelations(edits: readonly After[], records: Records, newId: () => string): readonly After[] {
  const concerns = (record: ProjectRecord | null | undefined) =>
    record?.kind === 'work-plane' || (!!record && 'planeId' in record && record.planeId !== undefined)
  if (!edits.some(({ id, after }) => concerns(after) || concerns(records.get(id)))) return edits
  const later = new Map(records)
  for (const { id, after } of edits)
    if (after) later.set(id, after)
    else later.delete(id)
  const planeOf = (record: ProjectRecord | null | undefined) =>
    record && 'planeId' in record && record.planeId !== undefined && isPartView(record.planeId, later)
      ? [record.planeId]
      : []
  const planes = new Set(edits.flatMap(({ id, after }) => [...planeOf(records.get(id)), ...planeOf(after)]))
  const gone = edits.filter(({ id, after }) => isRemade(records.get(id), after)).map(({ id }) => id)
  const orphans = orphansOf(new Set(gone), edits, later)
  for (const { id } of orphans) later.delete(id)
  const made = new Map(edits.map((edit) => [edit.id, edit]))
  const add = (...more: readonly ProjectRecord[]) => {
    for (const record of more) {
      later.set(record.id, record)
      made.set(record.id, { id: record.id, after: record })
    }
  }
  for (const planeId of planes) {
    add(...newlyRelated(planeId, edits, records, later, newId))
    const changed = new Set(edits.map(({ id }) => id))
    const moved = solveView(planeId, later, records, changed)
    for (const shape of moved) add(withDrawn(shape, later.get(shape.id), records.get(shape.id)))
  }
  for (const { id, after } of edits)
    if (isSketched(after) && after.drawn && made.get(id)?.after === after) {
      const kept = withDrawn(after, after, records.get(id))
      made.set(id, { id, after: kept })
    }
  return [...made.values(), ...orphans]
}

/** Relations whose lines are gone, or that lie on views that are. */
function orphansOf(gone: ReadonlySet<string>, edits: readonly After[], later: Records): After[] {
  const edited = new Set(edits.map(({ id }) => id))
  const dropped = edits.some(({ after }) => after === null)
  if (gone.size === 0 && !dropped) return []
  return [...later.values()]
    .filter((record): record is Relation => record.kind === 'relation' && !edited.has(record.id))
    .filter(({ of, planeId }) => !later.has(planeId) || of.some(({ id }) => gone.has(id)))
    .map(({ id }) => ({ id, after: null }))
}

function newlyRelated(
  planeId: string,
  edits: readonly After[],
  records: Records,
  later: Records,
  newId: () => string,
): Relation[] {
  // Where relations come with the change itself, as where a past state is brought back, none are looked for.
  if (edits.some(({ after }) => after?.kind === 'relation')) return []
  const drawn = edits.flatMap(({ id, after }) => {
    const was = records.get(id)
    return isSketched(after) && after.planeId === planeId && (!was || isRemade(was, after)) ? [after] : []
  })
  if (drawn.length === 0 || drawn.length > MOST_DRAWN) return []
  const all = sketchedOn(planeId, later)
  if (all.length > MOST_ON_VIEW) return []
  return foundRelations(planeId, drawn, all, demandingOn(planeId, later), newId)
}

/**
 * A shape that was moved, with how it was drawn over its sheet: what a person changed since by hand counts as drawn.
 * @param shape as it is now
 * @param edited as the person's change has it
 * @param was as it was before that
 */
function withDrawn(shape: Sketched, edited: ProjectRecord | undefined, was: ProjectRecord | undefined): Sketched {
  if (!isSketched(edited) || edited.tracedFrom === undefined) return shape
  const former = isSketched(was) && equal(was.drawn, edited.drawn) ? was : null
  if (shape.kind === 'circle' && edited.kind === 'circle') {
    const { center, radiusMm, drawn = { center, radiusMm } } = edited
    if (former?.kind !== 'circle') return { ...shape, drawn }
    return {
      ...shape,
      drawn: {
        center: isSame(former.center, center) ? drawn.center : center,
        radiusMm: former.radiusMm === radiusMm ? drawn.radiusMm : radiusMm,
      },
    }
  }
  if (shape.kind !== 'path' || edited.kind !== 'path') return shape
  const { drawn, xy, bulges } = edited
  if (drawn?.xy.length !== xy.length) return { ...shape, drawn: { xy, ...(bulges && { bulges }) } }
  const own = former?.kind === 'path' && former.xy.length === xy.length ? former : null
  if (!own) return shape
  return {
    ...shape,
    drawn: {
      xy: drawn.xy.map((each, i) => (own.xy[i] === xy[i] ? each : xy[i]!)),
      ...(drawn.bulges && {
        bulges: drawn.bulges.map((each, i) => (own.bulges?.[i] === bulges?.[i] ? each : (bulges?.[i] ?? 0))),
      }),
    },
  }
}

const isSame = (a: { x: number; y: number }, b: { x: number; y: number }): boolean => a.x === b.x && a.y === b.y
