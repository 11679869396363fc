import { and, asc, eq, getTableColumns, ilike, inArray, isNull, lt, or, sql } from 'drizzle-orm'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { SheetView, SourceView } from '@/core/project/views'
import { kindOf } from '@/core/sheet/kinds'
import { matchPages, type PageMatch } from '@/core/sheet/likeness'
import { PROBLEM_SENTENCES, type SourceProblem } from '@/core/sheet/problem'
import { storable } from '@/core/text/storable'
import { sendAhead, storeStaged } from './contents'
import { lostInDatabase } from './contents/in-database'
import { database, inTransaction, type Transaction } from './database/client'
import { type SourceStatus, sheets, sources } from './database/schema'
import { announce } from './events'
import { enqueue, type Job, LOOKED_AT, pageJobs, stopJobs } from './jobs'
import { liveProject, liveSource } from './live'
import { notFound, Problem } from './problem'
import { seal } from './secrets'
import { arrived } from './staging'

/** The largest file accepted; said before anybody sends it. */
export const UPLOAD_LIMIT_MB = 200

/** Everything of a sheet but what only the server needs, or only now and then. */
const {
  words: _words,
  signature: _signature,
  proposal: _proposal,
  lettering: _lettering,
  ...SHEET_COLUMNS
} = getTableColumns(sheets)

export async function listSources(projectId: string): Promise<SourceView[]> {
  const db = database()
  const files = await db.select().from(sources).where(eq(sources.projectId, projectId)).orderBy(asc(sources.createdAt))
  const ids = files.map(({ id }) => id)
  const pages = ids.length
    ? await db.select(SHEET_COLUMNS).from(sheets).where(inArray(sheets.sourceId, ids)).orderBy(asc(sheets.number))
    : []
  const lost = await lostInDatabase(files.map(({ contentHash }) => contentHash))
  return files.map((file) => {
    const { id, name, kind, status, problem, contentHash, pageCount, supersedes } = file
    const damage = lost.has(contentHash) ? 'bytes-lost' : file.damage
    return {
      id,
      name,
      kind,
      status,
      problem: problem && PROBLEM_SENTENCES[problem](name),
      canTryAgain: problem === 'gave-up',
      contentHash,
      pageCount,
      isProtected: file.password !== null || status === 'locked',
      holds: file.holds ?? [],
      supersedes,
      damage: damage && PROBLEM_SENTENCES[damage](name),
      sheets: pages.filter(({ sourceId }) => sourceId === id).map((sheet) => viewOf(name, sheet)),
    }
  })
}

function viewOf(
  name: string,
  sheet: Omit<typeof sheets.$inferSelect, 'words' | 'signature' | 'proposal' | 'lettering'>,
): SheetView {
  const { sourceId: _, zeroX, zeroY, dpi, dpiStated, dpiSet, ...rest } = sheet
  return {
    ...rest,
    problem: sheet.problem && PROBLEM_SENTENCES[sheet.problem](`${name}, page ${sheet.number}`),
    canTryAgain: sheet.problem === 'gave-up',
    zeroPt: { x: zeroX, y: zeroY },
    resolution: dpi === null ? null : { dpi: dpiSet ?? dpi, stated: dpiStated === true, set: dpiSet !== null },
    paperFactor: dpi === null || dpiSet === null ? 1 : dpi / dpiSet,
  }
}

/** Stored bytes are looked at again when a project is opened, unless that was done lately; whether any are missing is always known. */
const CHECK_AGAIN_AFTER_MS = 24 * 3_600_000

export async function verifySources(projectId: string): Promise<void> {
  await inTransaction(async (tx) => {
    // Noted as looked at now, so that whoever opens the project next does not ask for the same.
    const due = await tx
      .update(sources)
      .set({ checkedAt: new Date() })
      .where(
        and(
          eq(sources.projectId, projectId),
          or(isNull(sources.checkedAt), lt(sources.checkedAt, new Date(Date.now() - CHECK_AGAIN_AFTER_MS))),
        ),
      )
      .returning({ id: sources.id })
    await enqueue(
      tx,
      due.map(({ id }) => ({ name: 'verify', data: { sourceId: id } })),
    )
  })
}

