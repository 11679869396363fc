import { asc, eq, inArray } from 'drizzle-orm'
import type { ArchiveManifest } from '@/core/formats/archive'
import { MODEL_VERSION } from '@/core/model/versions/registry'
import type { OpenedArchive } from './archive-file'
import { storeBytes } from './contents'
import { database, inTransaction } from './database/client'
import { projects, records, sheets, sources } from './database/schema'
import type { HandedProject } from './hand-over/handed'
import { enqueue, pageJobs } from './jobs'
import { giveToAuthor } from './people/organisations'
import { seal } from './secrets'

/** What an archive of a project says of itself, and the contents of the files that belong into it, in the same order. */
export async function archiveOf(
  project: HandedProject,
): Promise<{ manifest: ArchiveManifest; contentHashes: readonly string[] }> {
  const db = database()
  const files = await db.select().from(sources).where(eq(sources.projectId, project.id)).orderBy(asc(sources.createdAt))
  const ids = files.map(({ id }) => id)
  const pages = ids.length
    ? await db.select().from(sheets).where(inArray(sheets.sourceId, ids)).orderBy(asc(sheets.number))
    : []
  const manifest: ArchiveManifest = {
    format: 'calque-archive',
    version: 1,
    model: MODEL_VERSION,
    id: project.identity,
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
        .map(
          ({ id: sheetId, number, label, widthPt, heightPt, zeroX, zeroY, elevationMm, dpi, dpiStated, dpiSet }) => ({
            id: sheetId,
            number,
            label,
            widthPt,
            heightPt,
            zeroX,
            zeroY,
            elevationMm,
            dpi,
            dpiStated,
            dpiSet,
          }),
        ),
    })),
  }
  return { manifest, contentHashes: files.map(({ contentHash }) => contentHash) }
}

const NOBODYS = { author: null, organizationId: null }

/** Makes a new project of an archive: the same records, its files stored and read again. */
export async function keepArchive(
  { manifest, files }: OpenedArchive,
  { author, organizationId }: { readonly author: string | null; readonly organizationId: string | null } = NOBODYS,
): Promise<{ id: string }> {
  const id = crypto.randomUUID()
  // The same archive can be taken in twice: what has an id of its own in the database gets a new one.
  const renamed = new Map<string, string>()
  for (const source of manifest.sources)
    for (const each of [source, ...source.sheets]) renamed.set(each.id, crypto.randomUUID())
  await inTransaction(async (tx) => {
    await tx.insert(projects).values({
      id,
      name: manifest.name,
      identity: manifest.id ?? null,
      ...(organizationId && { organizationId }),
    })
    await giveToAuthor(tx, id, author)
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
