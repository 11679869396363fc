import { isDeepStrictEqual } from 'node:util'
import { and, asc, desc, eq, gt, inArray, lt, sql } from 'drizzle-orm'
import { applyChanges, type Change, invertEdits, type KeptChange } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import type { HistoryEntry } from '@/core/project/views'
import { database, inTransaction, type Transaction } from './database/client'
import { changes, projects, records } from './database/schema'
import { announce } from './events'
import { notFound, Problem } from './problem'

/** Rows written by one statement: PostgreSQL takes 65,535 values. */
const ROWS_AT_ONCE = 5000

/** How many changes are sent at once. */
const PAGE = 200

/**
 * Keeps a change: all of it or nothing, and once only.
 * @throws Problem 409 where a record is no longer as the change found it; its `current` lists those records as they are
 */
export async function keepChange(projectId: string, change: Change): Promise<{ revision: number }> {
  return inTransaction(async (tx) => {
    // The project's row is the lock: changes to one project are kept one after another.
    const [project] = await tx.select().from(projects).where(eq(projects.id, projectId)).for('update')
    if (!project) throw notFound('The project')
    const [known] = await tx
      .select({ revision: changes.revision })
      .from(changes)
      .where(and(eq(changes.projectId, projectId), eq(changes.id, change.id)))
    if (known) return known
    await refuseConflicts(tx, projectId, change)
    const revision = project.revision + 1
    await tx.insert(changes).values({ projectId, revision, ...change })
    await writeRecords(tx, projectId, change)
    await tx.update(projects).set({ revision, changedAt: new Date() }).where(eq(projects.id, projectId))
    await announce(projectId, { type: 'change', revision }, tx)
    return { revision }
  })
}

async function refuseConflicts(tx: Transaction, projectId: string, change: Change): Promise<void> {
  const ids = change.edits.map(({ id }) => id)
  const rows = await tx
    .select()
    .from(records)
    .where(and(eq(records.projectId, projectId), inArray(records.id, ids)))
  const current = new Map(rows.map(({ id, data }) => [id, data]))
  const conflicts = change.edits.filter(({ id, before }) => !isDeepStrictEqual(current.get(id) ?? null, before))
  if (conflicts.length === 0) return
  throw new Problem(
    409,
    'changed-meanwhile',
    `“${change.label}” touches something that was changed in another window meanwhile.`,
    {
      current: conflicts.map(({ id }) => ({ id, record: current.get(id) ?? null })),
    },
  )
}

async function writeRecords(tx: Transaction, projectId: string, { edits }: Change): Promise<void> {
  const last = new Map<string, ProjectRecord | null>(edits.map(({ id, after }) => [id, after]))
  const removed = [...last].filter(([, after]) => !after).map(([id]) => id)
  if (removed.length > 0)
    await tx.delete(records).where(and(eq(records.projectId, projectId), inArray(records.id, removed)))
  const put = [...last].flatMap(([id, data]) => (data ? [{ projectId, id, data }] : []))
  for (let at = 0; at < put.length; at += ROWS_AT_ONCE)
    await tx
      .insert(records)
      .values(put.slice(at, at + ROWS_AT_ONCE))
      .onConflictDoUpdate({ target: [records.projectId, records.id], set: { data: sql`excluded.data` } })
}

/** What was done, latest first, without what it changed: for choosing a state to look at. */
export async function listHistory(projectId: string, before: number): Promise<HistoryEntry[]> {
  const rows = await database()
    .select({
      revision: changes.revision,
      label: changes.label,
      cause: changes.cause,
      changeId: sql<string>`coalesce(${changes.of}, ${changes.id})`,
      madeAt: changes.madeAt,
      edits: sql<number>`jsonb_array_length(${changes.edits})`,
    })
    .from(changes)
    .where(and(eq(changes.projectId, projectId), lt(changes.revision, before)))
    .orderBy(desc(changes.revision))
    .limit(PAGE)
  return rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }))
}

/** Every record as it was after a revision: the present with what was done since taken back, latest first. */
export async function stateAt(
  projectId: string,
  revision: number,
): Promise<{ revision: number; records: ProjectRecord[] }> {
  return inTransaction(async (tx) => {
    const [project] = await tx.select().from(projects).where(eq(projects.id, projectId)).for('share')
    if (!project) throw notFound('The project')
    if (revision > project.revision) throw notFound('That state of the project')
    const now = await tx.select({ data: records.data }).from(records).where(eq(records.projectId, projectId))
    let state: ReadonlyMap<string, ProjectRecord> = new Map(now.map(({ data }) => [data.id, data]))
    for (let before = project.revision + 1; before > revision + 1; ) {
      const page = await tx
        .select({ revision: changes.revision, edits: changes.edits })
        .from(changes)
        .where(and(eq(changes.projectId, projectId), lt(changes.revision, before), gt(changes.revision, revision)))
        .orderBy(desc(changes.revision))
        .limit(PAGE)
      state = applyChanges(
        state,
        page.map(({ edits }) => ({ edits: invertEdits(edits) })),
      )
      before = page.at(-1)?.revision ?? revision
    }
    return { revision, records: [...state.values()] }
  })
}

/** Changes after a revision, oldest first. */
export async function changesSince(projectId: string, revision: number): Promise<KeptChange[]> {
  return database()
    .select(KEPT)
    .from(changes)
    .where(and(eq(changes.projectId, projectId), gt(changes.revision, revision)))
    .orderBy(asc(changes.revision))
    .limit(PAGE)
}

/** Changes before a revision, latest first: what an undo stack is made of. */
export async function changesBefore(projectId: string, revision: number): Promise<KeptChange[]> {
  return database()
    .select(KEPT)
    .from(changes)
    .where(and(eq(changes.projectId, projectId), lt(changes.revision, revision)))
    .orderBy(desc(changes.revision))
    .limit(PAGE)
}

const KEPT = {
  revision: changes.revision,
  id: changes.id,
  label: changes.label,
  cause: changes.cause,
  of: changes.of,
  edits: changes.edits,
}
