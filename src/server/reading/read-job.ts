import { eq, inArray, sql } from 'drizzle-orm'
import { proposeScale, type ScaleProposal } from '@/core/fit/proposal/propose'
import { statedRatio } from '@/core/fit/stated-ratio'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { signatureOf } from '@/core/sheet/likeness'
import { contentOf, countContent, isVisible, type Linework } from '@/core/sheet/linework'
import { problemOf } from '@/core/sheet/pdf/problem'
import type { Print } from '@/core/sheet/print'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { loadContent, storeAll, storeBytes, verifyContent } from '../contents'
import { database, inTransaction, type Transaction } from '../database/client'
import { type SheetStatus, sheets, sources } from '../database/schema'
import { announce } from '../events'
import { enqueue, type Job, type Jobs, pageJobs } from '../jobs'
import { openSource } from './open-source'
import { proposeFromPicture, wantsLettering } from './propose-page'
import type { Picture, PrintParts, SheetFile, SheetPage } from './sheet-file'

/** The file that was read last stays open: its next page is probably asked for next. */
let last: { sourceId: string; file: SheetFile } | null = null

/**
 * Does jobs of one name in this process. What goes wrong with a file is written down; only our own failures are thrown.
 * @param begin is told which of them begins
 */
export async function runJobs(jobs: readonly Job[], begin: (index: number) => void): Promise<void> {
  const pictures = new PictureStore()
  await pictures.expect(
    jobs.filter(({ name }) => name === 'picture').map(({ data }) => (data as Jobs['picture']).sheetId),
  )
  for (const [index, job] of jobs.entries()) {
    begin(index)
    await runJob(job, pictures)
  }
  await pictures.close()
}

function runJob(job: Job, pictures: PictureStore): Promise<void> {
  switch (job.name) {
    case 'open':
      return openJob(job.data)
    case 'picture':
      return pictureJob(job.data, pictures)
    case 'wanted':
      return lineworkJob(job.data, ['ready', 'failed'])
    case 'read':
      return lineworkJob(job.data, ['ready', 'failed', 'stopped'])
    case 'letters':
      return lettersJob(job.data)
    case 'verify':
      return verifyJob(job.data)
  }
}

/** A statement takes 65,535 values at most. */
const ROWS_AT_ONCE = 1000

async function openJob({ sourceId }: Jobs['open']): Promise<void> {
  const [source] = await database().select().from(sources).where(eq(sources.id, sourceId))
  if (!source) return
  try {
    const file = await fileOf(source)
    const names = await file.names()
    const pages: { number: number; page: SheetPage | null; problem: SourceProblem | null }[] = []
    for (let number = 1; number <= file.pageCount; number++) {
      pages.push(
        await file.page(number).then(
          (page) => ({ number, page, problem: null }),
          (error: unknown) => ({ number, page: null, problem: problemOf(error).problem }),
        ),
      )
    }
    await inTransaction(async (tx) => {
      const [still] = await tx
        .update(sources)
        .set({ status: 'reading', pageCount: file.pageCount, producer: file.producer })
        .where(eq(sources.id, sourceId))
        .returning()
      if (!still) return
      const rows = pages.map(({ number, page, problem }) => ({
        id: crypto.randomUUID(),
        sourceId,
        number,
        label: names[number - 1] ?? null,
        widthPt: page?.widthPt ?? 0,
        heightPt: page?.heightPt ?? 0,
        zeroX: page?.zeroPt.x ?? 0,
        zeroY: page?.zeroPt.y ?? 0,
        dpi: page?.resolution?.dpi ?? null,
        dpiStated: page?.resolution?.stated ?? null,
        status: problem ? ('failed' as const) : ('waiting' as const),
        problem,
      }))
      for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
        const made = await tx
          .insert(sheets)
          .values(rows.slice(at, at + ROWS_AT_ONCE))
          .onConflictDoNothing()
          .returning({ id: sheets.id, problem: sheets.problem })
        const sound = made.filter(({ problem }) => !problem).map(({ id }) => id)
        await enqueue(tx, pageJobs(sourceId, sound))
      }
      if (pages.every(({ problem }) => problem))
        await tx.update(sources).set({ status: 'ready' }).where(eq(sources.id, sourceId))
    })
  } catch (error) {
    if (!(error instanceof SourceError)) throw error
    const locked = error.problem === 'password-needed' || error.problem === 'password-wrong'
    await database()
      .update(sources)
      .set({ status: locked ? 'locked' : 'failed', problem: error.problem, password: locked ? null : source.password })
      .where(eq(sources.id, sourceId))
  }
  await announce(source.projectId, { type: 'sources' })
}

interface DrawnPicture extends Picture {
  readonly sheetId: string
  readonly source: { readonly id: string; readonly projectId: string }
}

