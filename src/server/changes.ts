import { and, desc, eq, inArray, isNull, lt, sql } from 'drizzle-orm'
import { applyChanges, type Change, invertEdits, type KeptChange } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { isSameRecord } from '@/core/model/same-record'
import { MODEL_VERSION, upgradedEdits } from '@/core/model/versions/registry'
import { type Actor, calledName, LOCAL } from '@/core/people/rights'
import type { HistoryEntry } from '@/core/project/views'
import { decide } from '@/core/sync/decide'
import { type Database, database, inTransaction, onceKept, type Transaction } from './database/client'
import { changes, projects } from './database/schema'
import { announce } from './events'
import { liveProject } from './live'
import { saves } from './metrics'
import { nameOfActor } from './people/audit'
import { mustKeepToOriginal } from './people/authorship'
import { notFound, Problem } from './problem'
import { processWide } from './process-wide'
import { ProjectMemory } from './project-memory'

/** How many changes are sent at once, and how many bytes of them: a few large ones count as many. */
const PAGE = 200
const PAGE_BYTES = 8 << 20

const kept = processWide<{ memory: ProjectMemory }>('changes')
kept.memory ??= new ProjectMemory()
const { memory } = kept

/** What somebody knows of a project: how far, and in which history. */
export interface KnownState {
  readonly epoch?: string | undefined
  readonly revision?: number | undefined
}

export interface KeptAnswer {
  readonly revision: number
  readonly epoch: string
  /** Whether it was kept as it was sent; else what was kept is to be fetched. */
  readonly asSent: boolean
}

/** How the author of a change is written down; null for the one person of a Calque without sign-in. */
const authorOf = (by: Actor): string | null => (by.kind === 'local' ? null : nameOfActor(by))

const authorNameOf = (by: Actor): string | null => calledName(by) || null

/**
 * Keeps a change: all of it or nothing, and once only.
 * @param known what the sender knows of the project
 * @param by who made it
 * @throws Problem 409 where a record is no longer as the change found it; its `current` lists those records as they are
 */
export async function keepChange(
  projectId: string,
  change: Change,
  known: KnownState = {},
  by: Actor = LOCAL,
): Promise<KeptAnswer> {
  const end = saves.startTimer()
  try {
    const answer = await inTransaction((tx) => keepIn(tx, projectId, change, known, by))
    if (answer.kept) memory.add(projectId, answer.epoch, answer.revision, { edits: answer.kept })
    const { revision, epoch, asSent } = answer
    end()
    return { revision, epoch, asSent }
  } catch (error) {
    if (error instanceof HistoryLost) return beginAnotherHistory(projectId)
    throw error
  }
}

/** Somebody knows more of a history than there is. */
class HistoryLost extends Error {}

async function keepIn(
  tx: Transaction,
  projectId: string,
  change: Change,
  known: KnownState,
  by: Actor,
): Promise<KeptAnswer & { readonly kept: Change['edits'] | null }> {
  // The project's row is the lock: changes to one project are kept one after another.
  const project = await lockedProject(tx, projectId)
  const epoch = agreedEpoch(project, known)
  const [before] = await tx
    .select({ revision: changes.revision, edits: changes.edits, version: changes.version })
    .from(changes)
    .where(and(eq(changes.projectId, projectId), eq(changes.id, change.id)))
  if (before) {
    const asSent = isSameRecord(upgradedEdits(before.edits, before.version), change.edits)
    return { revision: before.revision, epoch, asSent, kept: null }
  }
  if (change.cause !== 'edit') await mustBeKept(tx, projectId, change, by)
  const now = await memory.at(tx, projectId, epoch, project.revision)
  const decision = decide(change, now, () => crypto.randomUUID())
  if (decision.kind === 'conflict')
    throw new Problem(
      409,
      'changed-meanwhile',
      `“${change.label}” touches something that was changed in another window meanwhile.`,
      { current: decision.current },
    )
  if (decision.kind === 'refused') throw new Problem(422, 'not-whole', decision.sentence)
  const revision = project.revision + 1
  await write(tx, projectId, revision, { ...change, edits: decision.edits }, by)
  return { revision, epoch, asSent: decision.asSent, kept: decision.edits }
}

