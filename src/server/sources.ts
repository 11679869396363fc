import { asc, eq, inArray } from 'drizzle-orm'
import type { Counts, PageContent } from '@/core/sheet/linework'
import { PROBLEM_SENTENCES, SourceError } from '@/core/sheet/pdf/problem'
import { storeStream, TooLargeError } from './contents'
import { database, inTransaction } from './database/client'
import { projects, type SheetStatus, type SourceStatus, sheets, sources } from './database/schema'
import { announce } from './events'
import { enqueue } from './jobs'
import { notFound, Problem } from './problem'

/** The largest file accepted; said before anybody sends it. */
export const UPLOAD_LIMIT_MB = 200

/** A page as clients see it. */
export interface SheetView {
  id: string
  number: number
  label: string | null
  widthPt: number
  heightPt: number
  status: SheetStatus
  /** A sentence where it could not be read. */
  problem: string | null
  content: PageContent | null
  counts: Counts | null
  pictureHash: string | null
  lineworkHash: string | null
}

/** A file as clients see it. */
export interface SourceView {
  id: string
  name: string
  status: SourceStatus
  problem: string | null
  contentHash: string
  pageCount: number | null
  /** Whether pages need a password to be drawn. */
  password: string | null
  sheets: SheetView[]
}

export async function listSources(projectId: string): Promise<SourceView[]> {
  const db = database()
  const files = await db.select().from(sources).where(eq(sources.projectId, projectId)).orderBy(asc(sources.createdAt))
  const ids = files.map(({ id }) => id)
  const pages = ids.length
    ? await db.select().from(sheets).where(inArray(sheets.sourceId, ids)).orderBy(asc(sheets.number))
    : []
  return files.map(({ id, name, status, problem, contentHash, pageCount, password }) => ({
    id,
    name,
    status,
    problem: problem && PROBLEM_SENTENCES[problem](name),
    contentHash,
    pageCount,
    password,
    sheets: pages
      .filter(({ sourceId }) => sourceId === id)
      .map(({ sourceId: _, layers: __, ...sheet }) => ({
        ...sheet,
        problem: sheet.problem && PROBLEM_SENTENCES[sheet.problem](`${name}, page ${sheet.number}`),
      })),
  }))
}

/**
 * Takes a file into a project: stores it whole and queues its reading.
 * @throws Problem where it is no PDF or too large; nothing is kept then
 */
export async function addSource(
  projectId: string,
  name: string,
  stream: AsyncIterable<Uint8Array>,
): Promise<{ id: string }> {
  const id = crypto.randomUUID()
  try {
    await inTransaction(async (tx) => {
      const [project] = await tx.select().from(projects).where(eq(projects.id, projectId))
      if (!project) throw notFound('The project')
      const { hash } = await storeStream(tx, checkedPdf(stream), 'application/pdf', UPLOAD_LIMIT_MB << 20)
      await tx.insert(sources).values({ id, projectId, name, contentHash: hash })
      await enqueue(tx, 'open', { sourceId: id })
    })
  } catch (error) {
    if (error instanceof SourceError) throw new Problem(422, error.problem, PROBLEM_SENTENCES[error.problem](name))
    if (error instanceof TooLargeError)
      throw new Problem(
        413,
        'too-large',
        `${name} is larger than ${UPLOAD_LIMIT_MB} MB. Save only the pages that are needed to a PDF of their own and bring in that.`,
      )
    throw error
  }
  await announce(projectId, { type: 'sources' })
  return { id }
}

/** Passes a stream on, unless its beginning shows that it is no PDF. */
async function* checkedPdf(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  const MARK_WITHIN = 1024
  let head = new Uint8Array(0)
  let known = false
  for await (const piece of stream) {
    if (known) {
      yield piece
      continue
    }
    head = new Uint8Array(Buffer.concat([head, piece]))
    if (head.length < MARK_WITHIN) continue
    known = requirePdf(head)
    yield head
  }
  if (!known) {
    requirePdf(head)
    yield head
  }
}

function requirePdf(head: Uint8Array): true {
  if (!new TextDecoder('latin1').decode(head.subarray(0, 1024)).includes('%PDF-')) throw new SourceError('not-a-pdf')
  return true
}

/** Takes the password for a protected file and reads it again. */
export async function unlockSource(id: string, password: string): Promise<void> {
  const projectId = await inTransaction(async (tx) => {
    const [source] = await tx
      .update(sources)
      .set({ password, status: 'waiting', problem: null })
      .where(eq(sources.id, id))
      .returning()
    if (!source) throw notFound('The file')
    await enqueue(tx, 'open', { sourceId: id })
    return source.projectId
  })
  await announce(projectId, { type: 'sources' })
}

/** Removes a file with its pages; work on it that is under way ends without a result. */
export async function removeSource(id: string): Promise<void> {
  const [source] = await database().delete(sources).where(eq(sources.id, id)).returning()
  if (source) await announce(source.projectId, { type: 'sources' })
}
