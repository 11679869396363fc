import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { makePyramid } from '../../server/reading/make-pyramid'
import { decodePyramidHeader, levelFor, pyramidHeaderEnd } from './pyramid'

/** A picture in which every place has a colour of its own. */
function ramp(width: number, height: number) {
  const data = new Uint8Array(width * height * 3)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([(x * 255) / width, (y * 255) / height, 128], 3 * (y * width + x))
  return sharp(data, { raw: { width, height, channels: 3 } })
}

describe('a pyramid', () => {
  it('holds the whole picture at every level, tile by tile', async () => {
    const bytes = await makePyramid(ramp(1300, 900), false)
    const pyramid = decodePyramidHeader(bytes)
    const start = pyramidHeaderEnd(bytes)
    expect(pyramid.levels.at(-1)).toMatchObject({ widthPx: 1300, heightPx: 900, columns: 3, rows: 2 })
    expect(pyramid.levels[0]).toMatchObject({ columns: 1, rows: 1 })
    for (const { widthPx, heightPx, columns, rows, offsets } of pyramid.levels) {
      expect(offsets).toHaveLength(columns * rows + 1)
      for (let i = 0; i < columns * rows; i++) {
        const tile = bytes.subarray(start + offsets[i]!, start + offsets[i + 1]!)
        const { data, info } = await sharp(tile).raw().toBuffer({ resolveWithObject: true })
        const [left, top] = [(i % columns) * pyramid.tilePx, Math.floor(i / columns) * pyramid.tilePx]
        expect([info.width, info.height]).toEqual([
          Math.min(pyramid.tilePx, widthPx - left),
          Math.min(pyramid.tilePx, heightPx - top),
        ])
        const [x, y] = [Math.floor(info.width / 2), Math.floor(info.height / 2)]
        const at = 3 * (y * info.width + x)
        expect(Math.abs(data[at]! - ((left + x) * 255) / widthPx)).toBeLessThan(6)
        expect(Math.abs(data[at + 1]! - ((top + y) * 255) / heightPx)).toBeLessThan(6)
      }
    }
  })

  it('gives the level that is just sharp enough', async () => {
    const pyramid = decodePyramidHeader(await makePyramid(ramp(2048, 1024), true))
    const widthAt = (scale: number) => pyramid.levels[levelFor(pyramid, scale)]!.widthPx
    expect(widthAt(1)).toBe(2048)
    expect(widthAt(4)).toBe(2048)
    expect(widthAt(0.5)).toBe(1024)
    expect(widthAt(0.51)).toBe(2048)
    expect(widthAt(0.01)).toBe(pyramid.levels[0]!.widthPx)
  })

  it('is told from other bytes', () => {
    expect(() => decodePyramidHeader(new Uint8Array(20))).toThrow(/no|not/)
  })
})