/** What a file is brought in as, beside a new one. */
export interface BringInOptions {
  /** The source whose newer revision it is. */
  readonly supersedes?: string
  /** The source whose lost or damaged bytes it gives again. */
  readonly again?: string
}

export interface BroughtIn {
  readonly id: string
  /** Whether the project had the same file already, and nothing was added. */
  readonly known: boolean
}

/**
 * Takes a file into a project: stores it whole and queues its reading. A file that the project has already is told by its content.
 * @throws Problem where it can't be brought in or is too large; nothing is kept then
 */
export async function addSource(
  projectId: string,
  givenName: string,
  stream: AsyncIterable<Uint8Array>,
  { supersedes, again }: BringInOptions = {},
): Promise<BroughtIn> {
  const name = tidyName(givenName)
  await liveProject(projectId)
  const staged = await arrived(stream, {
    name,
    limitMb: UPLOAD_LIMIT_MB,
    advice: 'Save only the pages that are needed to a PDF of their own and bring in that.',
  })
  try {
    const told = kindOf(staged.head, staged.tail)
    if (!told) throw new Problem(422, 'unknown-kind', PROBLEM_SENTENCES['unknown-kind'](name))
    const { kind, mediaType } = told
    const { hash } = staged
    await sendAhead(staged, mediaType)
    const brought = await inTransaction(async (tx): Promise<BroughtIn> => {
      await storeStaged(tx, staged, mediaType)
      if (again) return giveAgain(tx, projectId, again, hash, name)
      const [known] = await tx
        .select({ id: sources.id })
        .from(sources)
        .where(and(eq(sources.projectId, projectId), eq(sources.contentHash, hash)))
      if (known) return { id: known.id, known: true }
      if (supersedes) await mustBeOf(tx, projectId, supersedes)
      const id = crypto.randomUUID()
      await tx
        .insert(sources)
        .values({ id, projectId, name, kind, contentHash: hash, supersedes, checkedAt: new Date() })
      await enqueue(tx, [{ name: 'open', data: { sourceId: id } }], LOOKED_AT)
      return { id, known: false }
    })
    await announce(projectId, { type: 'sources' })
    return brought
  } finally {
    await staged.discard()
  }
}

/** @throws Problem where a file is not one of the project */
async function mustBeOf(tx: Transaction, projectId: string, sourceId: string): Promise<void> {
  const [source] = await tx
    .select({ id: sources.id })
    .from(sources)
    .where(and(eq(sources.id, sourceId), eq(sources.projectId, projectId)))
  if (!source) throw notFound('The file')
}

/** A file's own name: without the folders that some programs send with it, and without signs that can't be seen. */
function tidyName(name: string): string {
  const own = name.split(/[\\/]/).findLast((part) => part.trim() !== '') ?? name
  return (
    storable(own)
      .replace(/[\p{Cc}\p{Cf}]/gu, '')
      .trim()
      .slice(0, 200) || 'unnamed'
  )
}

/** The bytes were stored under their hash, and by that are mended; what could not be read without them is read now. */
async function giveAgain(
  tx: Transaction,
  projectId: string,
  sourceId: string,
  hash: string,
  name: string,
): Promise<BroughtIn> {
  const [source] = await tx
    .select()
    .from(sources)
    .where(and(eq(sources.id, sourceId), eq(sources.projectId, projectId)))
  if (!source) throw notFound('The file')
  if (source.contentHash !== hash)
    throw new Problem(
      422,
      'another-file',
      `${name} is another file than ${source.name} was. Bring it in as its newer revision instead.`,
    )
  await tx.update(sources).set({ damage: null, checkedAt: new Date() }).where(eq(sources.id, sourceId))
  const lost: SourceProblem[] = ['bytes-lost', 'bytes-damaged']
  const again = await tx
    .update(sheets)
    .set({ status: 'waiting', problem: null })
    .where(and(eq(sheets.sourceId, sourceId), inArray(sheets.problem, lost)))
    .returning({ id: sheets.id })
  await enqueue(
    tx,
    pageJobs(
      sourceId,
      again.map(({ id }) => id),
    ),
  )
  return { id: sourceId, known: true }
}

