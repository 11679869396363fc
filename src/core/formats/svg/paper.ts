import { type Box, isEmpty } from '../../geometry/box'

/** ISO 216 papers, landscape, in millimetres. */
export const PAPERS = {
  A4: { widthMm: 297, heightMm: 210 },
  A3: { widthMm: 420, heightMm: 297 },
  A2: { widthMm: 594, heightMm: 420 },
  A1: { widthMm: 841, heightMm: 594 },
  A0: { widthMm: 1189, heightMm: 841 },
} as const

export type PaperName = keyof typeof PAPERS

/** Scales of drawings (ISO 5455), the largest first. */
export const RATIOS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000] as const

/** From the edge of the paper to its frame. */
export const FRAME_MM = 10
/** Beneath the drawing: title, north and scale bar. */
export const TITLE_MM = 24
/** Between frame and drawing. */
const AIR_MM = 6

/** What the drawing may cover, in millimetres on paper. */
export function roomOn(paper: PaperName): { widthMm: number; heightMm: number } {
  const { widthMm, heightMm } = PAPERS[paper]
  return {
    widthMm: widthMm - 2 * (FRAME_MM + AIR_MM),
    heightMm: heightMm - 2 * (FRAME_MM + AIR_MM) - TITLE_MM,
  }
}

/** The smallest ratio of site to paper at which a drawing fits. @param box in model millimetres */
export function neededRatio(box: Box, paper: PaperName): number {
  if (isEmpty(box)) return 0
  const room = roomOn(paper)
  return Math.max((box.maxX - box.minX) / room.widthMm, (box.maxY - box.minY) / room.heightMm)
}

/** The largest usual scale at which a drawing fits on a paper; null where even the smallest is too large. */
export const ratioFor = (box: Box, paper: PaperName): number | null =>
  isEmpty(box) ? 100 : (RATIOS.find((ratio) => ratio >= neededRatio(box, paper)) ?? null)