/** Pictures on their way to the database: a few at once, while the next page is drawn. */
class PictureStore {
  private readonly drawn: DrawnPicture[] = []
  /** The first goes alone: somebody waits for it. */
  private atOnce = 1
  private stored: Promise<void> = Promise.resolve()
  private readonly expected = new Map<string, FoundSheet>()

  /** Looks pages up together: one by one that would take as long as drawing them. */
  async expect(sheetIds: readonly string[]): Promise<void> {
    for (const found of await sheetsWithSources(sheetIds)) this.expected.set(found.sheet.id, found)
  }

  find(sheetId: string): FoundSheet | undefined {
    return this.expected.get(sheetId)
  }

  /** @returns when there is room for another */
  async add(drawn: DrawnPicture): Promise<void> {
    // Heard of when it is stored; until then nobody else listens.
    drawn.packed.catch(() => undefined)
    this.drawn.push(drawn)
    if (this.drawn.length < this.atOnce) return
    this.atOnce = PICTURES_AT_ONCE
    await this.stored
    this.store()
  }

  async close(): Promise<void> {
    await this.stored
    this.store()
    await this.stored
  }

  private store(): void {
    const few = this.drawn.splice(0)
    this.stored = this.keep(few)
    this.stored.catch(() => undefined)
  }

  private async keep(few: readonly DrawnPicture[]): Promise<void> {
    const packed = await Promise.allSettled(few.map((each) => each.packed))
    const pictures = packed.flatMap((each) => (each.status === 'fulfilled' ? [each.value] : []))
    await inTransaction(async (tx) => {
      // Their sources first, as whoever stops a reading does: locking pages in two orders would end in a deadlock.
      const sourceIds = [...new Set(few.map(({ source }) => source.id))]
      await tx.select().from(sources).where(inArray(sources.id, sourceIds)).orderBy(sources.id).for('share')
      const hashes = await storeAll(tx, pictures, 'image/jpeg')
      const stored = few.filter((_, i) => packed[i]!.status === 'fulfilled')
      if (stored.length === 0) return
      const rows = stored.map(({ sheetId }, i) => sql`(${sheetId}, ${hashes[i]!})`)
      await tx.execute(sql`
        update ${sheets} set status = 'reading', picture_hash = given.hash
        from (values ${sql.join(rows, sql`, `)}) as given (id, hash)
        where ${sheets.id} = given.id and ${sheets.status} = 'waiting'`)
    })
    for (const [i, { sheetId, source }] of few.entries()) {
      const picture = packed[i]!
      if (picture.status === 'fulfilled') continue
      await failSheet(sheetId, problemOf(picture.reason))
      await closeWhenRead(source.id)
    }
    for (const projectId of new Set(few.map(({ source }) => source.projectId)))
      await announce(projectId, { type: 'sources' })
  }
}

/** Pictures stored in one transaction. */
const PICTURES_AT_ONCE = 8

async function pictureJob({ sheetId }: Jobs['picture'], pictures: PictureStore): Promise<void> {
  const found = pictures.find(sheetId)
  if (found?.sheet.status !== 'waiting') return
  const { sheet, source } = found
  try {
    const page = await (await fileOf(source)).page(sheet.number)
    const { packed } = await page.picture()
    await pictures.add({ sheetId, source, packed })
  } catch (error) {
    if (!(error instanceof SourceError) && (error as { code?: string }).code) throw error
    await failSheet(sheetId, problemOf(error))
    await closeWhenRead(source.id)
    await announce(source.projectId, { type: 'sources' })
  }
}

/** @param done a page of these states is left as it is */
async function lineworkJob({ sheetId }: Jobs['read'], done: readonly SheetStatus[]): Promise<void> {
  const found = await sheetWithSource(sheetId)
  if (!found || done.includes(found.sheet.status)) return
  const { sheet, source } = found
  try {
    const page = await (await fileOf(source)).page(sheet.number)
    const picture = sheet.pictureHash ? null : await (await page.picture()).packed
    const linework = await page.linework()
    const bytes = encodeSheet(indexSheet(linework))
    const parts = await page.print()
    const found = findings(linework)
    const lettering = wantsLettering(linework, found.proposal)
    await inTransaction(async (tx) => {
      const lineworkHash = await storeBytes(tx, bytes, 'application/octet-stream')
      const print = await storePrint(tx, parts, source.contentHash, sheet.number)
      const pictured = picture && { pictureHash: await storeBytes(tx, picture, 'image/jpeg') }
      await tx
        .update(sheets)
        .set({ status: 'ready', lineworkHash, print, ...pictured, ...found, lettering })
        .where(eq(sheets.id, sheetId))
      if (lettering) await enqueue(tx, [{ name: 'letters', data: { sheetId, sourceId: source.id } }])
    })
  } catch (error) {
    await failSheet(sheetId, problemOf(error))
  }
  await closeWhenRead(source.id)
  await announce(source.projectId, { type: 'sources' })
}

