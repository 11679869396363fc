import JSZip from 'jszip'
import { ArchiveError, type ArchiveManifest, MANIFEST, readManifest } from '@/core/formats/archive'
import { kindOf } from '@/core/sheet/kinds'
import { unpacked } from './unpacked'

/** An archive as a file: a ZIP of what it says of itself and of the files that the project is drawn from. */

export interface ArchivedFile {
  readonly bytes: Uint8Array
  readonly mediaType: string
}

export interface OpenedArchive {
  readonly manifest: ArchiveManifest
  /** In the order of the manifest's sources. */
  readonly files: readonly ArchivedFile[]
}

/** What an archive may come to, unpacked: far beyond any project, far below what would take a machine down. */
const MOST_ENTRIES = 20_001
const MOST_MANIFEST_BYTES = 256 << 20
const MOST_FILE_BYTES = 200 << 20
const MOST_BYTES = 1200 * 2 ** 20
/** Drawings pack to a tenth, lists of numbers to a thirtieth; what swells beyond this was made to. */
const MOST_SWELLING = 200
const SMALL_BYTES = 64 << 20

/** @param files in the order of the manifest's sources */
export async function packArchive(manifest: ArchiveManifest, files: readonly Uint8Array[]): Promise<Uint8Array> {
  const zip = new JSZip()
  zip.file(MANIFEST, JSON.stringify(manifest, null, 1))
  // Plans are packed already.
  for (const [i, bytes] of files.entries()) zip.file(manifest.sources[i]!.file, bytes, { compression: 'STORE' })
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

/** @throws ArchiveError where it is none, lacks a file, or unpacks beyond all bounds */
export async function unpackArchive(bytes: Uint8Array): Promise<OpenedArchive> {
  const zip = await JSZip.loadAsync(bytes).catch(() => {
    throw new ArchiveError('It is no ZIP file, or a damaged one.')
  })
  if (Object.keys(zip.files).length > MOST_ENTRIES) throw new ArchiveError('It holds far too many files.')
  const found = zip.file(MANIFEST)
  if (!found) throw new ArchiveError(`There is no ${MANIFEST} in it.`)
  let left = Math.min(MOST_BYTES, Math.max(SMALL_BYTES, bytes.length * MOST_SWELLING))
  const text = new TextDecoder().decode(await taken(found, Math.min(MOST_MANIFEST_BYTES, left)))
  const manifest = readManifest(text)
  const ids = new Set(manifest.records.map((record) => record.id))
  if (ids.size < manifest.records.length) throw new ArchiveError('Two of its records have the same id.')
  const files: ArchivedFile[] = []
  for (const { file, name, kind } of manifest.sources) {
    const entry = zip.file(file)
    if (!entry) throw new ArchiveError(`The file ${name} is not in it.`)
    const content = await taken(entry, Math.min(MOST_FILE_BYTES, left))
    left -= content.length
    const told = kindOf(content)
    if (told?.kind !== kind) throw new ArchiveError(`The file ${name} is no ${kind.toUpperCase()}.`)
    files.push({ bytes: content, mediaType: told.mediaType })
  }
  return { manifest, files }
}

/** @throws ArchiveError */
const taken = (entry: JSZip.JSZipObject, mostBytes: number): Promise<Uint8Array> =>
  unpacked(entry, mostBytes).catch((error: Error) => {
    throw new ArchiveError(error.message)
  })