/** Takes the password for a protected file and reads it again. */
export async function unlockSource(id: string, password: string): Promise<void> {
  await liveSource(id)
  const projectId = await inTransaction(async (tx) => {
    const [source] = await tx
      .update(sources)
      .set({ password: seal(password, id), status: 'waiting', problem: null })
      .where(eq(sources.id, id))
      .returning()
    if (!source) throw notFound('The file')
    await enqueue(tx, [{ name: 'open', data: { sourceId: id } }], LOOKED_AT)
    return source.projectId
  })
  await announce(projectId, { type: 'sources' })
}

/** Removes a file with its pages; work on it that is under way is ended. */
export async function removeSource(id: string): Promise<void> {
  await liveSource(id)
  const source = await inTransaction(async (tx) => {
    const [removed] = await tx.delete(sources).where(eq(sources.id, id)).returning()
    await stopJobs(tx, id)
    return removed
  })
  if (source) await announce(source.projectId, { type: 'sources' })
}

/** Ends the reading of a file: pages read so far stay, the others can be read on. */
export async function stopReading(id: string): Promise<void> {
  await changeReading(id, async (tx) => {
    await tx
      .update(sheets)
      .set({ status: 'stopped' })
      .where(and(eq(sheets.sourceId, id), inArray(sheets.status, ['waiting', 'reading'])))
    await stopJobs(tx, id)
    return 'ready'
  })
}

/** Takes up again what was stopped, and what failed without any fault of the file. */
export async function resumeReading(id: string): Promise<void> {
  await changeReading(id, async (tx, source) => {
    if (source.problem === 'gave-up') {
      await tx.update(sources).set({ problem: null }).where(eq(sources.id, id))
      await enqueue(tx, [{ name: 'open', data: { sourceId: id } }], LOOKED_AT)
      return 'waiting'
    }
    const again = await tx
      .update(sheets)
      .set({ status: sql`case when ${sheets.pictureHash} is null then 'waiting' else 'reading' end`, problem: null })
      .where(and(eq(sheets.sourceId, id), or(eq(sheets.status, 'stopped'), eq(sheets.problem, 'gave-up'))))
      .returning({ id: sheets.id })
    await enqueue(
      tx,
      pageJobs(
        id,
        again.map((sheet) => sheet.id),
      ),
    )
    return 'reading'
  })
}

async function changeReading(
  id: string,
  work: (tx: Transaction, source: typeof sources.$inferSelect) => Promise<SourceStatus>,
): Promise<void> {
  await liveSource(id)
  const projectId = await inTransaction(async (tx) => {
    // The file before its pages, as readers do: pages locked in two orders would end in a deadlock.
    const [source] = await tx.select().from(sources).where(eq(sources.id, id)).for('update')
    if (!source) throw notFound('The file')
    const status = await work(tx, source)
    await tx.update(sources).set({ status }).where(eq(sources.id, id))
    return source.projectId
  })
  await announce(projectId, { type: 'sources' })
}

/** Puts pages before others: those whose pictures are looked at, or those whose lines are wanted now. */
export async function prefer(
  projectId: string,
  sheetIds: readonly string[],
  what: 'pictures' | 'lines',
): Promise<void> {
  const pending = await database()
    .select({ id: sheets.id, sourceId: sheets.sourceId, status: sheets.status })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(
      and(
        eq(sources.projectId, projectId),
        inArray(sheets.id, [...sheetIds]),
        inArray(sheets.status, ['waiting', 'reading', 'stopped']),
      ),
    )
  if (pending.length === 0) return
  const jobs = pending.flatMap(({ id: sheetId, sourceId, status }): Job[] => {
    const data = { sheetId, sourceId }
    if (what === 'lines') return [{ name: 'wanted', data }]
    if (status === 'stopped') return []
    return [{ name: status === 'waiting' ? 'picture' : 'read', data }]
  })
  await inTransaction((tx) => enqueue(tx, jobs, LOOKED_AT))
}