/** Text kept of a page for finding it. */
const MOST_WORDS = 200_000

/** What is told of a page without its lines at hand. */
function findings(linework: Linework) {
  const counts = countContent(linework)
  const text = linework.text.filter(({ flags }) => isVisible(flags))
  return {
    counts,
    content: contentOf(counts),
    ratio: statedRatio(text),
    proposal: proposalOf(linework),
    words: text
      .map((run) => run.text)
      .join('\n')
      .replaceAll('\0', '')
      .slice(0, MOST_WORDS),
    signature: signatureOf(linework),
  }
}

/** A proposal is a help beside the page: where it fails, the page is none the worse. */
function proposalOf(linework: Linework): ScaleProposal | null {
  try {
    return proposeScale(linework)
  } catch {
    return null
  }
}

async function storePrint(tx: Transaction, parts: PrintParts, sourceHash: string, page: number): Promise<Print> {
  const { pdf, tiles } = parts
  const hash = pdf === 'source' ? sourceHash : pdf && (await storeBytes(tx, pdf, 'application/pdf'))
  const stored = []
  for (const { pyramid, map } of tiles)
    stored.push({ map, hash: await storeBytes(tx, pyramid, 'application/octet-stream') })
  return { pdf: hash ? { hash, page } : null, tiles: stored }
}

/** Figures that are pixels or outlines: read after everything else, since that takes seconds. */
async function lettersJob({ sheetId }: Jobs['letters']): Promise<void> {
  const found = await sheetWithSource(sheetId)
  if (!found?.sheet.lettering) return
  const { sheet, source } = found
  const page = await (await fileOf(source)).page(sheet.number)
  const proposal = await proposeFromPicture(page, await page.linework()).catch(() => null)
  await database()
    .update(sheets)
    .set({ lettering: false, ...(proposal && { proposal }) })
    .where(eq(sheets.id, sheetId))
}

async function verifyJob({ sourceId }: Jobs['verify']): Promise<void> {
  const [source] = await database().select().from(sources).where(eq(sources.id, sourceId))
  if (!source) return
  const damage = await verifyContent(source.contentHash)
  await database().update(sources).set({ damage, checkedAt: new Date() }).where(eq(sources.id, sourceId))
  if (damage !== source.damage) await announce(source.projectId, { type: 'sources' })
}

/** Writes down that a page could not be read, and why. */
export async function failSheet(sheetId: string, { problem }: SourceError): Promise<void> {
  await database().update(sheets).set({ status: 'failed', problem }).where(eq(sheets.id, sheetId))
}

/** Writes down that a job came to nothing because its process was ended. */
export async function failJob(job: Job, error: SourceError): Promise<void> {
  if (job.name === 'letters') {
    // The page itself is read; only its figures are not.
    await database().update(sheets).set({ lettering: false }).where(eq(sheets.id, job.data.sheetId))
    return
  }
  if (error.problem === 'stopped') return
  if (job.name === 'open') {
    const { sourceId } = job.data
    const [source] = await database()
      .update(sources)
      .set({ status: 'failed', problem: 'broken' })
      .where(eq(sources.id, sourceId))
      .returning()
    if (source) await announce(source.projectId, { type: 'sources' })
    return
  }
  if (job.name === 'verify') return
  await failSheet(job.data.sheetId, error)
  const found = await sheetWithSource(job.data.sheetId)
  if (!found) return
  await closeWhenRead(found.source.id)
  await announce(found.source.projectId, { type: 'sources' })
}

interface FoundSheet {
  readonly sheet: typeof sheets.$inferSelect
  readonly source: typeof sources.$inferSelect
}

async function sheetsWithSources(sheetIds: readonly string[]): Promise<FoundSheet[]> {
  if (sheetIds.length === 0) return []
  return database()
    .select({ sheet: sheets, source: sources })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(inArray(sheets.id, [...sheetIds]))
}

const sheetWithSource = async (sheetId: string): Promise<FoundSheet | undefined> =>
  (await sheetsWithSources([sheetId]))[0]

async function closeWhenRead(sourceId: string): Promise<void> {
  const pages = await database().select({ status: sheets.status }).from(sheets).where(eq(sheets.sourceId, sourceId))
  if (pages.every(({ status }) => status === 'ready' || status === 'failed' || status === 'stopped'))
    await database().update(sources).set({ status: 'ready' }).where(eq(sources.id, sourceId))
}

async function fileOf(source: typeof sources.$inferSelect): Promise<SheetFile> {
  if (last?.sourceId === source.id) return last.file
  await last?.file.close()
  last = null
  const file = await openSource(await loadContent(source.contentHash), { password: source.password ?? undefined })
  last = { sourceId: source.id, file }
  return file
}
