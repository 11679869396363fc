import { PointGrid } from '../../geometry/point-grid'

/** Blobs of fewer pixels are specks. */
const SPECK_PX = 8
/** A blob that is this many times longer than wide is a dash rather than a letter. */
const DASH_SLENDER = 4
/** Lettering larger than usual is known by its row: others of about its size this near, in parts of its size. */
const ROW_REACH = 2
const ROW_LIKE = 2
const ROW_LEAST = 2
/** Titles are this many times as large as the usual lettering. */
const TITLE_TIMES = 3

/** Pixels of ink that hang together, also by corners. */
interface Blob {
  /** Empty for one that is larger than any lettering. */
  readonly pixels: readonly number[]
  readonly x: number
  readonly y: number
  /** The longer side of its box. */
  readonly size: number
}

/**
 * Takes out of a mask what is no stroke: specks, and what is as small as lettering or stands in a row as titles do.
 * @param mask 1 for ink; changed
 * @param letterPx what is no larger either way, and no dash, is lettering
 */
export function withoutSmallBlobs(mask: Uint8Array, width: number, letterPx: number): void {
  const blobs = blobsOf(mask, width, TITLE_TIMES * letterPx).filter(({ pixels }) => pixels.length > 0)
  const grid = new PointGrid<Blob>(TITLE_TIMES * letterPx * ROW_REACH)
  for (const blob of blobs) grid.add(blob, blob)
  const dashes = new Set(blobs.filter(({ pixels }) => pixels.length >= SPECK_PX && isDash(pixels, width)))
  const goes = blobs.filter((blob) => {
    if (blob.pixels.length < SPECK_PX || (blob.size <= letterPx && !dashes.has(blob))) return true
    // An I between other letters; dashes among themselves are dashes.
    return isInRow(
      blob,
      grid.near(blob).filter((other) => !dashes.has(blob) || !dashes.has(other)),
    )
  })
  for (const { pixels } of goes) for (const at of pixels) mask[at] = 0
}

function blobsOf(mask: Uint8Array, width: number, mostPx: number): Blob[] {
  const height = mask.length / width
  const stack: number[] = []
  const blobs: Blob[] = []
  for (let seed = 0; seed < mask.length; seed++) {
    if (mask[seed] !== 1) continue
    let pixels: number[] = []
    let [minX, minY, maxX, maxY] = [width, height, 0, 0]
    stack.push(seed)
    // Marked as seen by a 2 until all is done.
    mask[seed] = 2
    let small = true
    while (stack.length > 0) {
      const at = stack.pop()!
      const x = at % width
      const y = (at - x) / width
      if (small) {
        minX = Math.min(minX, x)
        maxX = Math.max(maxX, x)
        minY = Math.min(minY, y)
        maxY = Math.max(maxY, y)
        pixels.push(at)
        small = maxX - minX < mostPx && maxY - minY < mostPx
        if (!small) pixels = []
      }
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy]
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
          const next = ny * width + nx
          if (mask[next] !== 1) continue
          mask[next] = 2
          stack.push(next)
        }
    }
    blobs.push({
      pixels,
      x: (minX + maxX) / 2,
      y: (minY + maxY) / 2,
      size: Math.max(maxX - minX, maxY - minY) + 1,
    })
  }
  for (let at = 0; at < mask.length; at++) if (mask[at] === 2) mask[at] = 1
  return blobs
}

/** Whether enough others of about its size stand beside a blob, as letters of a word do. */
function isInRow(blob: Blob, near: readonly Blob[]): boolean {
  const reach = ROW_REACH * blob.size
  const beside = near.filter(
    (other) =>
      other !== blob &&
      Math.hypot(other.x - blob.x, other.y - blob.y) < reach &&
      other.size < ROW_LIKE * blob.size &&
      blob.size < ROW_LIKE * other.size,
  )
  return beside.length >= ROW_LEAST
}

/** Whether pixels lie along a straight line: by the axes of their spread, whichever way they run. */
function isDash(pixels: readonly number[], width: number): boolean {
  const size = pixels.length
  let [sx, sy, sxx, sxy, syy] = [0, 0, 0, 0, 0]
  for (const at of pixels) {
    const x = at % width
    const y = (at - x) / width
    sx += x
    sy += y
    sxx += x * x
    sxy += x * y
    syy += y * y
  }
  const xx = sxx / size - (sx / size) ** 2 + 1 / 12
  const yy = syy / size - (sy / size) ** 2 + 1 / 12
  const xy = sxy / size - (sx * sy) / size ** 2
  const mean = (xx + yy) / 2
  const apart = Math.hypot((xx - yy) / 2, xy)
  return mean + apart > DASH_SLENDER ** 2 * Math.max(mean - apart, 1 / 12)
}
