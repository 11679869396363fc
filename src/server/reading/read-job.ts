import { eq } from 'drizzle-orm'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { contentOf, countContent } from '@/core/sheet/linework'
import type { PdfFile } from '@/core/sheet/pdf/open'
import type { PageSpace } from '@/core/sheet/pdf/page-space'
import { problemOf, SourceError, type SourceProblem } from '@/core/sheet/pdf/problem'
import { loadContent, storeBytes } from '../contents'
import { database, inTransaction } from '../database/client'
import { sheets, sources } from '../database/schema'
import { announce } from '../events'
import { enqueue, type JobName, type Jobs } from '../jobs'
import { openSource } from './open-source'
import { drawPicture } from './picture'

/** The file that was read last stays open: its next page is probably asked for next. */
let last: { sourceId: string; file: PdfFile } | null = null

export type JobRequest = { [N in JobName]: { name: N; data: Jobs[N] } }[JobName]

/** Does one job in this process. What goes wrong with the file is written down; only our own failures are thrown. */
export function runJob(request: JobRequest): Promise<void> {
  return request.name === 'open' ? openJob(request.data) : pageJob(request.data)
}

async function openJob({ sourceId }: Jobs['open']): Promise<void> {
  const [source] = await database().select().from(sources).where(eq(sources.id, sourceId))
  if (!source) return
  try {
    const file = await fileOf(source)
    const labels = await file.labels()
    const spaces: { number: number; space: PageSpace | null; problem: SourceProblem | null }[] = []
    for (let number = 1; number <= file.pageCount; number++) {
      spaces.push(
        await file.page(number).then(
          ({ space }) => ({ number, space, problem: null }),
          (error: unknown) => ({ number, space: null, problem: problemOf(error).problem }),
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
      for (const { number, space, problem } of spaces) {
        const id = crypto.randomUUID()
        const made = await tx
          .insert(sheets)
          .values({
            id,
            sourceId,
            number,
            label: labels?.[number - 1] ?? null,
            widthPt: space?.widthPt ?? 0,
            heightPt: space?.heightPt ?? 0,
            status: problem ? 'failed' : 'waiting',
            problem,
          })
          .onConflictDoNothing()
          .returning()
        if (made.length > 0 && !problem) await enqueue(tx, 'page', { sheetId: id })
      }
      if (spaces.every(({ problem }) => problem))
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

async function pageJob({ sheetId }: Jobs['page']): Promise<void> {
  const found = await sheetWithSource(sheetId)
  if (!found) return
  const { sheet, source } = found
  const tell = () => announce(source.projectId, { type: 'sources' })
  try {
    const file = await fileOf(source)
    const page = await file.page(sheet.number)
    // The picture first: it is what the person waits for.
    const picture = await drawPicture(page.page)
    await inTransaction(async (tx) => {
      const pictureHash = await storeBytes(tx, picture, 'image/jpeg')
      await tx.update(sheets).set({ status: 'reading', pictureHash }).where(eq(sheets.id, sheetId))
    })
    await tell()
    const linework = await file.linework(page)
    const bytes = encodeSheet(indexSheet(linework))
    const counts = countContent(linework)
    await inTransaction(async (tx) => {
      const lineworkHash = await storeBytes(tx, bytes, 'application/octet-stream')
      await tx
        .update(sheets)
        .set({ status: 'ready', lineworkHash, counts, content: contentOf(counts), layers: [...linework.layers] })
        .where(eq(sheets.id, sheetId))
    })
  } catch (error) {
    await failSheet(sheetId, problemOf(error))
  }
  await closeWhenRead(source.id)
  await tell()
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
  if (pages.every(({ status }) => status === 'ready' || status === 'failed'))
    await database().update(sources).set({ status: 'ready' }).where(eq(sources.id, sourceId))
}

async function fileOf(source: typeof sources.$inferSelect): Promise<PdfFile> {
  if (last?.sourceId === source.id) return last.file
  await last?.file.close()
  last = null
  const file = await openSource(await loadContent(source.contentHash), source.password ?? undefined)
  last = { sourceId: source.id, file }
  return file
}
