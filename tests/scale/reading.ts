import { type Ask, json, newProject, pause } from '../faults/editor'
import { databaseSeconds, jobsDone, startPart, stopPart } from './cluster-control'
import type { MeasuredJob } from './simulate'

export interface ReadingReport {
  readonly pages: number
  readonly pagesPerSecond: number
  readonly jobs: readonly MeasuredJob[]
}

interface Seen {
  readonly status: string
  readonly sheets: readonly { readonly status: string }[]
}

/** Reads some copies of a file with readers on so many machines. */
export async function readWith(lead: Ask, machines: 1 | 2, file: Uint8Array, copies: number): Promise<ReadingReport> {
  const on = (['one', 'two'] as const).slice(0, machines)
  for (const machine of ['one', 'two'] as const) await stopPart(machine, 'readers')
  const project = await newProject(lead, `Read by ${machines}`)
  // One more, by which the readers warm up.
  await bringIn(lead, project, file, `${machines}-first`)
  for (const machine of on) await startPart(machine, 'readers')
  await untilRead(lead, project, 1)
  for (const machine of on) await stopPart(machine, 'readers')
  for (let i = 0; i < copies; i++) await bringIn(lead, project, file, `${machines}-${i}`)
  const before = { jobs: (await jobsDone()).length, database: await databaseSeconds() }
  for (const machine of on) await startPart(machine, 'readers')
  await untilRead(lead, project, copies + 1)
  const jobs = batchesOf((await jobsDone()).slice(before.jobs))
  const spent = (await databaseSeconds()) - before.database
  const sources = (await json(lead, `/api/projects/${project}/sources`)) as Seen[]
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

async function bringIn(lead: Ask, project: string, file: Uint8Array, name: string): Promise<void> {
  // Each is another file: a note at its end, which no reader minds.
  await json(lead, `/api/projects/${project}/sources?name=${name}.pdf`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Buffer.concat([file, Buffer.from(`\n% ${name}\n`)]),
  })
}

async function untilRead(lead: Ask, project: string, files: number): Promise<void> {
  for (;;) {
    const sources = (await json(lead, `/api/projects/${project}/sources`)) as Seen[]
    const done = sources.filter((file) => [file, ...file.sheets].every(({ status }) => status === 'ready'))
    if (done.length >= files) return
    // Seldom: whoever looks takes processors from the readers.
    await pause(1500)
  }
}
