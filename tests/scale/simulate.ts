/** One job as it was measured: how many pages it was for, and what it took of a reader and of the database. */
export interface MeasuredJob {
  readonly pages: number
  readonly readerSeconds: number
  readonly databaseSeconds: number
}

/**
 * Readers that take one job after another from one queue and hand what comes of it to one database, which has some
 * processors. Events in the order of time; no randomness: the jobs come as they were measured, again and again.
 * @returns pages per second
 */
export function simulate(
  jobs: readonly MeasuredJob[],
  { readers, processors, rounds = 20 }: { readers: number; processors: number; rounds?: number },
): number {
  const readerFreeAt = new Array<number>(readers).fill(0)
  const processorFreeAt = new Array<number>(processors).fill(0)
  let [pages, end] = [0, 0]
  for (let i = 0; i < jobs.length * rounds; i++) {
    const job = jobs[i % jobs.length]!
    const reader = earliest(readerFreeAt)
    const processor = earliest(processorFreeAt)
    // The database works for it once the reader has read, when it has a processor left; meanwhile the reader waits.
    const read = readerFreeAt[reader]! + job.readerSeconds
    const kept = Math.max(read, processorFreeAt[processor]!) + job.databaseSeconds
    readerFreeAt[reader] = kept
    processorFreeAt[processor] = kept
    pages += job.pages
    end = Math.max(end, kept)
  }
  return pages / end
}

const earliest = (times: readonly number[]): number => times.indexOf(Math.min(...times))
