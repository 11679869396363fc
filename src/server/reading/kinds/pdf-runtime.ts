import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { inflateSync } from 'node:zlib'
import { contentPaths, withStandIns } from '@/core/sheet/pdf/content-paths'
import type { PdfAssets } from '@/core/sheet/pdf/open'

/**
 * pdf.js on Node. Two things that it brings along cost a third of the time of a large page and are set right here:
 * its polyfills replace Array.prototype.push and the functions of JSON by slow ones, and Node's DecompressionStream hands
 * over 16 kB at a time.
 */
const { push } = Array.prototype
const { parse, stringify } = JSON

/** Bytes that one stream may come to: the pixels of the largest image, in colour. */
const MOST_INFLATED = 1_500_000_000

globalThis.DecompressionStream = class {
  private inflated: Uint8Array | null = null
  readonly writable = {
    getWriter: () => ({
      ready: Promise.resolve(),
      write: async (bytes: Uint8Array) => {
        try {
          this.inflated = inflateSync(bytes, { maxOutputLength: MOST_INFLATED })
        } catch (error) {
          // A few kilobytes that swell beyond all bounds are no sheet: such a stream counts as empty.
          if ((error as { code?: string }).code !== 'ERR_BUFFER_TOO_LARGE') throw error
          this.inflated = new Uint8Array(0)
        }
      },
      close: async () => undefined,
    }),
  }
  readonly readable = this.chunks()

  private async *chunks(): AsyncGenerator<Uint8Array> {
    // The write was called before anybody reads, and inflates at once. Damaged data is left to pdf.js's own decoder.
    if (!this.inflated) throw new TypeError('The data can not be inflated.')
    yield (contentPaths.isReading && withStandIns(this.inflated)) || this.inflated
  }
} as unknown as typeof DecompressionStream

/**
 * pdf.js tries on a canvas how large an image may be, and unpacks JPEG 2000 smaller beyond that. Here images of any size
 * are unpacked whole: they are cut into tiles, not drawn on a canvas.
 */
globalThis.OffscreenCanvas ??= class {
  getContext = () => ({ fillRect: () => undefined, getImageData: () => ({ data: [0, 0, 0, 255] }) })
} as unknown as typeof OffscreenCanvas

const { openPdf } = await import('@/core/sheet/pdf/open')
Array.prototype.push = push
Object.assign(JSON, { parse, stringify })

export { openPdf }

const folder = dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'))
const within = (name: string) => `${join(folder, name)}/`

/** What pdf.js reads on demand, from its own package. */
export const PDF_ASSETS: PdfAssets = {
  cMapUrl: within('cmaps'),
  standardFontDataUrl: within('standard_fonts'),
  wasmUrl: within('wasm'),
  iccUrl: within('iccs'),
}
