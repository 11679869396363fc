import sharp, { type Sharp } from 'sharp'
import { wrapBilevel } from '@/core/formats/tiff/wrap'
import { figure, isBilevel, type LargeImage } from '@/core/sheet/pdf/large-images'
import { SourceError } from '@/core/sheet/problem'
import { MOST_PIXELS, makePyramid } from '../make-pyramid'
import { PICTURE_PX } from '../sheet-file'
import { openPdf, PDF_ASSETS } from './pdf-runtime'

/** A large image of a page as a small PNG. @param bytes the file with the image in it; `number` of the page */
export const pictureOf = (bytes: Uint8Array, number: number, image: LargeImage): Promise<Uint8Array> =>
  pixelsOf(bytes, number, image, (full) =>
    full.flatten({ background: '#ffffff' }).resize(PICTURE_PX, PICTURE_PX, { fit: 'inside' }).png().toBuffer(),
  )

/** The same as tiles. */
export const pyramidOf = (bytes: Uint8Array, number: number, image: LargeImage): Promise<Uint8Array> =>
  pixelsOf(bytes, number, image, (full) => makePyramid(full, isBilevel(image)))

/** Does something with the pixels of a large image, by the quickest way that its packing allows. */
async function pixelsOf<T>(
  bytes: Uint8Array,
  number: number,
  image: LargeImage,
  use: (full: Sharp) => Promise<T>,
): Promise<T> {
  const data = bytes.subarray(image.dataStart, image.dataEnd)
  const options = { limitInputPixels: MOST_PIXELS, sequentialRead: true } as const
  try {
    if (image.plain && image.filter === 'DCTDecode' && !/\/Decode\s*\[/.test(image.dictionary))
      return await use(sharp(data, options))
    const fax = faxImage(image, data)
    if (fax) return await use(sharp(fax, options))
  } catch {
    // pdf.js forgives more than the image library does.
  }
  return use(await unpacked(bytes, number, image))
}

async function unpacked(bytes: Uint8Array, number: number, { widthPx, heightPx }: LargeImage): Promise<Sharp> {
  const whole = await openPdf(bytes.slice(), { assets: PDF_ASSETS })
  try {
    const page = await whole.page(number)
    const [found] = await whole.pixels(page, (width, height) => width === widthPx && height === heightPx)
    if (!found) throw new SourceError('page-broken')
    const { width, height, kind, data } = found
    const options = { limitInputPixels: MOST_PIXELS } as const
    if (kind !== 1) return sharp(data, { ...options, raw: { width, height, channels: kind === 2 ? 3 : 4 } })
    const wrapped = { widthPx, heightPx, compression: 1, blackIsOne: false, faxOptions: 0 } as const
    return sharp(wrapBilevel(data, wrapped), options)
  } finally {
    await whole.close()
  }
}

/** Fax data as a TIFF; null for anything else. Lines of groups 3 and 4 (ISO 32000-2, table 11). */
function faxImage(image: LargeImage, data: Uint8Array): Uint8Array | null {
  const { dictionary, widthPx, heightPx } = image
  const columns = figure(dictionary, 'Columns')
  if (!image.plain || image.filter !== 'CCITTFaxDecode' || /\/EncodedByteAlign\s+true/.test(dictionary)) return null
  if ((Number.isNaN(columns) ? 1728 : columns) !== widthPx || /\/DecodeParms\s*\d/.test(dictionary)) return null
  const k = figure(dictionary, 'K')
  const group4 = k < 0
  const inverted = /\/Decode\s*\[\s*1\s+0\s*\]/.test(dictionary)
  // PDF unpacks black as 0 unless BlackIs1; TIFF states what an unpacked black run stands for.
  const blackIs1 = /\/BlackIs1\s+true/.test(dictionary)
  return wrapBilevel(data, {
    widthPx,
    heightPx,
    compression: group4 ? 4 : 3,
    blackIsOne: blackIs1 === inverted,
    faxOptions: k > 0 ? 1 : 0,
  })
}
