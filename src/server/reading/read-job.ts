import { and, eq } from 'drizzle-orm'
import { statedRatio } from '@/core/fit/stated-ratio'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { signatureOf } from '@/core/sheet/likeness'
import { contentOf, countContent, isVisible, type Linework } from '@/core/sheet/linework'
import { problemOf } from '@/core/sheet/pdf/problem'
import type { Print } from '@/core/sheet/print'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { loadContent, storeBytes, verifyContent } from '../contents'
import { database, inTransaction, type Transaction } from '../database/client'
import { sheets, sources } from '../database/schema'
import { announce } from '../events'
import { enqueue, type JobName, type Jobs } from '../jobs'
import { openSource } from './open-source'
import type { PrintParts, SheetFile, SheetPage } from './sheet-file'

/** The file that was read last stays open: its next page is probably asked for next. */
let last: { sourceId: string; file: SheetFile } | null = null

export type JobRequest = { [N in JobName]: { name: N; data: Jobs[N] } }[JobName]

/** Does one job in this process. What goes wrong with the file is written down; only our own failures are thrown. */
export function runJob(request: JobRequest): Promise<void> {
  switch (request.name) {
    case 'open':
      return openJob(request.data)
    case 'picture':
      return pictureJob(request.data)
    case 'wanted':
    case 'read':
      return lineworkJob(request.data)
    case 'verify':
      return verifyJob(request.data)
  }
}

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
      for (const { number, page, problem } of pages) {
        const id = crypto.randomUUID()
        const made = await tx
          .insert(sheets)
          .values({
            id,
            sourceId,
            number,
            label: names[number - 1] ?? null,
            widthPt: page?.widthPt ?? 0,
            heightPt: page?.heightPt ?? 0,
            zeroX: page?.zeroPt.x ?? 0,
            zeroY: page?.zeroPt.y ?? 0,
            dpi: page?.resolution?.dpi ?? null,
            dpiStated: page?.resolution?.stated ?? null,
            status: problem ? 'failed' : 'waiting',
            problem,
          })
          .onConflictDoNothing()
          .returning()
        if (made.length === 0 || problem) continue
        await enqueue(tx, 'picture', { sheetId: id, sourceId })
        await enqueue(tx, 'read', { sheetId: id, sourceId })
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

async function pictureJob({ sheetId }: Jobs['picture']): Promise<void> {
  const found = await sheetWithSource(sheetId)
  if (found?.sheet.status !== 'waiting') return
  const { sheet, source } = found
  try {
    const page = await (await fileOf(source)).page(sheet.number)
    const picture = await page.picture()
    await inTransaction(async (tx) => {
      const pictureHash = await storeBytes(tx, picture, 'image/jpeg')
      await tx
        .update(sheets)
        .set({ status: 'reading', pictureHash })
        .where(and(eq(sheets.id, sheetId), eq(sheets.status, 'waiting')))
    })
  } catch (error) {
    await failSheet(sheetId, problemOf(error))
    await closeWhenRead(source.id)
  }
  await announce(source.projectId, { type: 'sources' })
}

async function lineworkJob({ sheetId }: Jobs['read']): Promise<void> {
  const found = await sheetWithSource(sheetId)
  if (!found || found.sheet.status === 'ready' || found.sheet.status === 'failed') return
  const { sheet, source } = found
  try {
    const page = await (await fileOf(source)).page(sheet.number)
    const picture = sheet.pictureHash ? null : await page.picture()
    const linework = await page.linework()
    const bytes = encodeSheet(indexSheet(linework))
    const parts = await page.print()
    await inTransaction(async (tx) => {
      const lineworkHash = await storeBytes(tx, bytes, 'application/octet-stream')
      const print = await storePrint(tx, parts, source.contentHash, sheet.number)
      const pictured = picture && { pictureHash: await storeBytes(tx, picture, 'image/jpeg') }
      await tx
        .update(sheets)
        .set({ status: 'ready', lineworkHash, print, ...pictured, ...findings(linework) })
        .where(eq(sheets.id, sheetId))
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
    words: text
      .map((run) => run.text)
      .join('\n')
      .replaceAll('\0', '')
      .slice(0, MOST_WORDS),
    signature: signatureOf(linework),
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
export async function failJob(request: JobRequest, error: SourceError): Promise<void> {
  if (request.name === 'open') {
    const { sourceId } = request.data
    const [source] = await database()
      .update(sources)
      .set({ status: 'failed', problem: 'broken' })
      .where(eq(sources.id, sourceId))
      .returning()
    if (source) await announce(source.projectId, { type: 'sources' })
    return
  }
  if (request.name === 'verify') return
  await failSheet(request.data.sheetId, error)
  const found = await sheetWithSource(request.data.sheetId)
  if (!found) return
  await closeWhenRead(found.source.id)
  await announce(found.source.projectId, { type: 'sources' })
}

async function sheetWithSource(sheetId: string) {
  const [found] = await database()
    .select({ sheet: sheets, source: sources })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(eq(sheets.id, sheetId))
  return found ?? null
}

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
