import { eq, inArray, sql } from 'drizzle-orm'
import type PgBoss from 'pg-boss'
import { database } from './database/client'
import { runners, takenJobs } from './database/schema'
import type { Job, MakingJob } from './jobs'
import { giveUpMaking } from './making/do-making'
import { keepFailure } from './reading/keep'

/** How often a runner says that it is there, and after what silence the others take it for gone. By the database's clock. */
export const BEAT_MS = 1500
const SILENT_SECONDS = 6

/** A job as it was taken from the queue. */
export interface Taken {
  readonly id: string
  readonly job: Job | MakingJob
  /** How many times it may still be tried after this. */
  readonly triesLeft: number
}

/** Says that a runner is there. */
export async function beat(runnerId: string): Promise<void> {
  await database()
    .insert(runners)
    .values({ id: runnerId })
    .onConflictDoUpdate({ target: runners.id, set: { seenAt: sql`now()` } })
}

/** Writes down who has which jobs, so that they are found when the runner is gone. */
export async function noteTaken(runnerId: string, taken: readonly Taken[]): Promise<void> {
  await database()
    .insert(takenJobs)
    .values(taken.map(({ id, job, triesLeft }) => ({ jobId: id, runnerId, name: job.name, data: job.data, triesLeft })))
    .onConflictDoUpdate({ target: takenJobs.jobId, set: { runnerId, triesLeft: sql`excluded.tries_left` } })
}

export async function noteDone(taken: readonly Taken[]): Promise<void> {
  if (taken.length === 0) return
  const ids = taken.map(({ id }) => id)
  await database().delete(takenJobs).where(inArray(takenJobs.jobId, ids))
}

/** Gives jobs back to the queue, which tries them again after a pause; the page of one that was tried often enough says so. */
export async function giveBack(boss: PgBoss, taken: readonly Taken[]): Promise<void> {
  for (const { id, job, triesLeft } of taken) {
    if (triesLeft <= 0) await (job.name === 'make' ? giveUpMaking(job.data.makingId) : keepFailure(job, 'gave-up'))
    await boss.fail(job.name, id)
  }
  await noteDone(taken)
}

/** Jobs that are being done by nobody who is there: their runner fell silent, or died before it noted that it took them. */
const ABANDONED = `
  select j.id, j.name, j.data, j.retry_limit - j.retry_count as "triesLeft" from pgboss.job j
    where j.state = 'active' and j.started_on < now() - make_interval(secs => ${SILENT_SECONDS})
      and not exists (select 1 from taken_job t join runner r on r.id = t.runner_id where t.job_id = j.id::text)`

/** Gives back what is being done by nobody who is there. */
export async function sweep(boss: PgBoss): Promise<void> {
  const db = database()
  await db.delete(runners).where(sql`${runners.seenAt} < now() - make_interval(secs => ${SILENT_SECONDS})`)
  await db
    .delete(takenJobs)
    .where(sql`not exists (select 1 from ${runners} where ${runners.id} = ${takenJobs.runnerId})`)
  const { rows } = await db.$client.query<{ id: string; name: string; data: object; triesLeft: number }>(ABANDONED)
  await giveBack(
    boss,
    rows.map(({ id, name, data, triesLeft }) => ({ id, job: { name, data } as Job, triesLeft })),
  )
}

/** A runner that ends in order leaves nothing to be found. */
export async function leave(boss: PgBoss, runnerId: string): Promise<void> {
  const own = await database().select().from(takenJobs).where(eq(takenJobs.runnerId, runnerId))
  await giveBack(
    boss,
    // Its own ending is not the job's fault.
    own.map(({ jobId, name, data }) => ({ id: jobId, job: { name, data } as Job, triesLeft: 1 })),
  )
  await database().delete(runners).where(eq(runners.id, runnerId))
}
