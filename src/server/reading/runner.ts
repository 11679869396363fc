import { type ChildProcess, fork } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Client } from 'pg'
import type PgBoss from 'pg-boss'
import pino from 'pino'
import { SourceError } from '@/core/sheet/problem'
import { databaseUrl, pool } from '../database/client'
import { JOB_NAMES, JOBS_CHANNEL, type JobName, STOP, startedQueue } from '../jobs'
import { failJob, type JobRequest } from './read-job'

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

class Reader {
  private child: ChildProcess | null = null
  private current: { sourceId: string; end: () => void } | null = null

  /** Does a job in the child. @throws SourceError where the child had to be ended, Error where we failed ourselves */
  async run(request: JobRequest): Promise<void> {
    await this.warm()
    const child = this.child!
    let ended: SourceError['problem'] | null = null
    const end = (problem: SourceError['problem']) => {
      ended = problem
      child.kill('SIGKILL')
    }
    this.current = { sourceId: request.data.sourceId, end: () => end('stopped') }
    const slow = setTimeout(() => end('too-slow'), PAGE_SECONDS * 1000)
    const watch = setInterval(() => residentMb(child.pid) > PAGE_MEMORY_MB && end('out-of-memory'), 500)
    try {
      await new Promise<void>((resolve, reject) => {
        const gone = () => reject(new SourceError(ended ?? 'out-of-memory'))
        child.once('exit', gone)
        child.once('message', (answer: string | null) => {
          child.off('exit', gone)
          if (answer === null) resolve()
          else reject(new Error(answer))
        })
        child.send(request, (error) => error && gone())
      })
    } finally {
      this.current = null
      clearTimeout(slow)
      clearInterval(watch)
    }
  }

  /** Ends what is being done for a source, if it is. */
  stopFor(sourceId: string): void {
    if (this.current?.sourceId === sourceId) this.current.end()
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

async function takeJob(boss: PgBoss): Promise<{ id: string; request: JobRequest } | null> {
  for (const name of JOB_NAMES) {
    const [job] = await boss.fetch<JobRequest['data']>(name)
    if (job) return { id: job.id, request: { name, data: job.data } as JobRequest }
  }
  return null
}

async function work(boss: PgBoss, reader: Reader, wakened: () => Promise<void>): Promise<never> {
  for (;;) {
    const job = await takeJob(boss).catch((error: Error) => {
      log.error(error, 'the queue does not answer')
      return null
    })
    if (!job) {
      await wakened()
      continue
    }
    const name: JobName = job.request.name
    try {
      await reader.run(job.request).catch((error: Error) => {
        if (error instanceof SourceError) return failJob(job.request, error)
        throw error
      })
      await boss.complete(name, job.id)
    } catch (error) {
      log.error(error, `${name} failed and will be tried again`)
      await boss.fail(name, job.id, { message: (error as Error).message }).catch(() => undefined)
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
await Promise.all(readers.map((reader) => work(boss, reader, wakened)))
