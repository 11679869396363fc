/** Pixels of one bit, packed as fax machines and PDF pack them, described for a TIFF reader. */
export interface Bilevel {
  readonly widthPx: number
  readonly heightPx: number
  /** TIFF 6.0, Compression: 1 none, 3 group 3, 4 group 4. */
  readonly compression: 1 | 3 | 4
  /** Whether a set bit is black. For fax data: after unpacking. */
  readonly blackIsOne: boolean
  /** Group 3 options: 1 for two-dimensional lines. */
  readonly faxOptions: number
}

const SHORT = 3
const LONG = 4

/** One-bit data within a TIFF of one strip (TIFF 6.0, sections 2 and 11), so that any image library reads it. */
export function wrapBilevel(data: Uint8Array, image: Bilevel): Uint8Array<ArrayBuffer> {
  const entries: [tag: number, type: number, value: number][] = [
    [256, LONG, image.widthPx],
    [257, LONG, image.heightPx],
    [258, SHORT, 1],
    [259, SHORT, image.compression],
    [262, SHORT, image.blackIsOne ? 0 : 1],
    [273, LONG, 0],
    [277, SHORT, 1],
    [278, LONG, image.heightPx],
    [279, LONG, data.length],
    ...(image.compression === 3 ? [[292, LONG, image.faxOptions] as [number, number, number]] : []),
  ]
  const start = 8 + 2 + entries.length * 12 + 4
  const bytes = new Uint8Array(start + data.length)
  const view = new DataView(bytes.buffer)
  view.setUint16(0, 0x4949, true)
  view.setUint16(2, 42, true)
  view.setUint32(4, 8, true)
  view.setUint16(8, entries.length, true)
  entries.forEach(([tag, type, value], i) => {
    const at = 10 + i * 12
    view.setUint16(at, tag, true)
    view.setUint16(at + 2, type, true)
    view.setUint32(at + 4, 1, true)
    view.setUint32(at + 8, tag === 273 ? start : value, true)
  })
  bytes.set(data, start)
  return bytes
}
