import { proposeScale, type ScaleProposal } from '@/core/fit/proposal/propose'
import { isVisible, type Linework } from '@/core/sheet/linework'
import { type Greys, straightStrokes } from '@/core/sheet/raster-lines'
import type { SheetPage } from './sheet-file'

/** Fine enough for figures of 2 mm, coarse enough for an A0 sheet. */
const READING_DPI = 200
const MOST_PX = 9000
/** A page with fewer pieces of text has its lettering as outlines or pixels, if any. */
const FEW_WORDS = 5
/** A page without images and with fewer lines holds nothing that is lettered. */
const FEW_LINES = 60

/** Whether a page may have lettering that is no text: then its scale is proposed from what can be read of its picture. */
export function wantsLettering(linework: Linework, proposal: ScaleProposal | null): boolean {
  if (proposal && proposal.dimensions.length > 0) return false
  if (linework.text.filter(({ flags }) => isVisible(flags)).length >= FEW_WORDS) return false
  return linework.images.some(({ flags }) => isVisible(flags)) || linework.segmentFlags.length >= FEW_LINES
}

/** Pixels to the point at which the picture of a page is read. */
export const readingPxPerPt = ({ widthPt, heightPt }: Pick<SheetPage, 'widthPt' | 'heightPt'>): number =>
  Math.min(READING_DPI / 72, MOST_PX / Math.max(widthPt, heightPt))

/** Proposes the scale of a page by reading the figures in its picture, and the strokes where it is a scan. */
export async function proposeFromPicture(page: SheetPage, linework: Linework): Promise<ScaleProposal | null> {
  const greys = await page.greys(Math.max(page.widthPt, page.heightPt) * readingPxPerPt(page))
  if (!greys || !isDrawing(greys)) return null
  const scale = greys.widthPx / page.widthPt
  const { readFigures } = await import('./lettering')
  const figures = await readFigures(greys, scale)
  if (figures.length === 0) return null
  const isScan = linework.images.some(({ flags }) => isVisible(flags))
  const strokes = isScan ? straightStrokes(greys) : []
  const found = Float32Array.from(strokes, (value, i) => (i % 2 === 0 ? value : greys.heightPx - value) / scale)
  const segments = new Float32Array(linework.segments.length + found.length)
  segments.set(linework.segments)
  segments.set(found, linework.segments.length)
  const flags = new Uint8Array(segments.length / 4)
  flags.set(linework.segmentFlags)
  return proposeScale(
    { ...linework, text: [...linework.text, ...figures], segments, segmentFlags: flags },
    await page.measures?.(),
  )
}

/** A drawing is ink on paper: of a photo more than this part lies between the two. */
const BETWEEN = 0.35
const DARK = 70
const LIGHT = 190
/** Enough pixels to tell. */
const LOOKED_AT = 200_000

function isDrawing({ data }: Greys): boolean {
  const step = Math.max(1, Math.floor(data.length / LOOKED_AT))
  let [between, seen] = [0, 0]
  for (let i = 0; i < data.length; i += step) {
    seen++
    if (data[i]! > DARK && data[i]! < LIGHT) between++
  }
  return between < BETWEEN * seen
}

/** The scale that a page proposes, by its text or else by its picture. */
export async function proposeForPage(page: SheetPage): Promise<ScaleProposal | null> {
  const linework = await page.linework()
  const proposal = proposeScale(linework, await page.measures?.())
  return wantsLettering(linework, proposal) ? ((await proposeFromPicture(page, linework)) ?? proposal) : proposal
}
