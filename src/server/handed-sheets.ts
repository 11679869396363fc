import { and, eq, inArray } from 'drizzle-orm'
import type { SourceKind } from '@/core/sheet/kinds'
import { loadContent } from './contents'
import { database } from './database/client'
import { sheets, sources } from './database/schema'
import type { HandedPage, HandedProject, SheetFile } from './hand-over/handed'
import { notFound, Problem } from './problem'

const visibleSheets = (records: HandedProject['records']) =>
  records.flatMap((record) => (record.kind === 'underlay' && record.visible ? [record] : []))

/** The sheets of a project among those that underlays name: a record may name any, also another project's. */
const ownAmong = (projectId: string, underlays: readonly { readonly sheetId: string }[]) =>
  and(
    eq(sources.projectId, projectId),
    inArray(
      sheets.id,
      underlays.map(({ sheetId }) => sheetId),
    ),
  )

/**
 * What the pages of the visible sheets of a project draw, as far as they are read.
 * @param traced whether pages that are pictures have the strokes that were traced from them
 */
export async function lineworkOf(
  { id: projectId, records }: HandedProject,
  traced = false,
): Promise<NonNullable<HandedProject['linework']>> {
  const underlays = visibleSheets(records)
  if (underlays.length === 0) return []
  const rows = await database()
    .select({ id: sheets.id, lines: sheets.lineworkHash, strokes: sheets.strokesHash })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(ownAmong(projectId, underlays))
  const hashes = new Map(rows.map(({ id, lines, strokes }) => [id, (traced ? strokes : null) ?? lines]))
  const found: { underlayId: string; bytes: Uint8Array }[] = []
  for (const { id, sheetId } of underlays) {
    const hash = hashes.get(sheetId)
    if (hash) found.push({ underlayId: id, bytes: await loadContent(hash) })
  }
  return found
}

/**
 * Two pages of a project that are compared, the older first.
 * @throws Problem where one is none of it, or was not read yet
 */
export async function comparedPages(
  { id: projectId, records }: HandedProject,
  { older, newer }: { readonly older?: string | undefined; readonly newer?: string | undefined },
): Promise<NonNullable<HandedProject['issues']>> {
  const pageOf = async (sheetId: string | undefined): Promise<HandedPage> => {
    if (!sheetId) throw new Problem(422, 'which-pages', 'Say which pages are compared: older and newer.')
    const [row] = await database()
      .select({ number: sheets.number, source: sources.name, lines: sheets.lineworkHash, strokes: sheets.strokesHash })
      .from(sheets)
      .innerJoin(sources, eq(sources.id, sheets.sourceId))
      .where(ownAmong(projectId, [{ sheetId }]))
    if (!row) throw notFound('The page')
    // A picture is compared by its strokes.
    const hash = row.strokes ?? row.lines
    if (!hash) throw new Problem(409, 'not-read', `${row.source} is not read yet. Ask again in a moment.`)
    const underlay = records.find((record) => record.kind === 'underlay' && record.sheetId === sheetId)
    return {
      name: `${row.source}, page ${row.number}`,
      mmPerPt: underlay?.kind === 'underlay' ? underlay.placement.mmPerPt : null,
      bytes: await loadContent(hash),
    }
  }
  return { older: await pageOf(older), newer: await pageOf(newer) }
}

/**
 * The files of the visible sheets of a project, each with the page of it that a sheet is.
 * @param kinds of the files that are wanted; all where left out
 */
export async function filesOf(
  { id: projectId, records }: HandedProject,
  kinds?: readonly SourceKind[],
): Promise<SheetFile[]> {
  const underlays = visibleSheets(records)
  if (underlays.length === 0) return []
  const rows = await database()
    .select({
      sheetId: sheets.id,
      page: sheets.number,
      widthPt: sheets.widthPt,
      heightPt: sheets.heightPt,
      name: sources.name,
      kind: sources.kind,
      hash: sources.contentHash,
    })
    .from(sheets)
    .innerJoin(sources, eq(sources.id, sheets.sourceId))
    .where(ownAmong(projectId, underlays))
  const wanted = rows.filter(({ kind }) => kinds === undefined || kinds.includes(kind))
  const bytes = new Map<string, Uint8Array>()
  for (const { hash } of wanted) if (!bytes.has(hash)) bytes.set(hash, await loadContent(hash))
  return underlays.flatMap(({ id, sheetId }) =>
    wanted
      .filter((row) => row.sheetId === sheetId)
      .map(({ page, widthPt, heightPt, name, kind, hash }) => ({
        underlayId: id,
        name,
        kind,
        page,
        widthPt,
        heightPt,
        bytes: bytes.get(hash)!,
      })),
  )
}
