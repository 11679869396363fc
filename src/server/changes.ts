import { isDeepStrictEqual } from 'node:util'
import { and, asc, desc, eq, gt, inArray, lt } from 'drizzle-orm'
import type { Change, KeptChange } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { database, inTransaction, type Transaction } from './database/client'
import { changes, projects, records } from './database/schema'
import { announce } from './events'
import { notFound, Problem } from './problem'

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
  for (const [id, data] of last) {
    if (!data) continue
    await tx
      .insert(records)
      .values({ projectId, id, data })
      .onConflictDoUpdate({ target: [records.projectId, records.id], set: { data } })
  }
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
