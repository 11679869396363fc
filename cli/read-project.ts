import { readFile } from 'node:fs/promises'
import { array, mixed, object, string, ValidationError } from 'yup'
import { ArchiveError } from '@/core/formats/archive'
import { type ProjectRecord, validateRecord } from '@/core/model/registry'
import type { Underlay } from '@/core/model/underlay/schema'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import type { SourceKind } from '@/core/sheet/kinds'
import { PROBLEM_SENTENCES, SourceError } from '@/core/sheet/problem'
import { type OpenedArchive, unpackArchive } from '@/server/archive-file'
import type { SheetFile as HandedFile, HandedProject } from '@/server/hand-over/handed'
import { openSource } from '@/server/reading/open-source'
import { CliError } from './cli-error'

const projectSchema = object({
  format: string()
    .oneOf(['calque-project'] as const)
    .required(),
  /** What tells the project from every other one; its name in files of before. */
  id: string().min(1).max(200).optional(),
  name: string().trim().min(1).max(200).required(),
  records: array(mixed().required()).required(),
})

/** A project as it was handed over: its records, and what to read its sheets from where it went out whole. */
export interface ReadProject {
  readonly project: HandedProject
  readonly archive: OpenedArchive | null
}

/** Reads the records of a project, or an archive of it. @throws CliError */
export async function readProject(path: string): Promise<ReadProject> {
  const bytes = await readFile(path).catch(() => {
    throw new CliError(`There is no file ${path} that can be read.`)
  })
  if (bytes.subarray(0, 2).toString('latin1') === 'PK') return readArchive(path, bytes)
  try {
    const { id, name, records } = projectSchema.validateSync(JSON.parse(bytes.toString('utf8')), { strict: true })
    return { project: { id: id ?? name, name, records: records.map(validateRecord) }, archive: null }
  } catch (error) {
    if (error instanceof SyntaxError) throw new CliError(`${path} is not JSON.`)
    if (error instanceof ValidationError) throw new CliError(`${path} holds no project of Calque: ${error.errors[0]}.`)
    throw error
  }
}

async function readArchive(path: string, bytes: Uint8Array): Promise<ReadProject> {
  try {
    const archive = await unpackArchive(bytes)
    const { id, name, records } = archive.manifest
    return { project: { id: id ?? name, name, records }, archive }
  } catch (error) {
    throw error instanceof ArchiveError ? new CliError(`${path} can't be read. ${error.message}`) : error
  }
}

/**
 * A project with its visible sheets, read from the files of its archive.
 * @param kinds of the files that go along by themselves; all where left out
 * @throws CliError where a file can't be opened, or a page not read
 */
export async function withSheets(
  { manifest, files }: OpenedArchive,
  project: HandedProject,
  kinds?: readonly SourceKind[],
): Promise<HandedProject> {
  const linework: { underlayId: string; bytes: Uint8Array }[] = []
  const beside: HandedFile[] = []
  for (const { id: underlayId, sheetId } of project.records.filter(isVisibleSheet)) {
    const at = manifest.sources.findIndex(({ sheets }) => sheets.some(({ id }) => id === sheetId))
    const source = manifest.sources[at]
    const sheet = source?.sheets.find(({ id }) => id === sheetId)
    if (!source || !sheet) continue
    const { name, kind } = source
    const { number: page, widthPt, heightPt } = sheet
    const { bytes } = files[at]!
    linework.push({ underlayId, bytes: await linesOf(bytes, name, page) })
    if (kinds?.includes(kind) ?? true) beside.push({ underlayId, name, kind, page, widthPt, heightPt, bytes })
  }
  return { ...project, linework, files: beside }
}

const isVisibleSheet = (record: ProjectRecord): record is Underlay => record.kind === 'underlay' && record.visible

/** @throws CliError */
async function linesOf(bytes: Uint8Array, name: string, page: number): Promise<Uint8Array> {
  try {
    // Readers take the bytes over.
    const file = await openSource(bytes.slice())
    try {
      return encodeSheet(indexSheet(await (await file.page(page)).linework()))
    } finally {
      await file.close()
    }
  } catch (error) {
    throw error instanceof SourceError ? new CliError(PROBLEM_SENTENCES[error.problem](name)) : error
  }
}
