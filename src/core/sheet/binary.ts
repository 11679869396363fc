import Flatbush from 'flatbush'
import { CatchIndex } from './catch-index'
import type { Linework, TextRun } from './linework'

/**
 * Linework with its catch index as bytes: `CQL1`, the length of a JSON header, the header, then typed arrays, each
 * aligned to 8 bytes, little-endian. Opening it makes views only; nothing is parsed but the header.
 */
const MAGIC = 0x314c5143 // "CQL1" read as a little-endian number

interface Header {
  plain: Pick<Linework, 'widthPt' | 'heightPt' | 'styles' | 'images' | 'layers'>
  /** Bytes of each section, in the order of SECTIONS. */
  sizes: number[]
}

const SECTIONS = [
  'segments',
  'segmentFlags',
  'segmentStyles',
  'curves',
  'curveFlags',
  'curveStyles',
  'items',
  'tree',
  'text',
] as const

const align = (at: number) => (at + 7) & ~7

/** A page as it is kept and sent: its linework, and the index for catching. */
export interface IndexedSheet {
  readonly linework: Linework
  readonly index: CatchIndex
}

export function indexSheet(linework: Linework): IndexedSheet {
  return { linework, index: CatchIndex.build(linework) }
}

export function encodeSheet({ linework, index }: IndexedSheet): Uint8Array<ArrayBuffer> {
  const { text, widthPt, heightPt, styles, images, layers } = linework
  const parts: Record<(typeof SECTIONS)[number], Uint8Array> = {
    segments: bytesOf(linework.segments),
    segmentFlags: linework.segmentFlags,
    segmentStyles: bytesOf(linework.segmentStyles),
    curves: bytesOf(linework.curves),
    curveFlags: linework.curveFlags,
    curveStyles: bytesOf(linework.curveStyles),
    items: bytesOf(index.items),
    tree: index.tree ? new Uint8Array(index.tree.data) : new Uint8Array(0),
    text: new TextEncoder().encode(JSON.stringify(text)),
  }
  const header: Header = {
    plain: { widthPt, heightPt, styles, images, layers },
    sizes: SECTIONS.map((name) => parts[name].byteLength),
  }
  const headerBytes = new TextEncoder().encode(JSON.stringify(header))
  const start = align(8 + headerBytes.byteLength)
  const bytes = new Uint8Array(header.sizes.reduce((at, size) => align(at) + size, start))
  const view = new DataView(bytes.buffer)
  view.setUint32(0, MAGIC, true)
  view.setUint32(4, headerBytes.byteLength, true)
  bytes.set(headerBytes, 8)
  let at = start
  for (const name of SECTIONS) {
    at = align(at)
    bytes.set(parts[name], at)
    at += parts[name].byteLength
  }
  return bytes
}

/** @throws Error where the bytes are not a sheet of this version */
export function decodeSheet(buffer: ArrayBuffer): IndexedSheet {
  const view = new DataView(buffer)
  if (buffer.byteLength < 8 || view.getUint32(0, true) !== MAGIC) throw new Error('These bytes are not a sheet.')
  const headerSize = view.getUint32(4, true)
  const { plain, sizes } = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 8, headerSize))) as Header
  const places = new Map<string, [at: number, size: number]>()
  let at = align(8 + headerSize)
  SECTIONS.forEach((name, i) => {
    at = align(at)
    places.set(name, [at, sizes[i]!])
    at += sizes[i]!
  })
  const place = (name: (typeof SECTIONS)[number]) => places.get(name)!
  const f32 = (name: 'segments' | 'curves') => new Float32Array(buffer, place(name)[0], place(name)[1] / 4)
  const u32 = (name: 'segmentStyles' | 'curveStyles' | 'items') =>
    new Uint32Array(buffer, place(name)[0], place(name)[1] / 4)
  const u8 = (name: 'segmentFlags' | 'curveFlags' | 'text') => new Uint8Array(buffer, ...place(name))
  let text: readonly TextRun[] | null = null
  const linework: Linework = {
    ...plain,
    segments: f32('segments'),
    segmentFlags: u8('segmentFlags'),
    segmentStyles: u32('segmentStyles'),
    curves: f32('curves'),
    curveFlags: u8('curveFlags'),
    curveStyles: u32('curveStyles'),
    // Parsed when first asked for: catching does not need it.
    get text() {
      text ??= JSON.parse(new TextDecoder().decode(u8('text'))) as TextRun[]
      return text
    },
  }
  const [treeAt, treeSize] = place('tree')
  const tree = treeSize > 0 ? Flatbush.from(buffer, treeAt) : null
  return { linework, index: CatchIndex.from(linework, u32('items'), tree) }
}

const bytesOf = (array: Float32Array | Uint32Array): Uint8Array =>
  new Uint8Array(array.buffer, array.byteOffset, array.byteLength)
