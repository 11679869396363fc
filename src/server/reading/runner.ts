import { setTimeout as sleep } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import type PgBoss from 'pg-boss'
import { collectContents, emptyTrash, forgetMakings } from '../collect'
import { sweep } from '../contents/move'
import { chosenStore, storeNamed } from '../contents/stores'
import { jailFor } from '../jail'
import { JOB_NAMES, type Job, type JobName } from '../jobs'
import { faultOf, log } from '../log'
import { run, type Worker } from '../runner'
import type { Taken } from '../taken'
import { doJobs } from './do-jobs'
import { Reader } from './reader'

/** The runner of reading jobs: gives each to a reader. A page that hangs or eats memory costs its reader, nothing else. */
const READERS = Number(process.env.CALQUE_READERS ?? 2)
const PAGE_SECONDS = Number(process.env.CALQUE_PAGE_SECONDS ?? 120)
const PAGE_MEMORY_MB = Number(process.env.CALQUE_PAGE_MEMORY_MB ?? 3000)

/** A program beside this one, as they are bundled. */
const READER = fileURLToPath(new URL('./reader/main.js', import.meta.url))

/** Pictures are small work: fetching each by itself would cost as much as drawing it. */
const AT_ONCE: Partial<Record<JobName, number>> = { picture: 16, read: 4 }

/** Reading figures from a picture takes seconds, and nobody waits for it: a reader of its own does it in the time that others leave. */
const PATIENT: readonly JobName[] = ['letters']
const PROMPT = JOB_NAMES.filter((name) => !PATIENT.includes(name))

async function takeJobs(boss: PgBoss, names: readonly JobName[]): Promise<readonly Taken[]> {
  for (const name of names) {
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

function readerAtWork(names: readonly JobName[], patient: boolean): Worker {
  const reader = new Reader(READER, { seconds: PAGE_SECONDS, memoryMb: PAGE_MEMORY_MB, patient })
  return {
    take: (boss) => takeJobs(boss, names),
    do: async (taken) => {
      await doJobs(
        reader,
        taken.map(({ job }) => job as Job),
      )
      // Seldom needed, it is not kept.
      if (patient) reader.stop()
    },
    // Whoever brings in the first file should not wait for it to load.
    ...(!patient && { warm: () => reader.warm() }),
    stopFor: (id) => reader.stopFor(id),
    stop: () => reader.stop(),
  }
}

/** How often what nobody needs is cleared away. */
const CLEAR_EVERY_MS = 10 * 60_000
/** Looking through all of a store takes long: once a day, the first time at some hour of it, since there may be many runners. */
const SWEEP_EVERY_MS = 24 * 3_600_000
let sweptAtMs = Date.now() - Math.random() * SWEEP_EVERY_MS

async function clearUp(): Promise<never> {
  for (;;) {
    await sleep(CLEAR_EVERY_MS)
    try {
      await emptyTrash()
      await forgetMakings()
      await collectContents()
      const store = chosenStore()
      if (storeNamed(store).elsewhere && Date.now() - sweptAtMs > SWEEP_EVERY_MS) {
        await sweep(store)
        sweptAtMs = Date.now()
      }
    } catch (error) {
      log.warn(faultOf(error), 'clearing up')
    }
  }
}

console.log(jailFor(process.cwd()).about)
await run(
  'calque-readers',
  [...Array.from({ length: READERS }, () => readerAtWork(PROMPT, false)), readerAtWork(PATIENT, true)],
  [clearUp],
)