/** Which page of a newer file takes the place of each page of the one that it supersedes. */
export async function matchRevision(id: string): Promise<PageMatch[]> {
  const db = database()
  const source = await liveSource(id)
  if (!source.supersedes) return []
  const pagesOf = (sourceId: string) =>
    db
      .select({ id: sheets.id, number: sheets.number, signature: sheets.signature })
      .from(sheets)
      .where(eq(sheets.sourceId, sourceId))
      .orderBy(asc(sheets.number))
  return matchPages(await pagesOf(source.supersedes), await pagesOf(id))
}

/** Longest piece of a page's text shown around what was looked for. */
const EXCERPT = 60

/** Pages on which a text stands, each with the line that it stands in. */
export async function findPages(projectId: string, text: string): Promise<{ sheetId: string; line: string }[]> {
  await liveProject(projectId)
  const pattern = `%${text.replace(/[\\%_]/g, '\\$&')}%`
  const rows = await database()
    .select({ sheetId: sheets.id, words: sheets.words })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(and(eq(sources.projectId, projectId), or(ilike(sheets.words, pattern), ilike(sheets.label, pattern))))
    .orderBy(asc(sources.createdAt), asc(sheets.number))
  const wanted = text.toLowerCase()
  return rows.map(({ sheetId, words }) => {
    const line = words?.split('\n').find((each) => each.toLowerCase().includes(wanted)) ?? ''
    const at = Math.max(0, line.toLowerCase().indexOf(wanted) - EXCERPT / 3)
    return { sheetId, line: line.slice(at, at + EXCERPT) }
  })
}

/** The scale that a page proposes of itself; null where there is nothing to go on, or it isn't read yet. */
export async function proposalOf(
  sheetId: string,
): Promise<{ proposal: ScaleProposal | null /** Whether its figures are still being read. */; lettering: boolean }> {
  const { proposal, lettering } = sheets
  const [sheet] = await database()
    .select({ proposal, lettering, sourceId: sheets.sourceId })
    .from(sheets)
    .where(eq(sheets.id, sheetId))
  if (!sheet) throw notFound('The page')
  await liveSource(sheet.sourceId)
  return { proposal: sheet.proposal, lettering: sheet.lettering }
}

/** Says how many pixels to the inch a page has, in place of what its file says; null goes back to that. */
export async function setResolution(sheetId: string, dpi: number | null): Promise<void> {
  const [sheet] = await database().select({ sourceId: sheets.sourceId }).from(sheets).where(eq(sheets.id, sheetId))
  if (!sheet) throw notFound('The page')
  const source = await liveSource(sheet.sourceId)
  await database().update(sheets).set({ dpiSet: dpi }).where(eq(sheets.id, sheetId))
  await announce(source.projectId, { type: 'sources' })
}

/** Asks for the strokes of a page that is a picture. What is traced already, or being traced, is not asked for again. */
export async function askForStrokes(sheetId: string): Promise<void> {
  const [sheet] = await database()
    .select({ sourceId: sheets.sourceId, strokes: sheets.strokes, content: sheets.content })
    .from(sheets)
    .where(eq(sheets.id, sheetId))
  if (!sheet) throw notFound('The page')
  const source = await liveSource(sheet.sourceId)
  if (sheet.content !== 'image' && sheet.content !== 'mixed')
    throw new Problem(422, 'no-picture', 'This page has no picture: its lines are lines already.')
  if (sheet.strokes === 'tracing' || sheet.strokes === 'traced') return
  await inTransaction(async (tx) => {
    await tx.update(sheets).set({ strokes: 'tracing' }).where(eq(sheets.id, sheetId))
    await enqueue(tx, [{ name: 'strokes', data: { sheetId, sourceId: sheet.sourceId } }])
  })
  await announce(source.projectId, { type: 'sources' })
}
