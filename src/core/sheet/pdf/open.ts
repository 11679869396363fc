import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs'
import { WorkerMessageHandler } from 'pdfjs-dist/legacy/build/pdf.worker.mjs'
import type { Affine } from '../../geometry/affine'
import { kindOf } from '../kinds'
import type { Linework, SheetLayer } from '../linework'
import { SourceError } from '../problem'
import { contentPaths } from './content-paths'
import { type FontMetrics, type OperatorList, PLAIN_FONT } from './graphics-state'
import { inProcessPorts } from './in-process-port'
import { Interpreter, type PageContext } from './interpreter'
import { standInsInPlace } from './open-streams'
import { type PageSpace, pageSpace } from './page-space'
import { problemOf } from './problem'
import { UNPAINTED } from './unpainted'

/** Where pdf.js finds what it reads on demand: folders or addresses, each with a closing slash. */
export interface PdfAssets {
  cMapUrl: string
  standardFontDataUrl: string
  wasmUrl: string
  iccUrl: string
}

export interface OpenOptions {
  assets: PdfAssets
  password?: string
  /** Whether the colour UNPAINTED paints nothing. */
  unpainted?: boolean
}

/** The longest side that a page may have: 200 in, the implementation limit of PDF 1.x, with units scaled by /UserUnit beyond. */
const LONGEST_SIDE_PT = 14_400 * 75

/**
 * Opens a PDF in this thread.
 * @param bytes the whole file; taken over, not to be used afterwards
 * @throws SourceError where the file can't be opened, with the reason
 */
export async function openPdf(
  bytes: Uint8Array,
  { assets, password, unpainted = false }: OpenOptions,
): Promise<PdfFile> {
  const reader: { current: ChunkReader | null } = { current: null }
  // What is not packed is read ahead; what is, when it is unpacked.
  const isReadAhead = standInsInPlace(bytes)
  if (isReadAhead) contentPaths.begin()
  const [near, far] = inProcessPorts((message) => tapOperators(message, reader))
  WorkerMessageHandler.initializeFromPort(far)
  const worker = new pdfjs.PDFWorker({ port: near as unknown as null, verbosity: 0 })
  const task = pdfjs.getDocument({
    data: bytes,
    worker,
    password,
    verbosity: 0,
    isEvalSupported: false,
    useSystemFonts: false,
    cMapPacked: true,
    ...assets,
  })
  // Without an answer here pdf.js waits for a password for ever; with one it reports what was wrong with it.
  task.onPassword = (_again: unknown, reason: number) => {
    throw new SourceError(reason === pdfjs.PasswordResponses.NEED_PASSWORD ? 'password-needed' : 'password-wrong')
  }
  const closing = async () => {
    await close(task, worker)
    if (isReadAhead) contentPaths.end()
  }
  try {
    const document = await task.promise
    if (document.numPages < 1) throw new SourceError('no-pages')
    const { info } = (await document.getMetadata().catch(() => ({ info: {} }))) as { info: { Producer?: string } }
    return new PdfFile(document, info.Producer ?? '', reader, unpainted, closing)
  } catch (error) {
    await closing()
    throw problemOf(error)
  }
}

async function close(task: pdfjs.PDFDocumentLoadingTask, worker: pdfjs.PDFWorker): Promise<void> {
  await task.destroy().catch(() => undefined)
  worker.destroy()
}

/** One opened PDF. */
export class PdfFile {
  constructor(
    readonly document: pdfjs.PDFDocumentProxy,
    /** What the file says of the program that wrote it. */
    readonly producer: string,
    private readonly reader: { current: ChunkReader | null },
    private readonly unpainted: boolean,
    readonly close: () => Promise<void>,
  ) {}

  get pageCount(): number {
    return this.document.numPages
  }

  /** @param number from 1 @throws SourceError */
  async page(number: number): Promise<PdfPage> {
    try {
      const page = await this.document.getPage(number)
      const space = pageSpace(page.view, page.rotate, page.userUnit)
      const sides = [space.widthPt, space.heightPt]
      if (!sides.every((side) => side > 0 && side <= LONGEST_SIDE_PT)) throw new SourceError('page-too-large')
      return { number, page, space, rotation: page.rotate }
    } catch (error) {
      throw problemOf(error)
    }
  }

