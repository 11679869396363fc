import { and, eq, inArray, sql } from 'drizzle-orm'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { Print } from '@/core/sheet/print'
import type { SourceProblem } from '@/core/sheet/problem'
import { storable } from '@/core/text/storable'
import { storeAll, storeBytes } from '../contents'
import { database, inTransaction, type Transaction } from '../database/client'
import { sheetPrints, sheets, sources } from '../database/schema'
import { announce } from '../events'
import { enqueue, type Job, pageJobs } from '../jobs'
import type { OpenedFile, ReadLines } from './reader/tasks'
import type { PrintParts } from './sheet-file'

/** What readers found, as it is written down. Text comes from files: it is made storable here, at the edge. */

export type Source = typeof sources.$inferSelect
export type Sheet = typeof sheets.$inferSelect

export interface FoundSheet {
  readonly sheet: Sheet
  readonly source: Source
}

export async function sheetsWithSources(sheetIds: readonly string[]): Promise<FoundSheet[]> {
  if (sheetIds.length === 0) return []
  return database()
    .select({ sheet: sheets, source: sources })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(inArray(sheets.id, [...sheetIds]))
}

export async function sourceOf(sourceId: string): Promise<Source | undefined> {
  const [source] = await database().select().from(sources).where(eq(sources.id, sourceId))
  return source
}

const heldBy = ({ embedded }: OpenedFile) =>
  embedded.length > 0 ? embedded.map(({ name, bytes }) => ({ name: storable(name), readable: bytes !== null })) : null

/** A statement takes 65,535 values at most. */
const ROWS_AT_ONCE = 1000

/** Writes down a file's pages and queues their reading. Pages that are there already keep what is known of them. */
export async function keepOpened(source: Source, file: OpenedFile): Promise<void> {
  const { id: sourceId } = source
  await inTransaction(async (tx) => {
    const [still] = await tx
      .update(sources)
      .set({
        status: 'reading',
        problem: null,
        pageCount: file.pages.length,
        producer: storable(file.producer),
        holds: heldBy(file),
      })
      .where(eq(sources.id, sourceId))
      .returning()
    if (!still) return
    const rows = file.pages.map(({ label, widthPt, heightPt, zeroPt, elevationMm, resolution, problem }, i) => ({
      id: crypto.randomUUID(),
      sourceId,
      number: i + 1,
      label: storable(label),
      widthPt,
      heightPt,
      zeroX: zeroPt.x,
      zeroY: zeroPt.y,
      elevationMm,
      dpi: resolution?.dpi ?? null,
      dpiStated: resolution?.stated ?? null,
      status: problem ? ('failed' as const) : ('waiting' as const),
      problem,
    }))
    for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
      await tx
        .insert(sheets)
        .values(rows.slice(at, at + ROWS_AT_ONCE))
        .onConflictDoNothing()
    const unread = await tx
      .select({ id: sheets.id })
      .from(sheets)
      .where(and(eq(sheets.sourceId, sourceId), inArray(sheets.status, ['waiting', 'reading'])))
      .orderBy(sheets.number)
    await enqueue(
      tx,
      pageJobs(
        sourceId,
        unread.map(({ id }) => id),
      ),
    )
    if (unread.length === 0) await tx.update(sources).set({ status: 'ready' }).where(eq(sources.id, sourceId))
  })
  await announce(source.projectId, { type: 'sources' })
}

/** Writes down why a file can't be opened; one that wants a password waits for it. */
export async function keepUnopened(source: Source, problem: SourceProblem): Promise<void> {
  const locked = problem === 'password-needed' || problem === 'password-wrong'
  await database()
    .update(sources)
    .set({ status: locked ? 'locked' : 'failed', problem, ...(locked && { password: null }) })
    .where(eq(sources.id, source.id))
  await announce(source.projectId, { type: 'sources' })
}

interface DrawnPicture extends FoundSheet {
  readonly picture: Uint8Array
}

/** Pictures stored in one transaction. */
const PICTURES_AT_ONCE = 8

/** Pictures on their way to the database: a few at once, while the next ones are drawn. */
export class PictureStore {
  private readonly drawn: DrawnPicture[] = []
  /** The first goes alone: somebody waits for it. */
  private atOnce = 1
  private stored: Promise<void> = Promise.resolve()

  add(picture: DrawnPicture): void {
    this.drawn.push(picture)
    if (this.drawn.length < this.atOnce) return
    this.atOnce = PICTURES_AT_ONCE
    this.store()
  }

  /** @throws what kept one of them from being stored */
  async close(): Promise<void> {
    this.store()
    await this.stored
  }

  private store(): void {
    const few = this.drawn.splice(0)
    if (few.length === 0) return
    this.stored = this.stored.then(() => keepPictures(few))
    // Heard of at the close.
    this.stored.catch(() => undefined)
  }
}

