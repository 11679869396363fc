import { sql } from 'drizzle-orm'
import PgBoss from 'pg-boss'
import { databaseUrl, type Transaction } from './database/client'

interface PageJob {
  sheetId: string
  sourceId: string
}

/**
 * What readers do: `open` finds the pages of a source, `picture` draws one of them, `read` reads its lines, `wanted` does
 * the same for somebody who waits for it, `letters` reads the figures of a page
 * that has none as text, `verify` looks whether the stored bytes are still those that came.
 */
export interface Jobs {
  open: { sourceId: string }
  wanted: PageJob
  picture: PageJob
  read: PageJob
  letters: PageJob
  verify: { sourceId: string }
}
export type JobName = keyof Jobs

/** In the order in which they are taken: pictures before lines, since people choose by them. */
export const JOB_NAMES: readonly JobName[] = ['open', 'wanted', 'picture', 'read', 'letters', 'verify']

/** Before other work of its name: pages that are being looked at. */
export const LOOKED_AT = 10

/** Readers listen here, so that work starts at once and not at the next look. */
export const JOBS_CHANNEL = 'calque_jobs'

/** Longer than any page is given; a job that outlives it was lost with its reader and is done again. */
const EXPIRE_SECONDS = 600

const kept = globalThis as unknown as { calqueQueue?: Promise<PgBoss> }

/** @param owner whether this process looks after the queue itself: its tables, retries and clearing up */
export async function startedQueue({ owner }: { owner: boolean }): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: databaseUrl(),
    max: 2,
    migrate: owner,
    supervise: owner,
    schedule: false,
  })
  boss.on('error', () => undefined)
  await boss.start()
  if (owner) for (const name of JOB_NAMES) await boss.createQueue(name)
  return boss
}

export type Job = { [N in JobName]: { readonly name: N; readonly data: Jobs[N] } }[JobName]

/** Queues work in the same transaction as the rows that it is about. @param priority larger comes first */
export async function enqueue(tx: Transaction, jobs: readonly Job[], priority = 0): Promise<void> {
  if (jobs.length === 0) return
  kept.calqueQueue ??= startedQueue({ owner: false })
  const boss = await kept.calqueQueue
  await boss.insert(
    jobs.map(({ name, data }) => ({ name, data, priority, retryLimit: 2, expireInSeconds: EXPIRE_SECONDS })),
    { db: { executeSql: (text, values) => tx.$client.query(text, values) } },
  )
  await tx.execute(sql`select pg_notify(${JOBS_CHANNEL}, 'work')`)
}

/** Everything that is to be read of pages: their pictures first, then their lines. */
export const pageJobs = (sourceId: string, sheetIds: readonly string[]): Job[] => [
  ...sheetIds.map((sheetId) => ({ name: 'picture', data: { sheetId, sourceId } }) as const),
  ...sheetIds.map((sheetId) => ({ name: 'read', data: { sheetId, sourceId } }) as const),
]

/** Tells the readers to end what they do for a source. */
export async function stopJobs(tx: Transaction, sourceId: string): Promise<void> {
  await tx.execute(sql`select pg_notify(${JOBS_CHANNEL}, ${STOP + sourceId})`)
}

/** Before the id of a source on the readers' channel: end what is done for it. */
export const STOP = 'stop:'
