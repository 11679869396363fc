import { setTimeout as sleep } from 'node:timers/promises'
import type PgBoss from 'pg-boss'
import { collectContents, emptyTrash } from '../collect'
import { pool } from '../database/client'
import { listenOn } from '../database/listen'
import { JOB_NAMES, JOBS_CHANNEL, type Job, type JobName, STOP, startedQueue } from '../jobs'
import { faultOf, log } from '../log'
import { doJobs } from './do-jobs'
import { jailFor } from './jail'
import { Reader } from './reader'
import { BEAT_MS, beat, giveBack, leave, noteDone, noteTaken, sweep, type Taken } from './taken'

/**
 * Takes reading jobs from the queue and gives each to a reader. A page that hangs or eats memory costs its reader, nothing
 * else. Any number of runners may work on one database; what one was at when it died, another takes up.
 */
const READERS = Number(process.env.CALQUE_READERS ?? 2)
const PAGE_SECONDS = Number(process.env.CALQUE_PAGE_SECONDS ?? 120)
const PAGE_MEMORY_MB = Number(process.env.CALQUE_PAGE_MEMORY_MB ?? 3000)
/** Work is announced; this is only for what was announced while nobody listened. */
const LOOK_EVERY_MS = 2000

const runnerId = crypto.randomUUID()

/** Pictures are small work: fetching each by itself would cost as much as drawing it. */
const AT_ONCE: Partial<Record<JobName, number>> = { picture: 16, read: 4 }

/** @param letters whether figures may be read from pictures: that takes seconds, and only one reader does it */
async function takeJobs(boss: PgBoss, letters: boolean): Promise<Taken[]> {
  for (const name of JOB_NAMES) {
    if (name === 'letters' && !letters) continue
    const found = await boss.fetch<Job['data']>(name, { batchSize: AT_ONCE[name] ?? 1, includeMetadata: true })
    if (found.length > 0)
      return found.map(({ id, data, retryCount, retryLimit }) => ({
        id,
        job: { name, data } as Job,
        triesLeft: retryLimit - retryCount,
      }))
  }
  return []
}

async function work(boss: PgBoss, reader: Reader, letters: boolean): Promise<never> {
  for (;;) {
    const taken = await takeJobs(boss, letters).catch(async (error: unknown) => {
      log.warn(faultOf(error), 'the queue does not answer')
      await sleep(LOOK_EVERY_MS / 4)
      return []
    })
    if (taken.length === 0) {
      await wakened()
      continue
    }
    try {
      await noteTaken(runnerId, taken)
      await doJobs(
        reader,
        taken.map(({ job }) => job),
      )
      const ids = taken.map(({ id }) => id)
      await boss.complete(taken[0]!.job.name, ids)
      await noteDone(taken)
    } catch (error) {
      log.error(faultOf(error), `${taken[0]!.job.name} failed and will be tried again`)
      // Where the database is away, the silence of these jobs' runner gives them back: see sweep.
      await giveBack(boss, taken).catch(() => {
        forgotten.push(...taken)
      })
    }
  }
}

/** Jobs that could not be given back, since the database was away. */
const forgotten: Taken[] = []

async function keepUp(boss: PgBoss): Promise<never> {
  for (;;) {
    try {
      await beat(runnerId)
      if (forgotten.length > 0) await giveBack(boss, forgotten.splice(0))
      await sweep(boss)
    } catch (error) {
      log.warn(faultOf(error), 'the database does not answer')
    }
    await sleep(BEAT_MS)
  }
}

/** How often what nobody needs is cleared away. */
const CLEAR_EVERY_MS = 10 * 60_000

async function clearUp(): Promise<never> {
  for (;;) {
    await sleep(CLEAR_EVERY_MS)
    try {
      await emptyTrash()
      await collectContents()
    } catch (error) {
      log.warn(faultOf(error), 'clearing up')
    }
  }
}

let wake: () => void = () => undefined
let waiting: Promise<void> | null = null
function wakened(): Promise<void> {
  waiting ??= new Promise<void>((resolve) => {
    wake = resolve
    setTimeout(resolve, LOOK_EVERY_MS)
  }).finally(() => {
    waiting = null
  })
  return waiting
}

/** The database may be starting or recovering: that is waited for, not given up on. */
async function whenThere<T>(begin: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await begin()
    } catch (error) {
      log.warn(faultOf(error), 'waiting for the database')
      await sleep(500)
    }
  }
}

const boss = await whenThere(async () => {
  const queue = await startedQueue({ keeper: true })
  await beat(runnerId)
  return queue
})
const readers = Array.from({ length: READERS }, () => new Reader({ seconds: PAGE_SECONDS, memoryMb: PAGE_MEMORY_MB }))
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    for (const reader of readers) reader.stop()
    void leave(boss, runnerId)
      .catch(() => undefined)
      .then(() => Promise.allSettled([boss.stop({ graceful: false }), pool().end()]))
      .then(() => process.exit(0))
  })
console.log(jailFor(process.cwd()).about)
listenOn(
  JOBS_CHANNEL,
  (payload) => {
    if (!payload.startsWith(STOP)) return wake()
    for (const reader of readers) reader.stopFor(payload.slice(STOP.length))
  },
  () => wake(),
)
// Whoever brings in the first file should not wait for them to load.
for (const reader of readers) void reader.warm().catch((error: unknown) => log.error(faultOf(error), 'a reader'))
await Promise.all([keepUp(boss), clearUp(), ...readers.map((reader, i) => work(boss, reader, i === 0))])