interface LockedProject {
  readonly revision: number
  readonly epoch: string
}

async function lockedProject(tx: Transaction, projectId: string): Promise<LockedProject> {
  const { rows } = await tx.$client.query<LockedProject>(
    'select revision, epoch from project where id = $1 and deleted_at is null for update',
    [projectId],
  )
  if (!rows[0]) throw notFound('The project')
  return rows[0]
}

/**
 * The history by which the project counts.
 * @throws Problem where the sender counts by another one, HistoryLost where it knows more of it than there is
 */
function agreedEpoch({ epoch, revision }: LockedProject, known: KnownState): string {
  if (known.epoch !== undefined && known.epoch !== epoch) throw anotherHistory()
  if (known.epoch !== undefined && (known.revision ?? 0) > revision) throw new HistoryLost()
  return epoch
}

const anotherHistory = () =>
  new Problem(409, 'another-history', 'The project was put back to an older state. It is opened again as it is now.')

/** A database that was put back goes on from an older state: from there on revisions count something else. */
async function beginAnotherHistory(projectId: string): Promise<never> {
  await database().update(projects).set({ epoch: crypto.randomUUID() }).where(eq(projects.id, projectId))
  throw anotherHistory()
}

/** @throws Problem where what is to be undone or redone was never kept, is another person's, or did something else */
async function mustBeKept(
  tx: Transaction,
  projectId: string,
  { of, cause, label, edits }: Change,
  by: Actor,
): Promise<void> {
  const [found] =
    of === null
      ? []
      : await tx
          .select({ author: changes.author, edits: changes.edits, version: changes.version })
          .from(changes)
          .where(and(eq(changes.projectId, projectId), eq(changes.id, of)))
  if (!found) throw new Problem(422, 'nothing-to-undo', `There is no “${label}” to ${cause}.`)
  if (found.author !== authorOf(by))
    throw new Problem(422, 'not-yours', `“${label}” was made by somebody else. Only they can ${cause} it.`)
  mustKeepToOriginal(edits, upgradedEdits(found.edits, found.version), by)
}

