import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { encodePyramid } from '@/core/sheet/pyramid'

/** Pixels that one image may have. */
export const MOST_PIXELS = 600e6

const TILE_PX = 512

// One thread is the usual where memory is handed out by glibc; a reader lives too short to feel that.
sharp.concurrency(Math.min(4, availableParallelism()))

/**
 * Cuts an image into tiles at halving sizes. The image streams through; it is never whole in memory unless it must be turned.
 * @param bilevel whether it is black on white without greys: then kept without loss
 */
export async function makePyramid(image: Sharp, bilevel: boolean): Promise<Uint8Array> {
  const folder = await mkdtemp(join(tmpdir(), 'calque-tiles-'))
  try {
    const format = bilevel ? 'png' : 'jpeg'
    const prepared = image.flatten({ background: '#ffffff' })
    const encoded = bilevel
      ? prepared.toColourspace('b-w').png({ compressionLevel: 4, palette: false })
      : // Codes that fit each tile would save a twentieth of the bytes for a sixth of the time.
        prepared.toColourspace('srgb').jpeg({ quality: 86, optimiseCoding: false })
    const info = await encoded
      .tile({ size: TILE_PX, overlap: 0, layout: 'dz', container: 'fs', depth: 'onetile', skipBlanks: -1 })
      .toFile(join(folder, 'image.dz'))
    const root = join(folder, 'image_files')
    const count = (await readdir(root)).filter((name) => /^\d+$/.test(name)).length
    const levels = []
    for (let level = 0; level < count; level++) {
      const shrink = 2 ** (count - 1 - level)
      const widthPx = Math.ceil(info.width / shrink)
      const heightPx = Math.ceil(info.height / shrink)
      const tiles: Uint8Array[] = []
      for (let row = 0; row * TILE_PX < heightPx; row++)
        for (let column = 0; column * TILE_PX < widthPx; column++)
          tiles.push(await readFile(join(root, String(level), `${column}_${row}.${format}`)))
      levels.push({ widthPx, heightPx, tiles })
    }
    return encodePyramid(TILE_PX, `image/${format}`, levels)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
