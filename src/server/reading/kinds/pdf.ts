import type { Affine } from '@/core/geometry/affine'
import { isVisible, type Linework } from '@/core/sheet/linework'
import type { StatedMeasure } from '@/core/sheet/measures'
import { findLargeImages, type LargeImage, standsFor, withoutLargeImages } from '@/core/sheet/pdf/large-images'
import type { PdfFile, PdfPage } from '@/core/sheet/pdf/open'
import { SourceError } from '@/core/sheet/problem'
import type { Greys } from '@/core/sheet/raster-lines'
import { MOST_PIXELS } from '../make-pyramid'
import type { Raster } from '../pack-picture'
import { type Opener, PICTURE_PX, type Picture, type PrintParts, type SheetFile, type SheetPage } from '../sheet-file'
import { mayUseNoPaint } from './no-paint'
import type { PdfPainter } from './pdf-painter'
import { openPdf, PDF_ASSETS } from './pdf-runtime'

export const openPdfFile: Opener = async (bytes, { password }) => {
  const large = findLargeImages(bytes)
  const lean = large.length > 0 ? withoutLargeImages(bytes, large) : null
  const unpainted = mayUseNoPaint(lean ?? bytes) ? await (await unpainting()).withUnpainted(lean ?? bytes) : null
  // pdf.js takes its bytes over; they are needed again for pictures.
  const file = await openPdf(unpainted ?? (lean ?? bytes).slice(), {
    assets: PDF_ASSETS,
    password,
    unpainted: unpainted !== null,
  })
  const painter = new LazyPainter(lean ?? bytes, password)
  const measures = new LazyMeasures(lean ?? bytes, password === undefined ? null : painter)
  return new PdfSheetFile(file, painter, measures, lean ? { large, lean, bytes } : null, password !== undefined)
}

/** The scales that a file records, looked for once, when the first page asks. */
class LazyMeasures {
  private found: Promise<ReadonlyMap<number, readonly StatedMeasure[]>> | null = null

  constructor(
    private readonly bytes: Uint8Array,
    /** Of a protected file: makes a copy that needs no password. */
    private readonly painter: LazyPainter | null,
  ) {}

  /** They are a help beside the page: where they can't be had, the page is none the worse. */
  async of(number: number): Promise<readonly StatedMeasure[]> {
    this.found ??= this.look().catch(() => new Map())
    return (await this.found).get(number) ?? []
  }

  private async look(): Promise<ReadonlyMap<number, readonly StatedMeasure[]>> {
    const { mayHoldMeasures, measuresOf } = await import('@/core/sheet/pdf/measures')
    if (!mayHoldMeasures(this.bytes)) return new Map()
    return measuresOf(this.painter ? await this.painter.unlocked() : this.bytes)
  }
}

/** A file whose pages are painted, opened when the first of them is. */
class LazyPainter {
  private opened: Promise<PdfPainter> | null = null

  constructor(
    private readonly bytes: Uint8Array,
    private readonly password?: string,
  ) {}

  /** @returns null where PDFium can't paint it: pdf.js takes some files that it doesn't */
  async paint(number: number, longerSidePx: number): Promise<Raster | null> {
    return this.open()
      .then((painter) => painter.paint(number, longerSidePx))
      .catch(() => null)
  }

  /** The file without its protection. @throws SourceError where PDFium can't open it */
  async unlocked(): Promise<Uint8Array> {
    const painter = await this.open().catch((error: unknown) => {
      throw new SourceError('page-broken', error)
    })
    return painter.unlocked()
  }

  private open(): Promise<PdfPainter> {
    this.opened ??= import('./pdf-painter').then(({ PdfPainter }) => PdfPainter.open(this.bytes, this.password))
    return this.opened
  }
}

/** Loaded only for files that may use colours which paint nothing. */
const unpainting = () => import('./unpainted-file')

/** Loaded only for files that hold large images. */
const scanReader = () => import('./scan-pixels')

/** A file with its large images taken out, and what they were. */
interface Scans {
  readonly large: readonly LargeImage[]
  readonly lean: Uint8Array
  readonly bytes: Uint8Array
}

class PdfSheetFile implements SheetFile {
  constructor(
    private readonly file: PdfFile,
    private readonly painter: LazyPainter,
    private readonly recorded: LazyMeasures,
    private readonly scans: Scans | null,
    private readonly locked: boolean,
  ) {}

  get pageCount(): number {
    return this.file.pageCount
  }

  get producer(): string {
    return this.file.producer
  }

  names(): Promise<readonly (string | null)[]> {
    return this.file.names()
  }

  embedded() {
    return this.file.embedded()
  }

  async page(number: number): Promise<SheetPage> {
    const { file, painter, recorded, scans, locked } = this
    return new PdfSheetPage(file, await file.page(number), painter, recorded, scans, locked)
  }

  close(): Promise<void> {
    return this.file.close()
  }
}

/** Brightness by ITU-R BT.601, in whole figures. */
function greysOf({ data, widthPx, heightPx, channels }: Raster): Greys {
  const greys = new Uint8Array(widthPx * heightPx)
  for (let i = 0, at = 0; i < greys.length; i++, at += channels)
    greys[i] = (77 * data[at]! + 150 * data[at + 1]! + 29 * data[at + 2]!) >> 8
  return { data: greys, widthPx, heightPx }
}