  /**
   * Names that the file gives its pages: their labels, and what its outline says of them.
   * @returns one entry a page, null for a page without a name
   */
  async names(): Promise<(string | null)[]> {
    const labels = await this.document.getPageLabels().catch(() => null)
    const titles = await outlineTitles(this.document).catch(() => new Map<number, string>())
    return Array.from({ length: this.pageCount }, (_, i) => {
      const label = labels?.[i]
      // A label that only counts says nothing.
      const parts = [label && label !== String(i + 1) ? label : null, titles.get(i) ?? null]
      return parts.filter(Boolean).join(' ').slice(0, LONGEST_NAME) || null
    })
  }

  /** The files that a portfolio holds (ISO 32000-2, 12.3.5); those of kinds that can be read with their bytes. */
  async embedded(): Promise<readonly { readonly name: string; readonly bytes: Uint8Array | null }[]> {
    const { info } = (await this.document.getMetadata().catch(() => ({ info: {} }))) as {
      info: { IsCollectionPresent?: boolean }
    }
    if (!info.IsCollectionPresent) return []
    const held = Object.values((await this.document.getAttachments().catch(() => null)) ?? {}) as Attachment[]
    let room = MOST_EMBEDDED_BYTES
    return held.slice(0, MOST_EMBEDDED).map(({ filename, content }) => {
      const fits = content && kindOf(content) !== null && content.length <= room
      if (fits) room -= content.length
      // They go to another process: a copy of each alone, not of all that lies around it.
      return { name: filename.slice(0, LONGEST_NAME), bytes: fits ? content.slice() : null }
    })
  }

  /** The pixels of images of a page, as pdf.js unpacks them. @param wanted by size in pixels */
  async pixels({ page }: PdfPage, wanted: (widthPx: number, heightPx: number) => boolean): Promise<Pixels[]> {
    const ids = new Set<string>()
    this.reader.current = {
      font: () => undefined,
      operators: ({ fnArray, argsArray }) => {
        for (const [i, fn] of fnArray.entries())
          if (fn === pdfjs.OPS.paintImageXObject || fn === pdfjs.OPS.paintImageMaskXObject) {
            const [image] = argsArray[i] as [string | { data?: unknown }]
            const id = typeof image === 'string' ? image : image.data
            if (typeof id === 'string') ids.add(id)
          }
      },
    }
    try {
      await page.getOperatorList()
      // Images may come later than the operators that paint them.
      const images = await Promise.all(
        [...ids].map(
          (id) =>
            new Promise<Pixels | null>((resolve) =>
              (id.startsWith('g_') ? page.commonObjs : page.objs).get(id, resolve),
            ),
        ),
      )
      return images.filter((image) => image !== null).filter(({ width, height, data }) => data && wanted(width, height))
    } catch (error) {
      throw problemOf(error)
    } finally {
      this.reader.current = null
      page.cleanup()
    }
  }

  /** Reads everything that a page draws. The page's operators stream through and are not kept. */
  async linework({ page, space }: PdfPage): Promise<Linework> {
    const fonts = new Map<string, FontMetrics>()
    const context: PageContext = {
      ops: pdfjs.OPS,
      unpainted: this.unpainted ? UNPAINTED.color : null,
      font: (name) => fonts.get(name) ?? null,
      layer: await this.layerNames(),
    }
    const interpreter = new Interpreter(context, space)
    // Operators are read the moment they come, but never before the fonts that they name.
    const waiting: Promise<void>[] = []
    let queue = Promise.resolve()
    let queued = 0
    let refused: SourceError | null = null
    /** What goes beyond bounds ends the reading: pdf.js stops where it is when its operators can't be handed on. */
    const take = (list: OperatorList) => {
      if (refused) throw refused
      try {
        interpreter.execute(list)
      } catch (error) {
        if (error instanceof SourceError) refused = error
        throw error
      }
    }
    this.reader.current = {
      font: (name) => {
        const known = new Promise<void>((resolve) =>
          page.commonObjs.get(name, (font: LoadedFont) => {
            fonts.set(name, { matrix: font?.fontMatrix ?? PLAIN_FONT.matrix, vertical: font?.vertical ?? false })
            waiting.splice(waiting.indexOf(known), 1)
            resolve()
          }),
        )
        waiting.push(known)
      },
      operators: (list) => {
        if (waiting.length === 0 && queued === 0) return take(list)
        queued++
        queue = Promise.all([queue, ...waiting]).then(() => {
          take(list)
          queued--
        })
      },
    }
    contentPaths.begin()
    try {
      await page.getOperatorList()
      await queue
      if (refused) throw refused
      return interpreter.finish()
    } catch (error) {
      throw problemOf(refused ?? error)
    } finally {
      contentPaths.end()
      this.reader.current = null
      page.cleanup()
    }
  }

