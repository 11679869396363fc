import { type Box, isEmpty } from '../../geometry/box'
import { isImperial, type LengthDisplay } from '../../units/format'

const inches = (wide: number, high: number) => ({ widthMm: wide * 25.4, heightMm: high * 25.4 })

/** Papers, landscape, in millimetres: ISO 216, and those of offices that work in feet and inches (ANSI/ASME Y14.1). */
export const PAPERS = {
  A4: { widthMm: 297, heightMm: 210 },
  A3: { widthMm: 420, heightMm: 297 },
  A2: { widthMm: 594, heightMm: 420 },
  A1: { widthMm: 841, heightMm: 594 },
  A0: { widthMm: 1189, heightMm: 841 },
  Letter: inches(11, 8.5),
  Tabloid: inches(17, 11),
  'ARCH C': inches(24, 18),
  'ARCH D': inches(36, 24),
  'ARCH E': inches(48, 36),
} as const

/** A size of paper, millimetres. */
export interface PaperSize {
  readonly widthMm: number
  readonly heightMm: number
}

export type PaperName = keyof typeof PAPERS

export const sizeOfPaper = (paper: PaperName | PaperSize): PaperSize =>
  typeof paper === 'string' ? PAPERS[paper] : paper

export const PAPER_NAMES = Object.keys(PAPERS) as readonly PaperName[]

/** A paper by its name, however that is written: `arch-d`, `a3`. Null where there is none. */
export function paperNamed(name: string): PaperName | null {
  const bare = (text: string) => text.toLowerCase().replace(/[\s_-]/g, '')
  return PAPER_NAMES.find((each) => bare(each) === bare(name)) ?? null
}

/** Papers that are usual on a job: those of its own kind first. */
export const papersFor = (display: Pick<LengthDisplay, 'unit'>): readonly PaperName[] => {
  const metric = PAPER_NAMES.filter((name) => /^A\d$/.test(name))
  const imperial = PAPER_NAMES.filter((name) => !metric.includes(name))
  return isImperial(display) ? [...imperial, ...metric] : [...metric, ...imperial]
}

/** Scales of drawings (ISO 5455), the largest first. */
export const RATIOS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000] as const

/** Scales of drawings in feet and inches: 3″ to 1/16″ for a foot, then 20′ to 100′ for an inch. */
export const IMPERIAL_RATIOS = [4, 8, 12, 16, 24, 32, 48, 64, 96, 128, 192, 240, 360, 480, 600, 1200] as const

/** The usual scales of a job, the largest first. */
export const ratiosFor = (display: Pick<LengthDisplay, 'unit'>): readonly number[] =>
  isImperial(display) ? IMPERIAL_RATIOS : RATIOS

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
export const ratioFor = (box: Box, paper: PaperName, display: Pick<LengthDisplay, 'unit'>): number | null =>
  isEmpty(box)
    ? isImperial(display)
      ? 96
      : 100
    : (ratiosFor(display).find((ratio) => ratio >= neededRatio(box, paper)) ?? null)
