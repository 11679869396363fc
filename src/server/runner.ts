import { setTimeout as sleep } from 'node:timers/promises'
import type PgBoss from 'pg-boss'
import { pool } from './database/client'
import { listenOn } from './database/listen'
import { JOBS_CHANNEL, STOP, startedQueue } from './jobs'
import { faultOf, log } from './log'
import { BEAT_MS, beat, giveBack, leave, noteDone, noteTaken, sweep, type Taken } from './taken'
import { beginTracing, type Traced, traced } from './tracing'

/** Does jobs one after another: one of several that a runner has. */
export interface Worker {
  /** Jobs of one name from the queue; none where there are none. */
  take(boss: PgBoss): Promise<readonly Taken[]>
  /** @throws what is our own fault: the jobs are tried again then */
  do(taken: readonly Taken[]): Promise<void>
  /** Starts what it needs before the first job comes. */
  warm?(): Promise<unknown>
  /** Ends what is being done for a source or a request, if it is. */
  stopFor(id: string): void
  /** Ends whatever is being done. */
  stop(): void
}

/** Work is announced; this is only for what was announced while nobody listened. */
const LOOK_EVERY_MS = 2000
const DATABASE_AWAY_MS = 500

/**
 * Takes jobs from the queue for as long as the process lives. Any number of runners may work on one database; what one was
 * at when it died, another takes up.
 * @param service as it is called in traces
 * @param meanwhile what it does besides, for ever
 */
export async function run(
  service: string,
  workers: readonly Worker[],
  meanwhile: readonly (() => Promise<never>)[] = [],
): Promise<void> {
  await beginTracing(service)
  const id = crypto.randomUUID()
  const boss = await whenThere(async () => {
    const queue = await startedQueue({ keeper: true })
    await beat(id)
    return queue
  })
  const alarm = new Alarm()
  /** Jobs that could not be given back, since the database was away: once they are ours no more, they are swept up. */
  const dropped: Taken[] = []

  const work = async (worker: Worker): Promise<never> => {
    for (;;) {
      const taken = await worker.take(boss).catch(async (error: unknown) => {
        log.warn(faultOf(error), 'the queue does not answer')
        await sleep(DATABASE_AWAY_MS)
        return []
      })
      if (taken.length === 0) {
        await alarm.rung()
        continue
      }
      const { name } = taken[0]!.job
      try {
        await noteTaken(id, taken)
        await traced(
          `job ${name}`,
          { 'calque.jobs': taken.length },
          () => worker.do(taken),
          taken[0]!.job.data as Traced,
        )
        await boss.complete(
          name,
          taken.map((each) => each.id),
        )
        await noteDone(taken)
      } catch (error) {
        log.error(faultOf(error), `${name} failed and will be tried again`)
        await giveBack(boss, taken).catch(() => dropped.push(...taken))
      }
    }
  }

  const keepUp = async (): Promise<never> => {
    for (;;) {
      try {
        await beat(id)
        const known = dropped.length
        await noteDone(dropped)
        dropped.splice(0, known)
        await sweep(boss)
      } catch (error) {
        log.warn(faultOf(error), 'the database does not answer')
      }
      await sleep(BEAT_MS)
    }
  }

  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      for (const worker of workers) worker.stop()
      void leave(boss, id)
        .catch(() => undefined)
        .then(() => Promise.allSettled([boss.stop({ graceful: false }), pool().end()]))
        .then(() => process.exit(0))
    })
  listenOn(
    JOBS_CHANNEL,
    (payload) => {
      if (!payload.startsWith(STOP)) return alarm.ring()
      for (const worker of workers) worker.stopFor(payload.slice(STOP.length))
    },
    () => alarm.ring(),
  )
  for (const worker of workers) void worker.warm?.().catch((error: unknown) => log.error(faultOf(error), 'warming'))
  await Promise.all([keepUp(), ...meanwhile.map((each) => each()), ...workers.map(work)])
}

/** Wakes all who wait for work. */
class Alarm {
  private wake: () => void = () => undefined
  private waiting: Promise<void> | null = null

  rung(): Promise<void> {
    this.waiting ??= new Promise<void>((resolve) => {
      this.wake = resolve
      setTimeout(resolve, LOOK_EVERY_MS)
    }).finally(() => {
      this.waiting = null
    })
    return this.waiting
  }

  ring(): void {
    this.wake()
  }
}

/** The database may be starting or recovering: that is waited for, not given up on. */
async function whenThere<T>(begin: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await begin()
    } catch (error) {
      log.warn(faultOf(error), 'waiting for the database')
      await sleep(DATABASE_AWAY_MS)
    }
  }
}
