import type { Canvas } from '@napi-rs/canvas'
import sharp from 'sharp'

/**
 * A canvas without holes as JPEG, beside the main thread. Without a second look for shorter codes, which takes twice the
 * time for a twentieth of the size; and three times as quick as the canvas's own packing.
 */
export function packPicture(canvas: Canvas): Promise<Uint8Array> {
  const { width, height } = canvas
  return sharp(canvas.data(), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 84, optimiseCoding: false })
    .toBuffer()
}
