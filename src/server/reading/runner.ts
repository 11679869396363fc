import { type ChildProcess, fork } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Client } from 'pg'
import type PgBoss from 'pg-boss'
import pino from 'pino'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { databaseUrl, pool } from '../database/client'
import { JOB_NAMES, JOBS_CHANNEL, type Job, type JobName, STOP, startedQueue } from '../jobs'
import type { ReaderWord } from './child'
import { failJob } from './read-job'

/**
 * Takes reading jobs from the queue and gives each to a child process. A page that hangs or eats memory costs its child,
 * nothing else. Any number of runners may work on one database.
 */
const READERS = Number(process.env.CALQUE_READERS ?? 2)
const PAGE_SECONDS = Number(process.env.CALQUE_PAGE_SECONDS ?? 120)
const PAGE_MEMORY_MB = Number(process.env.CALQUE_PAGE_MEMORY_MB ?? 3000)
/** Work is announced; this is only for what was announced while nobody listened. */
const LOOK_EVERY_MS = 2000

const log = pino({ name: 'reader', level: process.env.CALQUE_LOG ?? 'warn' })

/** A reader had to be ended; `job` is the one that it was at. */
class ReaderEnded extends Error {
  constructor(
    readonly job: Job,
    readonly cause: SourceError,
  ) {
    super(cause.message)
  }
}

class Reader {
  private child: ChildProcess | null = null
  private current: { job: Job; end: (problem: SourceProblem) => void } | null = null

  /** Does jobs in the child. @throws ReaderEnded where it had to be ended, Error where we failed ourselves */
  async run(jobs: readonly Job[]): Promise<void> {
    await this.warm()
    const child = this.child!
    let ended: SourceProblem | null = null
    const end = (problem: SourceProblem) => {
      ended = problem
      child.kill('SIGKILL')
    }
    this.current = { job: jobs[0]!, end }
    const watch = setInterval(() => residentMb(child.pid) > PAGE_MEMORY_MB && end('out-of-memory'), 500)
    let slow = setTimeout(end, PAGE_SECONDS * 1000, 'too-slow')
    try {
      await new Promise<void>((resolve, reject) => {
        const gone = () => reject(new ReaderEnded(this.current!.job, new SourceError(ended ?? 'out-of-memory')))
        const hear = (said: ReaderWord) => {
          if (said.word === 'begun') {
            this.current = { job: jobs[said.index]!, end }
            clearTimeout(slow)
            slow = setTimeout(end, PAGE_SECONDS * 1000, 'too-slow')
          }
          if (said.word !== 'done') return
          child.off('exit', gone)
          child.off('message', hear)
          if (said.failure === null) resolve()
          else reject(new Error(said.failure))
        }
        child.once('exit', gone)
        child.on('message', hear)
        child.send(jobs, (error) => error && gone())
      })
    } finally {
      this.current = null
      clearTimeout(slow)
      clearInterval(watch)
    }
  }

  /** Ends what is being done for a source, if it is. */
  stopFor(sourceId: string): void {
    if (this.current?.job.data.sourceId === sourceId) this.current.end('stopped')
  }

  async warm(): Promise<void> {
    this.child ??= await this.start()
  }

  stop(): void {
    this.child?.kill('SIGKILL')
  }

  private async start(): Promise<ChildProcess> {
    const child = fork(fileURLToPath(new URL('./child.js', import.meta.url)), { serialization: 'advanced' })
    child.on('exit', () => {
      if (this.child === child) this.child = null
    })
    await new Promise<void>((resolve, reject) => {
      child.once('message', () => resolve())
      child.once('exit', () => reject(new Error('A reader ended before it began.')))
    })
    return child
  }
}

/** Memory of a process in MB; 0 where the system does not tell. */
function residentMb(pid: number | undefined): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) / 256
  } catch {
    return 0
  }
}

/** Pictures are small work: fetching each by itself would cost as much as drawing it. */
const AT_ONCE: Partial<Record<JobName, number>> = { picture: 16, read: 4 }

interface Batch {
  readonly name: JobName
  readonly ids: readonly string[]
  readonly jobs: readonly Job[]
}

/** @param letters whether figures may be read from pictures: that takes seconds, and only one reader does it */
async function takeJobs(boss: PgBoss, letters: boolean): Promise<Batch | null> {
  for (const name of JOB_NAMES) {
    if (name === 'letters' && !letters) continue
    const found = await boss.fetch<Job['data']>(name, { batchSize: AT_ONCE[name] ?? 1 })
    if (found.length > 0)
      return { name, ids: found.map(({ id }) => id), jobs: found.map(({ data }) => ({ name, data }) as Job) }
  }
  return null
}

/** Does jobs; one at which the reader has to be ended is written down as failed, and the others go on. */
async function doJobs(reader: Reader, jobs: readonly Job[]): Promise<void> {
  let left = jobs
  while (left.length > 0) {
    try {
      return await reader.run(left)
    } catch (error) {
      if (!(error instanceof ReaderEnded)) throw error
      await failJob(error.job, error.cause)
      left = left.filter((job) => job !== error.job)
    }
  }
}

async function work(boss: PgBoss, reader: Reader, letters: boolean, wakened: () => Promise<void>): Promise<never> {
  for (;;) {
    const batch = await takeJobs(boss, letters).catch((error: Error) => {
      log.error(error, 'the queue does not answer')
      return null
    })
    if (!batch) {
      await wakened()
      continue
    }
    const ids = [...batch.ids]
    try {
      await doJobs(reader, batch.jobs)
      await boss.complete(batch.name, ids)
    } catch (error) {
      log.error(error, `${batch.name} failed and will be tried again`)
      await boss.fail(batch.name, ids).catch(() => undefined)
    }
  }
}

const boss = await startedQueue({ owner: true })
let wake: () => void = () => undefined
let waiting: Promise<void> | null = null
const wakened = () => {
  waiting ??= new Promise<void>((resolve) => {
    wake = resolve
    setTimeout(resolve, LOOK_EVERY_MS)
  }).finally(() => {
    waiting = null
  })
  return waiting
}

async function listen(): Promise<void> {
  const client = new Client({ connectionString: databaseUrl() })
  client.on('notification', ({ payload }) => {
    if (!payload?.startsWith(STOP)) return wake()
    for (const reader of readers) reader.stopFor(payload.slice(STOP.length))
  })
  client.on('error', () => setTimeout(() => listen().catch(() => undefined), LOOK_EVERY_MS))
  await client.connect()
  await client.query(`listen ${JOBS_CHANNEL}`)
}
const readers = Array.from({ length: READERS }, () => new Reader())
await listen()
// Whoever brings in the first file should not wait for them to load.
await Promise.all(readers.map((reader) => reader.warm()))
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    for (const reader of readers) reader.stop()
    void Promise.allSettled([boss.stop({ graceful: false }), pool().end()]).then(() => process.exit(0))
  })
await Promise.all(readers.map((reader, i) => work(boss, reader, i === 0, wakened)))
