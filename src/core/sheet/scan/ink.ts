import type { Greys } from '../raster-lines'
import { type Darkness, darknessOn } from '../strokes'
import { dilated, opened, smoothed } from './morphology'

/** The paper's tone is looked for in squares of this side: light falls off across a scan, not across a letter. */
const TILE_PX = 64
/** Most of a square is paper; where a wall fills it, its neighbours tell. */
const PAPER_PART = 0.8
/** Ink is this part of all pixels at least. */
const INK_PART = 0.0003
/** Paper and ink must differ by this much, of 255. */
const LEAST_CONTRAST = 40
/** A hairline is this dark at least, of 1, where the noise of the paper is less. */
const FAINTEST = 0.16
/** Noise goes beyond so many times its standard deviation hardly anywhere. */
const NOISE_TIMES = 4.6
/** Ink is this dark compared with the darkest near it: what is lighter lies between two lines, or is blur. */
const OF_DARKEST = 0.45
const NEAR_PX = 2
/** A stroke is no wider than twice this; what is wider is an area, seen by its edges. */
export const HALF_STROKE_PX = 6

/** A scan as ink on paper: strokes, also those on areas, and the areas by themselves. */
export interface Ink {
  readonly strokes: Darkness
  /** 1 where there is a stroke, by rows from the top; none on the outermost pixels. */
  readonly strokeMask: Uint8Array
  readonly areas: Darkness
  readonly areaMask: Uint8Array
}

/**
 * Tells ink from paper, whatever tone the paper has where, and strokes from areas: an area is what a square fits into
 * that is wider than any stroke.
 * @returns null for a page without ink
 */
export function inkOf(greys: Greys): Ink | null {
  const { widthPx, heightPx } = greys
  const dark = darknessOf(greys)
  if (!dark) return null
  const least = 255 * Math.max(FAINTEST, NOISE_TIMES * noiseOf(dark, widthPx))
  const area = opened(smoothed(dark, widthPx), widthPx, HALF_STROKE_PX)
  const alone = new Uint8Array(dark.length)
  const areaMask = new Uint8Array(dark.length)
  for (let at = 0; at < dark.length; at++) {
    alone[at] = Math.max(0, dark[at]! - area[at]!)
    areaMask[at] = area[at]! > least ? 1 : 0
  }
  const strokeMask = dilated(alone, widthPx, NEAR_PX)
  for (let at = 0; at < dark.length; at++)
    strokeMask[at] = alone[at]! > least && alone[at]! > OF_DARKEST * strokeMask[at]! ? 1 : 0
  for (const mask of [strokeMask, areaMask]) clearBorder(mask, widthPx, heightPx)
  return {
    strokes: darknessOn(alone, widthPx, heightPx, 255),
    strokeMask,
    areas: darknessOn(dark, widthPx, heightPx, 255),
    areaMask,
  }
}

/** What has no ink on its outermost pixels can be looked at around every one that has. */
function clearBorder(mask: Uint8Array, width: number, height: number): void {
  mask.fill(0, 0, width).fill(0, (height - 1) * width)
  for (let y = 0; y < height; y++) mask[y * width] = mask[(y + 1) * width - 1] = 0
}

/** Darkness of each pixel, of 255 for ink. */
function darknessOf({ data, widthPx, heightPx }: Greys): Uint8Array | null {
  const { paper, columns, darkest } = paperOf({ data, widthPx, heightPx })
  const lightest = paper.reduce((most, tone) => Math.max(most, tone), 0)
  if (lightest - darkest < LEAST_CONTRAST) return null
  const dark = new Uint8Array(data.length)
  for (let y = 0; y < heightPx; y++) {
    const row = ((y / TILE_PX) | 0) * columns
    for (let x = 0; x < widthPx; x++) {
      const tone = paper[row + ((x / TILE_PX) | 0)]!
      const part = (tone - data[y * widthPx + x]!) / Math.max(LEAST_CONTRAST, tone - darkest)
      dark[y * widthPx + x] = Math.max(0, Math.min(255, part * 255))
    }
  }
  return dark
}

/** Pixels that tell enough of the noise. */
const LOOKED_AT = 500_000

/** The standard deviation of the paper's tone, of 1: by the median step from pixel to pixel, where there is no line. */
function noiseOf(dark: Uint8Array, width: number): number {
  const steps = new Uint32Array(256)
  const stride = Math.max(1, Math.floor(dark.length / LOOKED_AT))
  for (let at = 0; at + 1 < dark.length; at += stride)
    if ((at + 1) % width !== 0) steps[Math.abs(dark[at + 1]! - dark[at]!)]!++
  // The median of the difference of two normal values is 0.954 of their standard deviation.
  return percentile(steps, 0.5) / 255 / 0.954
}

/** The tone of the paper in each square, and that of the ink. */
function paperOf({ data, widthPx, heightPx }: Greys): { paper: Float32Array; columns: number; darkest: number } {
  const columns = Math.ceil(widthPx / TILE_PX)
  const rows = Math.ceil(heightPx / TILE_PX)
  const all = new Uint32Array(256)
  const own = new Float32Array(columns * rows)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const counts = new Uint32Array(256)
      const [toX, toY] = [Math.min(widthPx, (column + 1) * TILE_PX), Math.min(heightPx, (row + 1) * TILE_PX)]
      for (let y = row * TILE_PX; y < toY; y++)
        for (let x = column * TILE_PX; x < toX; x++) counts[data[y * widthPx + x]!]!++
      own[row * columns + column] = percentile(counts, PAPER_PART)
      for (let tone = 0; tone < 256; tone++) all[tone]! += counts[tone]!
    }
  // A square full of ink takes the paper of the lightest beside it.
  const paper = own.map((_, at) => {
    const [row, column] = [Math.floor(at / columns), at % columns]
    let most = 0
    for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
      for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++)
        most = Math.max(most, own[y * columns + x]!)
    return most
  })
  return { paper, columns, darkest: percentile(all, INK_PART) }
}

function percentile(counts: Uint32Array, part: number): number {
  let left = part * counts.reduce((sum, count) => sum + count, 0)
  for (let tone = 0; tone < 256; tone++) {
    left -= counts[tone]!
    if (left <= 0) return tone
  }
  return 255
}
