import { type Ask, newProject } from '../faults/editor'
import { bringIn, filesOf, filesRead } from '../faults/files'
import { databaseSeconds, jobsDone, startPart, stopPart } from './cluster-control'
import type { MeasuredJob } from './simulate'

export interface ReadingReport {
  readonly pages: number
  readonly pagesPerSecond: number
  readonly jobs: readonly MeasuredJob[]
}

/** Seldom: whoever looks takes processors from the readers. */
const PATIENTLY = { everyMs: 1500, longestMs: Number.POSITIVE_INFINITY }

/** Reads some copies of a file with readers on so many machines. */
export async function readWith(lead: Ask, machines: 1 | 2, file: Uint8Array, copies: number): Promise<ReadingReport> {
  const on = (['one', 'two'] as const).slice(0, machines)
  for (const machine of ['one', 'two'] as const) await stopPart(machine, 'readers')
  const project = await newProject(lead, `Read by ${machines}`)
  // One more, by which the readers warm up.
  await bringIn(lead, project, file, `${machines}-first.pdf`)
  for (const machine of on) await startPart(machine, 'readers')
  await filesRead(lead, project, 1, PATIENTLY)
  for (const machine of on) await stopPart(machine, 'readers')
  for (let i = 0; i < copies; i++) await bringIn(lead, project, file, `${machines}-${i}.pdf`)
  const before = { jobs: (await jobsDone()).length, database: await databaseSeconds() }
  for (const machine of on) await startPart(machine, 'readers')
  await filesRead(lead, project, copies + 1, PATIENTLY)
  const jobs = batchesOf((await jobsDone()).slice(before.jobs))
  const spent = (await databaseSeconds()) - before.database
  const sources = await filesOf(lead, project)
  const pages = sources.slice(1).reduce((sum, { sheets }) => sum + sheets.length, 0)
  // The middle of it: readers that start, or have nothing left, are not at work.
  const ends = jobs.map(({ doneAt }) => doneAt).sort((a, b) => a - b)
  const [first, last] = [Math.floor(0.2 * ends.length), Math.floor(0.8 * ends.length)]
  const pagesPerSecond = ((last - first) / ends.length) * (pages / (ends[last]! - ends[first]!))
  const busy = jobs.reduce((sum, { takenAt, doneAt }) => sum + doneAt - takenAt, 0)
  return {
    pages,
    pagesPerSecond,
    jobs: jobs.map(({ takenAt, doneAt }) => {
      const databaseSeconds = ((doneAt - takenAt) / busy) * spent
      // Each page goes through several jobs: its picture, its lines.
      return { pages: pages / jobs.length, readerSeconds: doneAt - takenAt - databaseSeconds, databaseSeconds }
    }),
  }
}

interface Spent {
  readonly takenAt: number
  readonly doneAt: number
}

/** A reader takes several jobs at once, at one time: together they are one. */
function batchesOf(jobs: readonly Spent[]): Spent[] {
  const batches = new Map<number, Spent>()
  for (const { takenAt, doneAt } of jobs)
    batches.set(takenAt, { takenAt, doneAt: Math.max(doneAt, batches.get(takenAt)?.doneAt ?? 0) })
  return [...batches.values()]
}