async function keepPictures(few: readonly DrawnPicture[]): Promise<void> {
  await inTransaction(async (tx) => {
    // Their sources first, as whoever stops a reading does: locking pages in two orders would end in a deadlock.
    const sourceIds = [...new Set(few.map(({ source }) => source.id))]
    await tx.select().from(sources).where(inArray(sources.id, sourceIds)).orderBy(sources.id).for('share')
    const hashes = await storeAll(
      tx,
      few.map(({ picture }) => picture),
      'image/jpeg',
    )
    const rows = few.map(({ sheet }, i) => sql`(${sheet.id}, ${hashes[i]!})`)
    await tx.execute(sql`
      update ${sheets} set status = 'reading', picture_hash = given.hash
      from (values ${sql.join(rows, sql`, `)}) as given (id, hash)
      where ${sheets.id} = given.id and ${sheets.status} = 'waiting'`)
  })
  for (const projectId of new Set(few.map(({ source }) => source.projectId)))
    await announce(projectId, { type: 'sources' })
}

/** Writes down everything that the reading of a page came to. */
export async function keepLines({ sheet, source }: FoundSheet, read: ReadLines): Promise<void> {
  const { bytes, print: parts, picture, solids, findings, lettering } = read
  await inTransaction(async (tx) => {
    const lineworkHash = await storeBytes(tx, bytes, 'application/octet-stream')
    const print = await storePrint(tx, parts, source.contentHash, sheet.number)
    const pictured = picture && { pictureHash: await storeBytes(tx, picture, 'image/jpeg') }
    const modelled = solids && { solidsHash: await storeBytes(tx, solids, 'application/octet-stream') }
    await holdPrint(tx, sheet.id, print)
    await tx
      .update(sheets)
      .set({
        status: 'ready',
        problem: null,
        lineworkHash,
        print,
        ...pictured,
        ...modelled,
        ...storable(findings),
        lettering,
      })
      .where(eq(sheets.id, sheet.id))
    if (lettering) await enqueue(tx, [{ name: 'letters', data: { sheetId: sheet.id, sourceId: source.id } }])
  })
  await closeWhenRead(source)
}

async function storePrint(tx: Transaction, parts: PrintParts, sourceHash: string, page: number): Promise<Print> {
  const { pdf, tiles } = parts
  const hash = pdf === 'source' ? sourceHash : pdf && (await storeBytes(tx, pdf, 'application/pdf'))
  const stored = []
  for (const { pyramid, map } of tiles)
    stored.push({ map, hash: await storeBytes(tx, pyramid, 'application/octet-stream') })
  return { pdf: hash ? { hash, page } : null, tiles: stored }
}

/** Says that a page needs what it is drawn from. */
async function holdPrint(tx: Transaction, sheetId: string, { pdf, tiles }: Print): Promise<void> {
  await tx.delete(sheetPrints).where(eq(sheetPrints.sheetId, sheetId))
  const hashes = new Set([...(pdf ? [pdf.hash] : []), ...tiles.map(({ hash }) => hash)])
  if (hashes.size > 0) await tx.insert(sheetPrints).values([...hashes].map((hash) => ({ sheetId, hash })))
}

/** Writes down what the figures in a page's picture say of its scale; null where they say nothing. */
export async function keepLetters(sheetId: string, proposal: ScaleProposal | null): Promise<void> {
  await database()
    .update(sheets)
    .set({ lettering: false, ...(proposal && { proposal: storable(proposal) }) })
    .where(eq(sheets.id, sheetId))
}

/** Writes down the strokes of a page; null where they could not be traced. */
export async function keepStrokes({ sheet, source }: FoundSheet, bytes: Uint8Array | null): Promise<void> {
  await inTransaction(async (tx) => {
    const traced = bytes && { strokesHash: await storeBytes(tx, bytes, 'application/octet-stream') }
    await tx
      .update(sheets)
      .set({ strokes: traced ? 'traced' : 'failed', ...traced })
      .where(eq(sheets.id, sheet.id))
  })
  await announce(source.projectId, { type: 'sources' })
}

/** Writes down that a page could not be read, and why. */
export async function keepUnread({ sheet, source }: FoundSheet, problem: SourceProblem): Promise<void> {
  await database().update(sheets).set({ status: 'failed', problem }).where(eq(sheets.id, sheet.id))
  await closeWhenRead(source)
}

async function closeWhenRead(source: Source): Promise<void> {
  await database().execute(sql`
    update ${sources} set status = 'ready' where id = ${source.id} and status = 'reading' and not exists
      (select 1 from ${sheets} where ${sheets.sourceId} = ${source.id} and ${sheets.status} in ('waiting', 'reading'))`)
  await announce(source.projectId, { type: 'sources' })
}

/** What ended a file before any of its pages was known, in words for a file. */
const OF_FILES: Partial<Record<SourceProblem, SourceProblem>> = {
  'too-slow': 'file-too-slow',
  'out-of-memory': 'file-too-large',
  'page-broken': 'broken',
}

/** Writes down that a job came to nothing, where that is for good. */
export async function keepFailure({ name, data }: Job, problem: SourceProblem): Promise<void> {
  if (problem === 'stopped' || name === 'verify') return
  if (name === 'open') {
    const source = await sourceOf(data.sourceId)
    if (source) await keepUnopened(source, OF_FILES[problem] ?? problem)
    return
  }
  // The page itself is read; only its figures are not.
  if (name === 'letters') return keepLetters(data.sheetId, null)
  const [found] = await sheetsWithSources([data.sheetId])
  if (found) await (name === 'strokes' ? keepStrokes(found, null) : keepUnread(found, problem))
}
