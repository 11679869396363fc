import sharp, { type Metadata, type Sharp } from 'sharp'
import { statedResolution } from '@/core/sheet/image-resolution'
import type { Linework } from '@/core/sheet/linework'
import { SourceError } from '@/core/sheet/problem'
import type { Greys } from '@/core/sheet/raster-lines'
import { MOST_PIXELS, makePyramid } from '../make-pyramid'
import { type Opener, PICTURE_PX, type SheetFile, type SheetPage } from '../sheet-file'
import { readableBySharp } from './unusual-images'

/** What an image without a resolution is taken for: the usual one of a scanned plan. */
const USUAL_DPI = 200

const OPEN = { limitInputPixels: MOST_PIXELS, failOn: 'error', sequentialRead: true } as const

// Decoded images are large and are not asked for twice.
sharp.cache(false)

/** PNG, JPEG, WebP, JPEG 2000, JBIG2 and TIFF, each page of it a sheet. */
export const openImage: Opener = async (bytes) => {
  const readable = await readableBySharp(bytes)
  return new ImageFile(readable, await metadataOf(readable, 0), bytes)
}

class ImageFile implements SheetFile {
  readonly producer = ''
  readonly pageCount: number

  constructor(
    private readonly bytes: Uint8Array,
    private readonly first: Metadata,
    /** As it came: only that states a resolution. */
    private readonly given: Uint8Array,
  ) {
    this.pageCount = first.format === 'tiff' ? (first.pages ?? 1) : 1
  }

  async names(): Promise<readonly (string | null)[]> {
    return Array.from({ length: this.pageCount }, () => null)
  }

  async page(number: number): Promise<SheetPage> {
    if (number < 1 || number > this.pageCount) throw new SourceError('no-such-page')
    const found = number === 1 ? this.first : await metadataOf(this.bytes, number - 1)
    const { bytes } = this
    const turned = (found.orientation ?? 1) >= 5
    const [widthPx, heightPx] = turned ? [found.height, found.width] : [found.width, found.height]
    const stated = statedResolution(this.given, number - 1)
    const { xDpi, yDpi } = stated ?? { xDpi: USUAL_DPI, yDpi: USUAL_DPI }
    const [alongDpi, upDpi] = turned ? [yDpi, xDpi] : [xDpi, yDpi]
    const [widthPt, heightPt] = [(widthPx * 72) / alongDpi, (heightPx * 72) / upDpi]
    const open = () => sharp(bytes, { ...OPEN, page: number - 1 }).autoOrient()
    const map = [widthPt, 0, 0, heightPt, 0, 0] as const
    return {
      number,
      widthPt,
      heightPt,
      rotation: 0,
      resolution: { dpi: alongDpi, stated: stated !== null },
      zeroPt: { x: 0, y: 0 },
      linework: async () => imageLinework({ widthPt, heightPt }, { map, widthPx, heightPx, layer: -1, flags: 0 }),
      picture: async () => ({
        packed: orBroken(
          open()
            .flatten({ background: '#ffffff' })
            .resize(PICTURE_PX, PICTURE_PX, { fit: 'inside', withoutEnlargement: true })
            .jpeg({ quality: 84 })
            .toBuffer(),
        ),
      }),
      greys: async (longerSidePx) => greysOf(open(), longerSidePx),
      print: async () => ({
        pdf: null,
        tiles: [{ pyramid: await orBroken(makePyramid(open(), found.bitsPerSample === 1)), map }],
      }),
    }
  }

  async close(): Promise<void> {}
}

/** Brightness at a size that isn't more than its own. */
async function greysOf(image: Sharp, longerSidePx: number): Promise<Greys> {
  const side = Math.round(longerSidePx)
  const { data, info } = await orBroken(
    image
      .flatten({ background: '#ffffff' })
      .greyscale()
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .raw()
      .toBuffer({ resolveWithObject: true }),
  )
  return { data, widthPx: info.width, heightPx: info.height }
}

async function metadataOf(bytes: Uint8Array, page: number): Promise<Metadata> {
  const found = await orBroken(sharp(bytes, { ...OPEN, limitInputPixels: false, page }).metadata())
  if (!(found.width > 0 && found.height > 0)) throw new SourceError('broken-image')
  if (found.width * found.height > MOST_PIXELS) throw new SourceError('too-many-pixels')
  return found
}

async function orBroken<T>(work: Promise<T>): Promise<T> {
  try {
    return await work
  } catch (error) {
    throw new SourceError(/pixel limit/i.test((error as Error).message) ? 'too-many-pixels' : 'broken-image', error)
  }
}

/** The linework of a page that is nothing but an image. */
function imageLinework(size: Pick<Linework, 'widthPt' | 'heightPt'>, placement: Linework['images'][number]): Linework {
  return {
    ...size,
    segments: new Float32Array(0),
    segmentFlags: new Uint8Array(0),
    segmentStyles: new Uint32Array(0),
    curves: new Float32Array(0),
    curveFlags: new Uint8Array(0),
    curveStyles: new Uint32Array(0),
    styles: [],
    text: [],
    images: [placement],
    layers: [],
  }
}
