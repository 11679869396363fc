/**
 * An image cut into tiles at halving sizes, as one content: `CQT1`, the length of a JSON header, the header, then the
 * tiles, each an image of its own. A reader takes the header, then only the tiles that it needs, by ranges of bytes.
 */
const MAGIC = 0x31545143 // "CQT1" read as a little-endian number

export interface PyramidLevel {
  readonly widthPx: number
  readonly heightPx: number
  readonly columns: number
  readonly rows: number
  /** For each tile row by row from the upper left: where it begins after the header, then, last, where the level ends. */
  readonly offsets: readonly number[]
}

export interface Pyramid {
  readonly tilePx: number
  readonly mediaType: string
  /** From the whole in one tile to the full size. */
  readonly levels: readonly PyramidLevel[]
}

export interface PyramidTiles {
  readonly widthPx: number
  readonly heightPx: number
  readonly tiles: readonly Uint8Array[]
}

export function encodePyramid(
  tilePx: number,
  mediaType: string,
  levels: readonly PyramidTiles[],
): Uint8Array<ArrayBuffer> {
  let at = 0
  const described = levels.map(({ widthPx, heightPx, tiles }): PyramidLevel => {
    const offsets = tiles.map(({ length }) => {
      at += length
      return at - length
    })
    const [columns, rows] = [Math.ceil(widthPx / tilePx), Math.ceil(heightPx / tilePx)]
    return { widthPx, heightPx, columns, rows, offsets: [...offsets, at] }
  })
  const pyramid: Pyramid = { tilePx, mediaType, levels: described }
  const header = new TextEncoder().encode(JSON.stringify(pyramid))
  const bytes = new Uint8Array(8 + header.length + at)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, MAGIC, true)
  view.setUint32(4, header.length, true)
  bytes.set(header, 8)
  let place = 8 + header.length
  for (const tile of levels.flatMap(({ tiles }) => tiles)) {
    bytes.set(tile, place)
    place += tile.length
  }
  return bytes
}

/** Bytes that surely hold the mark and the length of the header. */
export const PYRAMID_MARK_BYTES = 8

/** @returns how many bytes the header takes with its mark @throws Error where it is no pyramid */
export function pyramidHeaderEnd(start: Uint8Array): number {
  const view = new DataView(start.buffer, start.byteOffset, start.byteLength)
  if (start.byteLength < 8 || view.getUint32(0, true) !== MAGIC) throw new Error('These bytes are not a pyramid.')
  return 8 + view.getUint32(4, true)
}

/** @param start the bytes up to the end of the header at least */
export function decodePyramidHeader(start: Uint8Array): Pyramid {
  const end = pyramidHeaderEnd(start)
  return JSON.parse(new TextDecoder().decode(start.subarray(8, end))) as Pyramid
}

/** The level that shows an image at this size without growing a pixel, or the largest. @param scale pixels shown for one of the full size */
export function levelFor({ levels }: Pyramid, scale: number): number {
  const full = levels.at(-1)!
  const found = levels.findIndex(({ widthPx }) => widthPx / full.widthPx >= scale * 0.99)
  return found < 0 ? levels.length - 1 : found
}
