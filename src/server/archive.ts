import { asc, eq, inArray } from 'drizzle-orm'
import JSZip from 'jszip'
import { ArchiveError, type ArchiveManifest, MANIFEST, readManifest } from '@/core/formats/archive'
import type { ProjectRecord } from '@/core/model/registry'
import { MODEL_VERSION } from '@/core/model/versions/registry'
import { kindOf } from '@/core/sheet/kinds'
import { loadContent, storeBytes } from './contents'
import { database, inTransaction } from './database/client'
import { projects, records, sheets, sources } from './database/schema'
import { enqueue, pageJobs } from './jobs'
import { Problem } from './problem'
import { seal } from './secrets'

/** A project with the files that it is drawn from, as one archive. @throws SourceError where bytes of a file are lost */
export async function writeArchive(project: {
  readonly id: string
  readonly name: string
  readonly records: readonly ProjectRecord[]
}): Promise<Uint8Array> {
  const db = database()
  const files = await db.select().from(sources).where(eq(sources.projectId, project.id)).orderBy(asc(sources.createdAt))
  const ids = files.map(({ id }) => id)
  const pages = ids.length
    ? await db.select().from(sheets).where(inArray(sheets.sourceId, ids)).orderBy(asc(sheets.number))
    : []
  const zip = new JSZip()
  const manifest: ArchiveManifest = {
    format: 'calque-archive',
    version: 1,
    model: MODEL_VERSION,
    name: project.name,
    records: project.records,
    sources: files.map(({ id, name, kind, producer, supersedes }, i) => ({
      id,
      name,
      kind,
      file: `sources/${i + 1} ${name.replaceAll(/[\\/:*?"<>|]/g, '_')}`,
      // Whoever takes it in is asked for it.
      password: null,
      producer,
      supersedes,
      sheets: pages
        .filter(({ sourceId }) => sourceId === id)
        .map(({ id: sheetId, number, label, widthPt, heightPt, zeroX, zeroY, dpi, dpiStated, dpiSet }) => ({
          id: sheetId,
          number,
          label,
          widthPt,
          heightPt,
          zeroX,
          zeroY,
          dpi,
          dpiStated,
          dpiSet,
        })),
    })),
  }
  zip.file(MANIFEST, JSON.stringify(manifest, null, 1))
  // Plans are packed already.
  for (const [i, { contentHash }] of files.entries())
    zip.file(manifest.sources[i]!.file, await loadContent(contentHash), { compression: 'STORE' })
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

/**
 * Makes a new project of an archive: the same records, its files stored and read again.
 * @throws Problem where it is none, or lacks a file; nothing is kept then
 */
export async function takeInArchive(bytes: Uint8Array): Promise<{ id: string }> {
  const { manifest, files } = await opened(bytes).catch((error: unknown) => {
    if (error instanceof ArchiveError)
      throw new Problem(422, 'no-archive', `This archive can’t be taken in. ${error.message}`)
    throw error
  })
  const id = crypto.randomUUID()
  // The same archive can be taken in twice: what has an id of its own in the database gets a new one.
  const renamed = new Map<string, string>()
  for (const source of manifest.sources)
    for (const each of [source, ...source.sheets]) renamed.set(each.id, crypto.randomUUID())
  await inTransaction(async (tx) => {
    await tx.insert(projects).values({ id, name: manifest.name })
    for (const [i, source] of manifest.sources.entries()) {
      const sourceId = renamed.get(source.id)!
      const contentHash = await storeBytes(tx, files[i]!.bytes, files[i]!.mediaType)
      await tx.insert(sources).values({
        id: sourceId,
        projectId: id,
        name: source.name,
        kind: source.kind,
        contentHash,
        status: source.sheets.length > 0 ? 'reading' : 'waiting',
        password: source.password && seal(source.password, sourceId),
        producer: source.producer,
        pageCount: source.sheets.length || null,
        supersedes: source.supersedes && (renamed.get(source.supersedes) ?? null),
        checkedAt: new Date(),
      })
      const pages = source.sheets.map((sheet) => ({ ...sheet, id: renamed.get(sheet.id)!, sourceId }))
      for (let at = 0; at < pages.length; at += ROWS_AT_ONCE)
        await tx.insert(sheets).values(pages.slice(at, at + ROWS_AT_ONCE))
      await enqueue(
        tx,
        pages.length > 0
          ? pageJobs(
              sourceId,
              pages.map((page) => page.id),
            )
          : [{ name: 'open', data: { sourceId } }],
      )
    }
    const kept = manifest.records.map((record) =>
      record.kind === 'underlay' ? { ...record, sheetId: renamed.get(record.sheetId) ?? record.sheetId } : record,
    )
    for (let at = 0; at < kept.length; at += ROWS_AT_ONCE)
      await tx
        .insert(records)
        .values(kept.slice(at, at + ROWS_AT_ONCE).map((data) => ({ projectId: id, id: data.id, data })))
  })
  return { id }
}

/** Rows that one statement carries. */
const ROWS_AT_ONCE = 1000

interface ArchivedFile {
  readonly bytes: Uint8Array
  readonly mediaType: string
}

/** @throws ArchiveError */
async function opened(bytes: Uint8Array): Promise<{ manifest: ArchiveManifest; files: readonly ArchivedFile[] }> {
  const zip = await JSZip.loadAsync(bytes).catch(() => {
    throw new ArchiveError('It is no ZIP file, or a damaged one.')
  })
  const text = await zip.file(MANIFEST)?.async('string')
  if (text === undefined) throw new ArchiveError(`There is no ${MANIFEST} in it.`)
  const manifest = readManifest(text)
  const ids = new Set(manifest.records.map((record) => record.id))
  if (ids.size < manifest.records.length) throw new ArchiveError('Two of its records have the same id.')
  const files: ArchivedFile[] = []
  for (const { file, name, kind } of manifest.sources) {
    const found = await zip.file(file)?.async('uint8array')
    if (!found) throw new ArchiveError(`The file ${name} is not in it.`)
    const told = kindOf(found)
    if (told?.kind !== kind) throw new ArchiveError(`The file ${name} is no ${kind.toUpperCase()}.`)
    files.push({ bytes: found, mediaType: told.mediaType })
  }
  return { manifest, files }
}
