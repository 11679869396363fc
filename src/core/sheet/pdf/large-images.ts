import { indexOfText, textOf } from './bytes'
/**
 * Images too large to be decoded whole in a browser: found in the bytes of a PDF, and taken out of it.
 * The streams of images are never inside other streams (ISO 32000-2, 7.5.7), so their dictionaries stand in the open.
 */
export interface LargeImage {
  readonly widthPx: number
  readonly heightPx: number
  /** The last of its filters, without the slash: `DCTDecode` and the like; null where it is not packed. */
  readonly filter: string | null
  /** Whether that is its only filter. */
  readonly plain: boolean
  /** Its dictionary as the file writes it. */
  readonly dictionary: string
  readonly dictionaryStart: number
  readonly dataStart: number
  readonly dataEnd: number
}

/** Images from this many pixels on are shown by tiles. */
export const LARGE_FROM_PX = 16e6

/** How far a dictionary may reach. */
const DICTIONARY_WITHIN = 4096

/** @returns nothing for an encrypted file, whose streams can't be read in place */
export function findLargeImages(bytes: Uint8Array): LargeImage[] {
  const images: LargeImage[] = []
  for (let at = indexOfText(bytes, '/Image'); at >= 0; at = indexOfText(bytes, '/Image', at + 6)) {
    const image = imageAround(bytes, at)
    if (!image) continue
    images.push(image)
    at = image.dataEnd
  }
  return images.length > 0 && indexOfText(bytes, '/Encrypt') >= 0 ? [] : images
}

function imageAround(bytes: Uint8Array, at: number): LargeImage | null {
  const from = Math.max(0, at - DICTIONARY_WITHIN)
  const before = textOf(bytes, from, at)
  const object = before.lastIndexOf(' obj')
  const after = textOf(bytes, at, at + DICTIONARY_WITHIN)
  const stream = after.match(/>>\s*stream\r?\n/)
  if (object < 0 || !stream) return null
  const opening = before.indexOf('<<', object)
  if (opening < 0) return null
  const dictionary = before.slice(opening) + after.slice(0, stream.index! + 2)
  if (/endobj/.test(dictionary) || !/\/Subtype\s*\/Image\b/.test(dictionary)) return null
  const widthPx = figure(dictionary, 'Width')
  const heightPx = figure(dictionary, 'Height')
  if (!(widthPx * heightPx >= LARGE_FROM_PX) || /\/(SMask|Mask)\b/.test(dictionary)) return null
  const dataStart = at + stream.index! + stream[0].length
  const stated = figure(dictionary, 'Length')
  const closing = indexOfText(bytes, 'endstream', Number.isNaN(stated) ? dataStart : dataStart + stated)
  if (closing < 0) return null
  const filters = dictionary.match(/\/Filter\s*(\[[^\]]*\]|\/\w+)/)?.[1]?.match(/\/\w+/g) ?? []
  return {
    widthPx,
    heightPx,
    filter: filters.at(-1)?.slice(1) ?? null,
    plain: filters.length === 1,
    dictionary,
    dictionaryStart: from + opening,
    dataStart,
    dataEnd: Number.isNaN(stated) ? closing : dataStart + stated,
  }
}

/** A number of a dictionary that stands there itself; NaN where it is a reference or missing. */
export function figure(dictionary: string, key: string): number {
  const found = dictionary.match(new RegExp(`/${key}\\s+(-?\\d+)(\\s+\\d+\\s+R)?`))
  return found && !found[2] ? Number(found[1]) : Number.NaN
}

/** Whether it is black on white without greys. */
export const isBilevel = ({ dictionary }: LargeImage): boolean =>
  figure(dictionary, 'BitsPerComponent') === 1 || /\/ImageMask\s+true/.test(dictionary)

/** A stand-in tells which image it stands for by its height in pixels. */
const FIRST_HEIGHT = 2

/**
 * The file with its large images replaced by white ones, one pixel wide, that take as many bytes.
 * @returns null where a stand-in does not fit
 */
export function withoutLargeImages(bytes: Uint8Array, images: readonly LargeImage[]): Uint8Array | null {
  const copy = bytes.slice()
  for (const [i, { dictionary, dictionaryStart, dataStart, dataEnd }] of images.entries()) {
    const height = FIRST_HEIGHT + i
    if (dataEnd - dataStart < height) return null
    const length = dictionary.match(/\/Length\s+\d+(\s+\d+\s+R)?/)?.[0] ?? ''
    const content = dictionary.match(/\/OC\s+\d+\s+\d+\s+R/)?.[0] ?? ''
    const stand = `<</Subtype/Image/Width 1/Height ${height}/ColorSpace/DeviceGray/BitsPerComponent 8/Decode[1 1]${content}${length}>>`
    if (stand.length > dictionary.length) return null
    const padded = stand.padEnd(dictionary.length, ' ')
    for (let k = 0; k < padded.length; k++) copy[dictionaryStart + k] = padded.charCodeAt(k)
  }
  return copy
}

/** The image that a placement of this size stands for; undefined for any other. */
export const standsFor = (images: readonly LargeImage[], widthPx: number, heightPx: number): LargeImage | undefined =>
  widthPx === 1 ? images[heightPx - FIRST_HEIGHT] : undefined
