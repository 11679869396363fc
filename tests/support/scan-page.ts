import { execFileSync } from 'node:child_process'
import sharp from 'sharp'
import type { Linework } from '@/core/sheet/linework'
import { openSource } from '@/server/reading/open-source'
import { strokesOf } from '@/server/reading/strokes'
import { Chances } from './plan-corpus/drafting'

/** How a page was scanned. */
export interface Scan {
  readonly dpi: number
  /** How far it lay askew, anticlockwise. */
  readonly skewRad: number
  /** Standard deviation of the noise, in grey values of 256. */
  readonly noise: number
  readonly blurPx: number
}

/** A page as a grey scan with noise, blur, a fold and dirt, always the same for the same seed. */
export async function scanPage(pdf: Uint8Array, { dpi, skewRad, noise, blurPx }: Scan, seed: number): Promise<Buffer> {
  const png = execFileSync('pdftoppm', ['-r', String(dpi), '-gray', '-png', '-singlefile', '-'], {
    input: pdf,
    maxBuffer: 1 << 28,
  })
  const turned = sharp(png).rotate((-skewRad * 180) / Math.PI, { background: '#fff' })
  const soft = blurPx > 0 ? turned.blur(blurPx) : turned
  const { data, info } = await soft.grayscale().raw().toBuffer({ resolveWithObject: true })
  const chances = new Chances(seed)
  const foldX = Math.round(info.width * chances.between(0.3, 0.7))
  for (let y = 0; y < info.height; y++)
    for (let x = 0; x < info.width; x++) {
      const at = y * info.width + x
      const fold = Math.abs(x - foldX) < 2 ? 30 : 0
      // The sum of three is near enough to a normal distribution.
      const off = noise === 0 ? 0 : (chances.between(-1, 1) + chances.between(-1, 1) + chances.between(-1, 1)) * noise
      data[at] = Math.max(0, Math.min(255, data[at]! - fold + off))
    }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 1 } })
    .withMetadata({ density: dpi })
    .png()
    .toBuffer()
}

/** The strokes of a scan as lines. */
export async function readScan(png: Buffer): Promise<Linework> {
  const file = await openSource(new Uint8Array(png), {})
  try {
    return await strokesOf(await file.page(1))
  } finally {
    await file.close()
  }
}
