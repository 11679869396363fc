/** One job as it was measured: how many pages it was for, and what it took of a reader and of the database. */
export interface MeasuredJob {
  readonly pages: number
  readonly readerSeconds: number
  readonly databaseSeconds: number
}

/**
 * Readers that take one job after another from one queue and hand what comes of it to one database, which has some
 * processors. Event by event, in the order of time; no randomness: the jobs come as they were measured, again and again.
 * @returns pages per second
 */
export function simulate(
  jobs: readonly MeasuredJob[],
  { readers, processors, rounds = 20 }: { readers: number; processors: number; rounds?: number },
): number {
  let next = 0
  const take = (at: number) => {
    const job = jobs[next++ % jobs.length]!
    return { job, readAt: at + job.readerSeconds }
  }
  const reading = Array.from({ length: readers }, () => take(0))
  const processorFreeAt = new Array<number>(processors).fill(0)
  let [pages, end] = [0, 0]
  for (let done = 0; done < jobs.length * rounds; done++) {
    // Who has read first has the first processor of the database that is free; meanwhile the reader waits.
    const reader = least(reading.map(({ readAt }) => readAt))
    const processor = least(processorFreeAt)
    const { job, readAt } = reading[reader]!
    const kept = Math.max(readAt, processorFreeAt[processor]!) + job.databaseSeconds
    processorFreeAt[processor] = kept
    reading[reader] = take(kept)
    pages += job.pages
    end = Math.max(end, kept)
  }
  return pages / end
}

const least = (times: readonly number[]): number => times.indexOf(Math.min(...times))
