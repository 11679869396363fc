import { setTimeout as sleep } from 'node:timers/promises'
import { and, eq, inArray } from 'drizzle-orm'
import type { MakingRequest, MakingView } from '@/core/formats/making'
import { type Actor, LOCAL } from '@/core/people/rights'
import { sendAhead, storeStaged } from '../contents'
import { database, inTransaction } from '../database/client'
import { makings } from '../database/schema'
import { enqueue, LOOKED_AT, stopJobs } from '../jobs'
import { nameOfActor } from '../people/audit'
import { organisationFor, ownerNameOf } from '../people/organisations'
import { notFound, Problem } from '../problem'
import type { Staged } from '../staging'

type Making = typeof makings.$inferSelect

/** Asks for a file of a project. @returns the id under which it is followed */
export async function askFor(projectId: string, request: MakingRequest, by: Actor = LOCAL): Promise<string> {
  const id = crypto.randomUUID()
  await inTransaction(async (tx) => {
    await tx.insert(makings).values({ id, projectId, request, author: nameOfActor(by) })
    await enqueue(tx, [{ name: 'make', data: { makingId: id } }], LOOKED_AT)
  })
  return id
}

/** Asks for a project to be made of an archive that arrived. */
export async function askToTakeIn(archive: Staged, by: Actor): Promise<string> {
  const id = crypto.randomUUID()
  const organizationId = await organisationFor(by)
  await sendAhead(archive, 'application/zip')
  await inTransaction(async (tx) => {
    await storeStaged(tx, archive, 'application/zip')
    await tx
      .insert(makings)
      .values({ id, request: { kind: 'take-in' }, inputHash: archive.hash, author: ownerNameOf(by), organizationId })
    await enqueue(tx, [{ name: 'make', data: { makingId: id } }], LOOKED_AT)
  })
  return id
}

async function found(id: string): Promise<Making> {
  const [making] = await database().select().from(makings).where(eq(makings.id, id))
  if (!making) throw notFound('What was asked for')
  return making
}

/** How it stands. @throws Problem */
export async function makingOf(id: string): Promise<MakingView> {
  const { status, progress, problem, resultProject } = await found(id)
  return { id, status, progress, problem: problem?.detail ?? null, projectId: resultProject }
}

/** Stops it; what is done stays done. */
export async function stopMaking(id: string): Promise<void> {
  await inTransaction(async (tx) => {
    await tx
      .update(makings)
      .set({ status: 'stopped' })
      .where(and(eq(makings.id, id), inArray(makings.status, ['waiting', 'working'])))
    await stopJobs(tx, id)
  })
}

/** Looks at first this often, then ever less. */
const FIRST_LOOK_MS = 30
const SELDOM_MS = 500

/**
 * Waits until it is done.
 * @param given ends the waiting and the work where nobody wants it any more
 * @throws Problem where it could not be done
 */
export async function madeBy(id: string, given?: AbortSignal): Promise<Making> {
  for (let pause = FIRST_LOOK_MS; ; pause = Math.min(SELDOM_MS, pause * 1.3)) {
    const making = await found(id)
    if (making.status === 'done') return making
    if (making.status === 'stopped') throw new Problem(409, 'stopped', 'It was stopped.')
    if (making.problem)
      throw new Problem(making.problem.type === 'failed' ? 500 : 422, making.problem.type, making.problem.detail)
    if (given?.aborted) {
      await stopMaking(id)
      throw new Problem(499, 'stopped', 'It was stopped, since nobody waits for it.')
    }
    await sleep(pause)
  }
}