/** Writes a change and what it does to the records: few statements, however many edits. */
async function write(tx: Transaction, projectId: string, revision: number, change: Change, by: Actor): Promise<void> {
  const { id, label, cause, of, edits } = change
  const text = JSON.stringify(edits)
  const { $client: client } = tx
  await client.query(
    `insert into change (project_id, revision, id, label, cause, "of", edits, version, author, author_name)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [projectId, revision, id, label, cause, of, text, MODEL_VERSION, authorOf(by), authorNameOf(by)],
  )
  const removed = edits.filter(({ after }) => after === null).map((edit) => edit.id)
  if (removed.length > 0)
    await client.query('delete from record where project_id = $1 and id = any($2)', [projectId, removed])
  if (removed.length < edits.length)
    await client.query(
      `insert into record (project_id, id, data, version)
         select $1, edit->>'id', edit->'after', $3 from jsonb_array_elements($2::jsonb) edit where edit->'after' <> 'null'
       on conflict (project_id, id) do update set data = excluded.data, version = excluded.version`,
      [projectId, text, MODEL_VERSION],
    )
  await client.query('update project set revision = $2, changed_at = now() where id = $1', [projectId, revision])
  onceKept(tx, () => announce(projectId, { type: 'change', revision }))
}

/** Which of some changes are kept: each with its revision. */
export async function knownChanges(
  projectId: string,
  ids: readonly string[],
): Promise<{ epoch: string; known: { id: string; revision: number }[] }> {
  const { epoch } = await liveProject(projectId)
  const known = await database()
    .select({ id: changes.id, revision: changes.revision })
    .from(changes)
    .where(and(eq(changes.projectId, projectId), inArray(changes.id, [...ids])))
  return { epoch, known }
}

/** What was done, latest first, without what it changed: for choosing a state to look at. */
export async function listHistory(projectId: string, before: number): Promise<HistoryEntry[]> {
  await liveProject(projectId)
  const rows = await database()
    .select({
      revision: changes.revision,
      label: changes.label,
      cause: changes.cause,
      changeId: sql<string>`coalesce(${changes.of}, ${changes.id})`,
      madeAt: changes.madeAt,
      author: changes.authorName,
      edits: sql<number>`jsonb_array_length(${changes.edits})`,
    })
    .from(changes)
    .where(and(eq(changes.projectId, projectId), lt(changes.revision, before)))
    .orderBy(desc(changes.revision))
    .limit(PAGE)
  return rows.map(({ author, ...row }) => ({ ...row, ...(author && { author }), madeAt: row.madeAt.toISOString() }))
}

/** Every record as it was after a revision: the present with what was done since taken back, latest first. */
export async function stateAt(
  projectId: string,
  revision: number,
): Promise<{ revision: number; records: ProjectRecord[] }> {
  return inTransaction(async (tx) => {
    const [project] = await tx
      .select()
      .from(projects)
      .where(and(eq(projects.id, projectId), isNull(projects.deletedAt)))
      .for('share')
    if (!project) throw notFound('The project')
    if (revision > project.revision) throw notFound('That state of the project')
    let state = await memory.at(tx, projectId, project.epoch, project.revision)
    for (let before = project.revision + 1; before > revision + 1; ) {
      const page = await pageOf(tx, projectId, { above: revision, below: before, latestFirst: true })
      state = applyChanges(
        state,
        page.map(({ edits }) => ({ edits: invertEdits(edits) })),
      )
      before = page.at(-1)?.revision ?? revision
    }
    return { revision, records: [...state.values()] }
  })
}

/**
 * Changes after a revision, oldest first, a page of them.
 * @param epoch the history that the revision counts, where the caller knows it
 * @throws Problem where that is another one now
 */
export async function changesSince(projectId: string, revision: number, epoch?: string): Promise<KeptChange[]> {
  const project = await liveProject(projectId)
  if (epoch !== undefined && epoch !== project.epoch) throw anotherHistory()
  if (epoch !== undefined && revision > project.revision) return beginAnotherHistory(projectId)
  return pageOf(database(), projectId, { above: revision, below: null, latestFirst: false })
}

/** Changes before a revision, latest first, a page of them: what an undo stack is made of. */
export async function changesBefore(projectId: string, revision: number): Promise<KeptChange[]> {
  await liveProject(projectId)
  return pageOf(database(), projectId, { above: 0, below: revision, latestFirst: true })
}

interface Span {
  readonly above: number
  /** Null for no end. */
  readonly below: number | null
  readonly latestFirst: boolean
}

/** At least one change where there is any, and as many as a page holds. */
async function pageOf(
  db: Pick<Database, '$client'>,
  projectId: string,
  { above, below, latestFirst }: Span,
): Promise<KeptChange[]> {
  const order = latestFirst ? 'desc' : 'asc'
  const { rows } = await db.$client.query<KeptChange & { version: number }>(
    `select revision, id, label, cause, "of", edits, version, author from (
       select *, sum(octet_length(edits::text)) over (order by revision ${order}) - octet_length(edits::text) as before
         from (select * from change where project_id = $1 and revision > $2 and revision < $3
                 order by revision ${order} limit ${PAGE}) page
     ) sized where before < ${PAGE_BYTES} order by revision ${order}`,
    [projectId, above, below ?? 2 ** 31 - 1],
  )
  return rows.map(({ version, edits, author, ...rest }) => ({
    ...rest,
    // Where nobody signs in, a change has no author.
    ...(author && { author }),
    edits: upgradedEdits(edits, version),
  }))
}