  private async layerNames(): Promise<PageContext['layer']> {
    const config = await this.document.getOptionalContentConfig()
    const nameOf = (id: string) => (config.getGroup(id) as { name?: string } | null)?.name ?? ''
    const headings = headingsOf(config.getOrder() as LayerOrder | null, nameOf)
    return (properties) => {
      const content = properties as { type?: string; id?: string; ids?: string[] } | null
      if (!content?.type) return null
      const ids = content.type === 'OCG' ? [content.id!] : (content.ids ?? [])
      const names = ids.map(nameOf).filter(Boolean)
      const name = names.join(' + ') || 'unnamed layer'
      const group = ids[0] === undefined ? undefined : headings.get(ids[0])
      return { name, visible: config.isVisible(content), ...(group ? { group } : {}) } satisfies SheetLayer
    }
  }
}

interface Attachment {
  readonly filename: string
  readonly content?: Uint8Array
}

/** Files that are taken out of one portfolio at most, and their bytes together. */
const MOST_EMBEDDED = 100
const MOST_EMBEDDED_BYTES = 200 * 2 ** 20

export interface PdfPage {
  /** From 1. */
  readonly number: number
  readonly page: pdfjs.PDFPageProxy
  readonly space: PageSpace
  /** Degrees clockwise by which the file says the page is to be turned. */
  readonly rotation: number
}

interface LoadedFont {
  fontMatrix?: Affine
  vertical?: boolean
}

interface ChunkReader {
  font(name: string): void
  operators(list: OperatorList): void
}

/** An image unpacked. `kind` as pdf.js numbers it: 1 one bit, set for white, rows filled to whole bytes; 2 RGB; 3 RGBA. */
export interface Pixels {
  readonly width: number
  readonly height: number
  readonly kind: 1 | 2 | 3
  readonly data: Uint8Array
}

/** Layers by id, in the order in which the file lists them, under headings. */
type LayerOrder = readonly (string | { name: string | null; order: LayerOrder })[]

/** The heading that each layer stands under, by its id: a label of the list, or the layer that it is indented under. */
function headingsOf(
  order: LayerOrder | null,
  nameOf: (id: string) => string,
  heading = '',
  found = new Map<string, string>(),
): Map<string, string> {
  let above = heading
  for (const entry of order ?? []) {
    if (typeof entry === 'string') {
      above = nameOf(entry)
      if (heading !== '') found.set(entry, heading)
    } else headingsOf(entry.order, nameOf, entry.name ?? above, found)
  }
  return found
}

const LONGEST_NAME = 120
/** Outlines of manuals run to thousands of entries; names of sheets stand near their beginning. */
const MOST_OUTLINE_ENTRIES = 3000

interface OutlineEntry {
  title: string
  dest: string | unknown[] | null
  items: OutlineEntry[]
}

/** The first title that the outline gives each page, by page index. */
async function outlineTitles(document: pdfjs.PDFDocumentProxy): Promise<Map<number, string>> {
  const titles = new Map<number, string>()
  const pending = [...(((await document.getOutline()) ?? []) as OutlineEntry[])]
  for (let count = 0; pending.length > 0 && count < MOST_OUTLINE_ENTRIES; count++) {
    const { title, dest, items } = pending.shift()!
    pending.unshift(...items)
    const target = typeof dest === 'string' ? await document.getDestination(dest) : dest
    const place = target?.[0]
    const index =
      typeof place === 'number' ? place : place ? await document.getPageIndex(place as never).catch(() => null) : null
    if (index !== null && !titles.has(index) && title.trim() !== '') titles.set(index, title.trim())
  }
  return titles
}

interface WorkerMessage {
  action?: string
  data?: unknown
  chunk?: { fnArray?: number[]; argsArray: unknown[]; length: number }
}

/** While a page is being read, its operators go to the reader and an empty chunk goes on; otherwise they pass. */
function tapOperators(message: unknown, reader: { current: ChunkReader | null }): unknown {
  const { action, data, chunk } = message as WorkerMessage
  if (action === 'commonobj' && Array.isArray(data) && data[1] === 'Font') reader.current?.font(data[0] as string)
  if (!chunk?.fnArray) return message
  // The sender empties its arrays after handing them over, so they are copied.
  const list = { fnArray: chunk.fnArray.slice(), argsArray: chunk.argsArray.slice() }
  if (!reader.current) return { ...(message as object), chunk: { ...chunk, ...list } }
  reader.current.operators(list)
  return { ...(message as object), chunk: { ...chunk, fnArray: [], argsArray: [], length: 0 } }
}
