import { sql } from 'drizzle-orm'
import PgBoss from 'pg-boss'
import { databaseUrl, type Transaction } from './database/client'

/** What readers do. `open` finds the pages of a source, `page` reads one of them. */
export interface Jobs {
  open: { sourceId: string }
  page: { sheetId: string }
}
export type JobName = keyof Jobs

export const JOB_NAMES: readonly JobName[] = ['open', 'page']

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

/** Queues work in the same transaction as the rows that it is about. */
export async function enqueue<N extends JobName>(tx: Transaction, name: N, data: Jobs[N]): Promise<void> {
  kept.calqueQueue ??= startedQueue({ owner: false })
  const boss = await kept.calqueQueue
  await boss.send(name, data, {
    retryLimit: 2,
    expireInSeconds: EXPIRE_SECONDS,
    db: { executeSql: (text, values) => tx.$client.query(text, values) },
  })
  await tx.execute(sql`select pg_notify(${JOBS_CHANNEL}, ${name})`)
}
