import type { ScaleProposal } from '@/core/fit/proposal/propose'
import { projectiveOf } from '@/core/geometry/projective'
import type { LineFinder } from '@/core/propose/wall-run'
import type { SheetOnBoard } from '@/core/propose/walls/board-lines'
import type { ProposedWall } from '@/core/propose/walls/proposed-wall'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { indexSheet } from '@/core/sheet/binary'
import { contentOf, countContent, type Linework } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import { proposeForPage } from '@/server/reading/propose-page'
import type { SheetPage } from '@/server/reading/sheet-file'
import { strokesOf } from '@/server/reading/strokes'
import { CliError } from './cli-error'

/** A page at its scale, with the strokes of a scan as its lines. */
export interface PlanOnPage {
  readonly linework: Linework
  readonly on: SheetOnBoard
  readonly lines: LineFinder
  readonly scan: boolean
  /** What the page proposes of its scale; null where a ratio was given or it states nothing. */
  readonly scale: ScaleProposal | null
}

/** The lines of a page, those of a scan traced from its pixels. */
export async function linesOf(page: SheetPage): Promise<{ readonly linework: Linework; readonly scan: boolean }> {
  const own = await page.linework()
  const scan = contentOf(countContent(own)) === 'image'
  return { linework: scan ? await strokesOf(page) : own, scan }
}

/** The scale of a page, with what it proposes itself where that was asked. */
export interface PageScale {
  readonly mmPerPt: number | null
  readonly proposal: ScaleProposal | null
}

/** @param ratio as it was typed; what the page proposes where it is left out. @throws CliError for what is no ratio */
export async function scaleOf(page: SheetPage, ratio: string | undefined): Promise<PageScale> {
  if (ratio !== undefined) return { mmPerPt: ratioOf(ratio) * MM_PER_PT, proposal: null }
  const proposal = await proposeForPage(page)
  return { mmPerPt: proposal?.mmPerPt ?? null, proposal }
}

/** @param ratio as it was typed; what the page proposes where it is left out. @throws CliError for a page without a scale */
export async function planOnPage(page: SheetPage, ratio: string | undefined): Promise<PlanOnPage> {
  const { mmPerPt, proposal } = await scaleOf(page, ratio)
  if (mmPerPt === null) throw new CliError('This page states nothing of its scale: say it with --ratio, 100 for 1:100.')
  const { linework, scan } = await linesOf(page)
  const map = projectiveOf([mmPerPt, 0, 0, mmPerPt, 0, 0])
  return {
    linework,
    on: { map, mmPerPt, parts: [], markup: false, shows: () => true },
    lines: sheetFinder(indexSheet(linework).index, map, mmPerPt),
    scan,
    scale: proposal,
  }
}

/** @throws CliError for what is no ratio */
function ratioOf(text: string): number {
  const ratio = Number(text)
  if (!(ratio > 0 && Number.isFinite(ratio)))
    throw new CliError(`“${text}” is no ratio: write 100 for a sheet at 1:100.`)
  return ratio
}

/** @throws CliError for what is no certainty */
export function certaintyOf(text: string): number {
  const certainty = Number(text)
  if (!(certainty >= 0 && certainty <= 1)) throw new CliError(`“${text}” is no certainty: write a number from 0 to 1.`)
  return certainty
}

export const rounded = (value: number): number => Math.round(value * 1000) / 1000

/** Walls as JSON, in millimetres from the lower left of the page. */
export const wallsReport = (walls: readonly ProposedWall[]) =>
  walls.map(({ start, end, thicknessMm, certainty, openings }) => ({
    start: [rounded(start.x), rounded(start.y)],
    end: [rounded(end.x), rounded(end.y)],
    thicknessMm: rounded(thicknessMm),
    certainty: rounded(certainty),
    openings: openings.map((opening) => ({
      ...opening,
      alongMm: rounded(opening.alongMm),
      widthMm: rounded(opening.widthMm),
    })),
  }))