/** A large image where it lies on a page. */
interface PlacedScan {
  readonly image: LargeImage
  readonly map: Affine
}

class PdfSheetPage implements SheetPage {
  readonly number: number
  readonly widthPt: number
  readonly heightPt: number
  readonly rotation: number
  readonly resolution = null
  readonly zeroPt = { x: 0, y: 0 }
  private read: Promise<{ linework: Linework; placed: readonly PlacedScan[] }> | null = null

  constructor(
    private readonly file: PdfFile,
    private readonly page: PdfPage,
    private readonly painter: LazyPainter,
    private readonly recorded: LazyMeasures,
    private readonly scans: Scans | null,
    /** Whether a password was needed: then the file is drawn from a copy that needs none. */
    private readonly locked: boolean,
  ) {
    const { number, space, rotation } = page
    this.number = number
    this.widthPt = space.widthPt
    this.heightPt = space.heightPt
    this.rotation = rotation
  }

  async linework(): Promise<Linework> {
    return (await this.whole()).linework
  }

  measures(): Promise<readonly StatedMeasure[]> {
    return this.recorded.of(this.number)
  }

  async picture(): Promise<Picture> {
    const { packPicture } = await import('../pack-picture')
    const placed = this.scans ? (await this.whole()).placed : []
    const painted = (await this.painter.paint(this.number, PICTURE_PX)) ?? (await this.drawn())
    return { packed: packPicture(placed.length > 0 ? await this.withScans(painted, placed) : painted) }
  }

  async greys(longerSidePx: number): Promise<Greys | null> {
    // Scans are in the file as it came, not in the lean one.
    const whole = this.scans ? new LazyPainter(this.scans.bytes) : this.painter
    const painted = await whole.paint(this.number, longerSidePx)
    return painted && greysOf(painted)
  }

  /** The page as pdf.js draws it: for what PDFium doesn't take. */
  private async drawn(): Promise<Raster> {
    const { createCanvas } = await import('@napi-rs/canvas')
    const { rasterOf } = await import('../pack-picture')
    const whole = this.page.page.getViewport({ scale: 1 })
    const viewport = this.page.page.getViewport({ scale: PICTURE_PX / Math.max(whole.width, whole.height) })
    const canvas = createCanvas(Math.max(1, Math.round(viewport.width)), Math.max(1, Math.round(viewport.height)))
    await this.page.page.render({ canvas: canvas as unknown as HTMLCanvasElement, viewport, background: '#ffffff' })
      .promise
    return rasterOf(canvas)
  }

  /** Large images laid beneath what else the page shows, which stays dark on them. */
  private async withScans(painted: Raster, placed: readonly PlacedScan[]): Promise<Raster> {
    const { createCanvas, loadImage } = await import('@napi-rs/canvas')
    const { pngOf, rasterOf } = await import('../pack-picture')
    const { widthPx, heightPx } = painted
    const canvas = createCanvas(widthPx, heightPx)
    const context = canvas.getContext('2d')
    context.drawImage(await loadImage(await pngOf(painted)), 0, 0)
    context.globalCompositeOperation = 'multiply'
    const [across, up] = [widthPx / this.widthPt, heightPx / this.heightPt]
    for (const { image, map } of placed) {
      const small = await (await scanReader()).pictureOf(this.scans!.bytes, this.number, image)
      const [a, b, c, d, e, f] = map
      context.setTransform(a * across, -b * up, -c * across, d * up, (e + c) * across, heightPx - (f + d) * up)
      context.drawImage(await loadImage(small), 0, 0, 1, 1)
    }
    return rasterOf(canvas)
  }

  async print(): Promise<PrintParts> {
    const { linework, placed } = await this.whole()
    if (!this.scans || placed.length === 0)
      return { pdf: this.locked ? await this.painter.unlocked() : 'source', tiles: [] }
    const tiles = []
    for (const { image, map } of placed)
      tiles.push({ map, pyramid: await (await scanReader()).pyramidOf(this.scans.bytes, this.number, image) })
    return { pdf: isOnlyScans(linework, placed) ? null : this.scans.lean, tiles }
  }

  /** The page’s linework, read once, with large images at their own size again. */
  private whole(): Promise<{ linework: Linework; placed: readonly PlacedScan[] }> {
    this.read ??= this.file.linework(this.page).then((linework) => {
      const placed: PlacedScan[] = []
      const images = linework.images.map((placement) => {
        const image = this.scans && standsFor(this.scans.large, placement.widthPx, placement.heightPx)
        if (!image) return placement
        if (image.widthPx * image.heightPx > MOST_PIXELS) throw new SourceError('too-many-pixels')
        if (isVisible(placement.flags)) placed.push({ image, map: placement.map })
        return { ...placement, widthPx: image.widthPx, heightPx: image.heightPx }
      })
      return { linework: { ...linework, images }, placed }
    })
    return this.read
  }
}

/** Whether a page shows nothing but its large images. */
function isOnlyScans(linework: Linework, placed: readonly PlacedScan[]): boolean {
  const images = linework.images.filter(({ flags }) => isVisible(flags)).length
  return (
    images === placed.length &&
    !linework.segmentFlags.some(isVisible) &&
    !linework.curveFlags.some(isVisible) &&
    !linework.text.some(({ flags }) => isVisible(flags))
  )
}
