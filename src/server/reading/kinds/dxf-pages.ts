import JSZip from 'jszip'
import { MANIFEST } from '@/core/formats/archive'
import { ownName, type ShownPage, type ShownPages, shownPagesOf } from '@/core/formats/dxf/read/shown-pages'
import { SourceError } from '@/core/sheet/problem'
import { unpacked } from '../../unpacked'

/** What one file of a bundle may come to, unpacked. */
const MOST_FILE_BYTES = 512 << 20
/** Files of a bundle at most. */
const MOST_ENTRIES = 2000

/** A drawing with the pages that it shows. */
interface DrawingWithPages {
  readonly drawing: Uint8Array
  readonly pages: ShownPages
}

/** A drawing by itself: the pages that it shows are known by name alone. */
export const withoutFiles = (drawing: Uint8Array): DrawingWithPages => ({ drawing, pages: pagesIn(drawing) })

/** Most drawings show none, which is quicker to tell than to read them twice. */
const pagesIn = (drawing: Uint8Array): Map<string, ShownPage> =>
  Buffer.from(drawing.buffer, drawing.byteOffset, drawing.length).includes('PDFDEFINITION')
    ? shownPagesOf(drawing)
    : new Map()

/**
 * A ZIP of one drawing and the files that it shows. Files that are missing, or that can't be read, are known by name.
 * @throws SourceError where it is damaged, holds no drawing, or too much
 */
export async function openBundle(bytes: Uint8Array): Promise<DrawingWithPages> {
  const zip = await JSZip.loadAsync(bytes).catch((error: unknown) => {
    throw new SourceError('broken', error)
  })
  const entries = Object.values(zip.files).filter(({ dir, name }) => !dir && !name.startsWith('__MACOSX/'))
  if (entries.length > MOST_ENTRIES) throw new SourceError('file-too-large')
  const take = (entry: JSZip.JSZipObject) =>
    unpacked(entry, MOST_FILE_BYTES).catch((error: unknown) => {
      throw new SourceError('broken', error)
    })
  // The nearest to the top, where drawings that this one refers to lie beside it.
  const depth = ({ name }: JSZip.JSZipObject) => name.split('/').length
  const [main] = entries.filter(({ name }) => /\.dxf$/i.test(name)).sort((a, b) => depth(a) - depth(b))
  // An archive of a project is taken in on the first page.
  if (!main || zip.file(MANIFEST)) throw new SourceError('unknown-kind')
  const drawing = await take(main)
  const pages = pagesIn(drawing)
  const fileOf = ({ file }: ShownPage) => ownName(file).toLowerCase()
  for (const file of new Set([...pages.values()].map(fileOf))) {
    const entry = entries.find(({ name }) => ownName(name).toLowerCase() === file)
    if (!entry) continue
    const shown = [...pages].filter(([, page]) => fileOf(page) === file)
    for (const [handle, page] of await readPages(await take(entry), shown)) pages.set(handle, page)
  }
  return { drawing, pages }
}

/** The pages of one PDF, with what they draw; as they were where they can't be read. */
async function readPages(
  bytes: Uint8Array,
  shown: readonly (readonly [string, ShownPage])[],
): Promise<(readonly [string, ShownPage])[]> {
  const { openPdfFile } = await import('./pdf')
  const pdf = await openPdfFile(bytes, {}).catch(() => null)
  if (!pdf) return [...shown]
  const read: (readonly [string, ShownPage])[] = []
  for (const [handle, each] of shown) {
    const linework = await pdf
      .page(each.page)
      .then((page) => page.linework())
      .catch(() => null)
    read.push([handle, { ...each, linework }])
  }
  await pdf.close()
  return read
}
