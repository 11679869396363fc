import { sql } from 'drizzle-orm'
import PgBoss from 'pg-boss'
import { databaseUrl, onceKept, pool, type Transaction } from './database/client'
import { faultOf, log } from './log'
import { processWide } from './process-wide'
import { traceOfNow } from './tracing'
import { turnsFor } from './turns'

interface PageJob {
  sheetId: string
  sourceId: string
}

/**
 * What readers do: `open` finds the pages of a source, `picture` draws one of them, `read` reads its lines, `wanted` does
 * the same for somebody who waits for it, `letters` reads the figures of a page
 * that has none as text, `strokes` traces the strokes of one that is a picture, `verify` looks whether the stored bytes are still those that came.
 */
export interface Jobs {
  open: { sourceId: string }
  wanted: PageJob
  picture: PageJob
  read: PageJob
  letters: PageJob
  strokes: PageJob
  verify: { sourceId: string }
}
/** What makers do beside that: files to hand over, archives to take in. */
export interface MakingJob {
  readonly name: 'make'
  readonly data: { readonly makingId: string }
  readonly priority?: number
}
export type JobName = keyof Jobs

/** In the order in which they are taken: pictures before lines, since people choose by them. */
export const JOB_NAMES: readonly JobName[] = ['open', 'wanted', 'strokes', 'picture', 'read', 'letters', 'verify']

/** Before other work of its name: pages that are being looked at. */
export const LOOKED_AT = 10

/** Readers listen here, so that work starts at once and not at the next look. */
export const JOBS_CHANNEL = 'calque_jobs'

/** Beyond any batch of pages; jobs of a runner that is gone are found long before, by its silence. */
const EXPIRE_SECONDS = 3600

/**
 * Tries beyond the first, the pause before the next one doubling each time. What is a file's fault is not tried again; this
 * is for runners that die and databases that are away.
 */
const RETRIES = { retryLimit: 5, retryDelay: 1, retryBackoff: true }

const kept = processWide<{ queue: Promise<PgBoss> }>('jobs')

/** Makes the tables of the queue, or brings them to their present form; for the owner of the tables. */
export async function makeQueues(): Promise<void> {
  const boss = new PgBoss({ connectionString: databaseUrl(), migrate: true, supervise: false, schedule: false })
  boss.on('error', (error) => log.warn(faultOf(error), 'the queue'))
  await boss.start()
  for (const name of [...JOB_NAMES, 'make']) await boss.createQueue(name)
  await boss.stop({ graceful: false })
}

/** @param keeper whether this process looks after the queue: retries what is due and clears up */
export async function startedQueue({ keeper }: { keeper: boolean }): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: databaseUrl(),
    max: 2,
    migrate: false,
    supervise: keeper,
    schedule: false,
  })
  boss.on('error', (error) => log.warn(faultOf(error), 'the queue'))
  await boss.start()
  return boss
}

export type Job = {
  [N in JobName]: { readonly name: N; readonly data: Jobs[N] /** Larger comes first. */; readonly priority?: number }
}[JobName]

/**
 * Queues work in the same transaction as the rows that it is about, so that organisations have their turns: see `turns.ts`.
 * @param priority larger comes first
 */
export async function enqueue(tx: Transaction, jobs: readonly (Job | MakingJob)[], priority = 0): Promise<void> {
  if (jobs.length === 0) return
  const { organizationId, turnOf } = await turnsFor(tx, jobs, priority)
  const trace = traceOfNow()
  kept.queue ??= startedQueue({ keeper: false }).catch((error: unknown) => {
    // The next one tries again: the database may have been away.
    kept.queue = undefined
    throw error
  })
  const boss = await kept.queue
  await boss.insert(
    jobs.map(({ name, data, priority: own = 0 }) => ({
      name,
      data: { ...data, organizationId, ...trace },
      priority: turnOf(name, priority + own),
      ...RETRIES,
      expireInSeconds: EXPIRE_SECONDS,
    })),
    { db: { executeSql: (text, values) => tx.$client.query(text, values) } },
  )
  onceKept(tx, () => pool().query(`select pg_notify($1, 'work')`, [JOBS_CHANNEL]))
}

/** Pages of a file after which others have their turn. */
const PAGES_IN_A_ROW = 16

/**
 * Everything that is to be read of pages: their pictures first, then their lines. Later pages of a large set stand behind
 * the first ones of a file that comes after it, so that nobody waits for somebody else's thousand pages.
 */
export const pageJobs = (sourceId: string, sheetIds: readonly string[]): Job[] =>
  (['picture', 'read'] as const).flatMap((name) =>
    sheetIds.map((sheetId, i) => ({
      name,
      data: { sheetId, sourceId },
      priority: -Math.floor(i / PAGES_IN_A_ROW),
    })),
  )

/** Tells runners to end what they do for a source or for a request. */
export async function stopJobs(tx: Transaction, id: string): Promise<void> {
  await tx.execute(sql`select pg_notify(${JOBS_CHANNEL}, ${STOP + id})`)
}

/** Before the id of a source or of a request on the runners' channel: end what is done for it. */
export const STOP = 'stop:'
