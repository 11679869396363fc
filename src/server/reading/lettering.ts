import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import sharp from 'sharp'
import { createWorker, PSM, type Worker, type WorkerParams } from 'tesseract.js'
import type { TextRun } from '@/core/sheet/linework'
import type { Greys } from '@/core/sheet/raster-lines'

/** Words that the reader of letters is less sure of (of 100) are left out: a wrong figure is worse than none. */
const SURE = 80
/** What dimensions are written with: other letters would be taken for figures. */
const FIGURES = '0123456789.,\'"/-xm '
/** A page is given this long. */
const MOST_MS = 30_000
/** Letters stand this part of the font's size high. */
const CAP = 0.72

/** Figures on a page that has them only as pixels or outlines, level and upright ones, in sheet space. */
export async function readFigures(greys: Greys, pxPerPt: number): Promise<TextRun[]> {
  const folder = dirname(createRequire(import.meta.url).resolve('@tesseract.js-data/eng/package.json'))
  const worker = await createWorker('eng', 1, {
    langPath: join(folder, '4.0.0_best_int'),
    cacheMethod: 'none',
    gzip: true,
  })
  // What isn't lettering can take without end.
  const slow = setTimeout(() => void worker.terminate(), MOST_MS)
  try {
    await worker.setParameters({
      tessedit_pageseg_mode: PSM.SPARSE_TEXT,
      tessedit_char_whitelist: FIGURES,
      user_defined_dpi: '200',
      // Its remarks help nobody.
      debug_file: '/dev/null',
    } as Partial<WorkerParams>)
    const reading = (async () => [
      ...(await readLevel(worker, greys, pxPerPt)),
      ...(await readUpright(worker, greys, pxPerPt)),
    ])()
    return await Promise.race([reading, after(MOST_MS)])
  } finally {
    clearTimeout(slow)
    await worker.terminate()
  }
}

/** Nothing, once the time is over: a reader that was ended never answers. */
const after = (ms: number) => new Promise<TextRun[]>((resolve) => setTimeout(resolve, ms, []).unref())

interface Word {
  readonly text: string
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

async function wordsOf(worker: Worker, image: Buffer): Promise<Word[]> {
  const { data } = await worker.recognize(image, {}, { blocks: true, text: false })
  const words = (data.blocks ?? []).flatMap(({ paragraphs }) =>
    paragraphs.flatMap(({ lines }) => lines.flatMap((line) => line.words)),
  )
  return words
    .filter(({ confidence, text }) => confidence >= SURE && /\d/.test(text))
    .map(({ text, bbox }) => ({ text, ...bbox }))
}

const imageOf = ({ data, widthPx, heightPx }: Greys) =>
  sharp(data, { raw: { width: widthPx, height: heightPx, channels: 1 } }).toColourspace('b-w')

async function readLevel(worker: Worker, greys: Greys, pxPerPt: number): Promise<TextRun[]> {
  const words = await wordsOf(worker, await imageOf(greys).png({ compressionLevel: 1 }).toBuffer())
  return words.map(({ text, x0, y1, x1, y0 }) => ({
    text,
    x: x0 / pxPerPt,
    y: (greys.heightPx - y1) / pxPerPt,
    lengthPt: (x1 - x0) / pxPerPt,
    heightPt: (y1 - y0) / pxPerPt / CAP,
    turnRad: 0,
    layer: -1,
    flags: 0,
  }))
}

/** Text that is read from the right: the page is turned clockwise for it, and the places back. */
async function readUpright(worker: Worker, greys: Greys, pxPerPt: number): Promise<TextRun[]> {
  const words = await wordsOf(worker, await imageOf(greys).rotate(90).png({ compressionLevel: 1 }).toBuffer())
  return words.map(({ text, x0, y1, x1, y0 }) => ({
    text,
    // Turned clockwise, what was left is above, and what was below is left.
    x: y1 / pxPerPt,
    y: x0 / pxPerPt,
    lengthPt: (x1 - x0) / pxPerPt,
    heightPt: (y1 - y0) / pxPerPt / CAP,
    turnRad: Math.PI / 2,
    layer: -1,
    flags: 0,
  }))
}
