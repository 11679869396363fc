import { eq } from 'drizzle-orm'
import type { SourceProblem } from '@/core/sheet/problem'
import { loadContent, verifyContent } from '../contents'
import { database } from '../database/client'
import { type SheetStatus, sources } from '../database/schema'
import { announce } from '../events'
import type { Job, JobName, Jobs } from '../jobs'
import { Problem } from '../problem'
import { unseal } from '../secrets'
import { addSource } from '../sources'
import {
  type FoundSheet,
  keepFailure,
  keepLetters,
  keepLines,
  keepOpened,
  keepStrokes,
  keepUnopened,
  keepUnread,
  PictureStore,
  type Source,
  sheetsWithSources,
  sourceOf,
} from './keep'
import type { Reader } from './reader'
import type { OpenedFile, Outcome, ReadLines, Task } from './reader/tasks'

/** A reader failed in a way that is not the file's fault. */
export class ReaderFault extends Error {}

/**
 * Does jobs of one name by a reader and writes down what they come to. What is wrong with a file is written down as well;
 * what is thrown is our own fault, and the jobs are to be tried again.
 */
export async function doJobs(reader: Reader, jobs: readonly Job[]): Promise<void> {
  const name = jobs[0]?.name
  if (name === undefined) return
  if (name === 'open') return inTurn(jobs, (job) => openFile(reader, job.data.sourceId))
  if (name === 'verify') return inTurn(jobs, (job) => verify(job.data.sourceId))
  await readPages(
    reader,
    name,
    jobs.map(({ data }) => (data as Jobs['read']).sheetId),
  )
}

async function inTurn(jobs: readonly Job[], work: (job: Job) => Promise<void>): Promise<void> {
  for (const job of jobs) await work(job)
}

async function openFile(reader: Reader, sourceId: string): Promise<void> {
  const source = await sourceOf(sourceId)
  if (!source) return
  await reader.run(workOn(source, [{ kind: 'open' }]), (_, outcome) =>
    settled<OpenedFile>(
      outcome,
      async (file) => {
        await keepOpened(source, file)
        await bringInEmbedded(source, file)
      },
      (problem) => keepFailure({ name: 'open', data: { sourceId } }, problem),
    ),
  )
}

/** What a portfolio holds stands beside it, each as a file of its own; one that is there already is not added again. */
async function bringInEmbedded({ projectId }: Source, { embedded }: OpenedFile): Promise<void> {
  for (const { name, bytes } of embedded) if (bytes) await addSource(projectId, name, oneChunk(bytes)).catch(passedOver)
}

async function* oneChunk(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes
}

/** One that is too large, or whose project is gone, is left out; our own faults are tried again. */
function passedOver(error: unknown): void {
  if (!(error instanceof Problem)) throw error
}

/** Pages in these states have what the job is for. */
const DONE: Readonly<Record<Exclude<JobName, 'open' | 'verify'>, readonly SheetStatus[]>> = {
  picture: ['reading', 'ready', 'failed', 'stopped'],
  wanted: ['ready', 'failed'],
  read: ['ready', 'failed', 'stopped'],
  letters: [],
  strokes: [],
}

async function readPages(reader: Reader, name: keyof typeof DONE, sheetIds: readonly string[]): Promise<void> {
  const found = await sheetsWithSources(sheetIds)
  const due = found.filter(({ sheet }) => isDue(name, sheet))
  const pictures = new PictureStore()
  for (const pages of bySource(due)) {
    const tasks = pages.map(({ sheet }) => taskFor(name, sheet.number, sheet.pictureHash !== null))
    await reader.run(workOn(pages[0]!.source, tasks), (index, outcome) =>
      keepPage(name, pages[index]!, outcome, pictures),
    )
  }
  await pictures.close()
}

function isDue(name: keyof typeof DONE, { lettering, strokes, status }: FoundSheet['sheet']): boolean {
  if (name === 'letters') return lettering
  return name === 'strokes' ? strokes === 'tracing' : !DONE[name].includes(status)
}

function bySource(pages: readonly FoundSheet[]): readonly (readonly FoundSheet[])[] {
  const groups = new Map<string, FoundSheet[]>()
  for (const page of pages) groups.set(page.source.id, [...(groups.get(page.source.id) ?? []), page])
  return [...groups.values()]
}

function taskFor(name: keyof typeof DONE, page: number, pictured: boolean): Task {
  if (name === 'picture') return { kind: 'picture', page }
  return name === 'letters' || name === 'strokes' ? { kind: name, page } : { kind: 'lines', page, pictured }
}

function keepPage(name: keyof typeof DONE, page: FoundSheet, outcome: Outcome, pictures: PictureStore): Promise<void> {
  if (name === 'letters')
    return settled<Parameters<typeof keepLetters>[1]>(
      outcome,
      (proposal) => keepLetters(page.sheet.id, proposal),
      () => keepLetters(page.sheet.id, null),
    )
  if (name === 'strokes')
    return settled<Uint8Array>(
      outcome,
      (bytes) => keepStrokes(page, bytes),
      () => keepStrokes(page, null),
    )
  const failed = async (problem: SourceProblem) => {
    // A file that came in an archive is opened first when its pages are read.
    if (problem === 'password-needed' || problem === 'password-wrong') await keepUnopened(page.source, problem)
    else if (problem !== 'stopped') await keepUnread(page, problem)
  }
  if (name !== 'picture') return settled<ReadLines>(outcome, (read) => keepLines(page, read), failed)
  return settled<Uint8Array>(outcome, async (picture) => pictures.add({ ...page, picture }), failed)
}

/** @throws ReaderFault */
async function settled<T>(
  outcome: Outcome,
  keep: (result: T) => Promise<void>,
  fail: (problem: SourceProblem) => Promise<void>,
): Promise<void> {
  if ('fault' in outcome) throw new ReaderFault(outcome.fault)
  if ('problem' in outcome) return fail(outcome.problem)
  return keep(outcome.done as T)
}

/** @returns what a reader needs of a file; a password that can't be opened any more is asked for again */
const workOn = (source: Source, tasks: readonly Task[]) => ({
  // Typed again, a password opens the file anew.
  key: `${source.id} ${source.password ?? ''}`,
  sourceId: source.id,
  password: source.password && unseal(source.password, source.id),
  tasks,
  bytes: () => loadContent(source.contentHash),
})

async function verify(sourceId: string): Promise<void> {
  const source = await sourceOf(sourceId)
  if (!source) return
  const damage = await verifyContent(source.contentHash)
  await database().update(sources).set({ damage, checkedAt: new Date() }).where(eq(sources.id, sourceId))
  if (damage !== source.damage) await announce(source.projectId, { type: 'sources' })
}
