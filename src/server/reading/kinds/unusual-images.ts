import { PDFDocument, PDFName } from 'pdf-lib'
import sharp from 'sharp'
import { SourceError } from '@/core/sheet/problem'
import { PdfPainter } from './pdf-painter'

/**
 * Images that sharp does not read: JPEG 2000 (ISO/IEC 15444-1, as a file or a bare codestream) and JBIG2 (ISO/IEC 14492).
 * PDF holds both as they are, so each is laid on a page of its own size and painted by PDFium.
 */

/** Pixels of such an image at most: all of them are in memory at once. */
const MOST_PIXELS = 150e6

interface Packed {
  readonly filter: 'JPXDecode' | 'JBIG2Decode'
  readonly widthPx: number
  readonly heightPx: number
  readonly data: Uint8Array
}

/** The bytes of an image as sharp can read them: themselves, or a PNG of what they show. @throws SourceError */
export async function readableBySharp(bytes: Uint8Array): Promise<Uint8Array> {
  const packed = jpeg2000(bytes) ?? jbig2(bytes)
  if (!packed) return bytes
  const { filter, widthPx, heightPx, data } = packed
  if (!(widthPx > 0 && heightPx > 0)) throw new SourceError('broken-image')
  if (widthPx * heightPx > MOST_PIXELS) throw new SourceError('too-many-pixels')
  const document = await PDFDocument.create()
  // Readers bound the sides of pages; PDFium paints any size of them at the size in pixels that it is asked for.
  const page = document.addPage([widthPx / 10, heightPx / 10])
  const kind = { Type: 'XObject', Subtype: 'Image', Width: widthPx, Height: heightPx, Filter: filter }
  const form = filter === 'JBIG2Decode' ? { ColorSpace: 'DeviceGray', BitsPerComponent: 1 } : {}
  const image = document.context.register(document.context.stream(data, { ...kind, ...form }))
  page.node.setXObject(PDFName.of('Image'), image)
  const content = document.context.stream(`${widthPx / 10} 0 0 ${heightPx / 10} 0 0 cm /Image Do`)
  page.node.set(PDFName.of('Contents'), document.context.register(content))
  const painter = await PdfPainter.open(await document.save({ useObjectStreams: false }))
  const raster = painter.paint(1, Math.max(widthPx, heightPx))
  const raw = { width: raster.widthPx, height: raster.heightPx, channels: raster.channels }
  return new Uint8Array(
    await sharp(raster.data, { raw, limitInputPixels: false }).png({ compressionLevel: 1 }).toBuffer(),
  )
}

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
const startsWith = (bytes: Uint8Array, mark: readonly number[]): boolean => mark.every((byte, i) => bytes[i] === byte)

const JP2_BOX = [0, 0, 0, 12, 0x6a, 0x50, 0x20, 0x20]
const CODESTREAM = [0xff, 0x4f, 0xff, 0x51]
/** From the name of the image header box to its height and width (ISO/IEC 15444-1, I.5.3.1). */
const IHDR = [0x69, 0x68, 0x64, 0x72]

function jpeg2000(bytes: Uint8Array): Packed | null {
  if (startsWith(bytes, CODESTREAM)) {
    if (bytes.length < 24) throw new SourceError('broken-image')
    // The size of the reference grid less where the image begins on it (A.5.1).
    const at = (offset: number) => viewOf(bytes).getUint32(offset)
    return { filter: 'JPXDecode', widthPx: at(8) - at(16), heightPx: at(12) - at(20), data: bytes }
  }
  if (!startsWith(bytes, JP2_BOX)) return null
  const header = Buffer.from(bytes.buffer, bytes.byteOffset, Math.min(bytes.byteLength, 4096)).indexOf(
    Buffer.from(IHDR),
  )
  if (header < 0 || header + 12 > bytes.length) throw new SourceError('broken-image')
  const view = viewOf(bytes)
  return { filter: 'JPXDecode', heightPx: view.getUint32(header + 4), widthPx: view.getUint32(header + 8), data: bytes }
}

const JBIG2_FILE = [0x97, 0x4a, 0x42, 0x32, 0x0d, 0x0a, 0x1a, 0x0a]
/** Kinds of segments (7.3): what tells of a page, and what ends a page and a file, which PDF leaves out. */
const PAGE_INFORMATION = 48
const LEFT_OUT = new Set([49, 51])
const UNKNOWN_LENGTH = 0xffff_ffff

/** The first page of a file in the sequential organisation (annex D.1). */
function jbig2(bytes: Uint8Array): Packed | null {
  if (!startsWith(bytes, JBIG2_FILE)) return null
  const view = viewOf(bytes)
  const flags = bytes[8] ?? 0
  const isSequential = (flags & 1) === 1
  if (!isSequential) throw new SourceError('broken-image')
  const kept: Uint8Array[] = []
  let size: { widthPx: number; heightPx: number } | null = null
  try {
    for (let at = (flags & 2) === 2 ? 9 : 13; at < bytes.length; ) {
      const { kind, headerBytes, dataBytes } = segmentAt(view, at)
      const end = dataBytes === UNKNOWN_LENGTH ? bytes.length : at + headerBytes + dataBytes
      if (kind === PAGE_INFORMATION) {
        // A second page is a picture of its own.
        if (size) break
        size = { widthPx: view.getUint32(at + headerBytes), heightPx: view.getUint32(at + headerBytes + 4) }
      }
      if (!LEFT_OUT.has(kind)) kept.push(bytes.subarray(at, end))
      at = end
    }
  } catch (error) {
    throw new SourceError('broken-image', error)
  }
  if (!size) throw new SourceError('broken-image')
  return { filter: 'JBIG2Decode', ...size, data: new Uint8Array(Buffer.concat(kept)) }
}

/** The header of a segment (7.2). @throws RangeError where the file ends within it */
function segmentAt(view: DataView, at: number): { kind: number; headerBytes: number; dataBytes: number } {
  const number = view.getUint32(at)
  const flags = view.getUint8(at + 4)
  let next = at + 5
  let referred = view.getUint8(next) >> 5
  if (referred === 7) {
    referred = view.getUint32(next) & 0x1fff_ffff
    next += 4 + Math.ceil((referred + 1) / 8)
  } else next += 1
  next += referred * (number <= 256 ? 1 : number <= 65_536 ? 2 : 4)
  next += flags & 0x40 ? 4 : 1
  return { kind: flags & 0x3f, headerBytes: next + 4 - at, dataBytes: view.getUint32(next) }
}
