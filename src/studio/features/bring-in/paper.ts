import type { PageContent } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import type { SheetView, SourceView } from '@/studio/state/api'
import { isFullSize } from '@/studio/tooling/sheet-of'

/** Sides of ISO 216 and ANSI sheets in millimetres, shorter first. */
const PAPERS: readonly (readonly [name: string, short: number, long: number])[] = [
  ['A0', 841, 1189],
  ['A1', 594, 841],
  ['A2', 420, 594],
  ['A3', 297, 420],
  ['A4', 210, 297],
  ['A5', 148, 210],
  ['Letter', 215.9, 279.4],
  ['Tabloid', 279.4, 431.8],
  ['ANSI C', 431.8, 558.8],
  ['ANSI D', 558.8, 863.6],
  ['ANSI E', 863.6, 1117.6],
  ['Arch D', 609.6, 914.4],
  ['Arch E', 914.4, 1219.2],
]
const SLACK_MM = 2.5

/** The longest side that PDF 1.x allows (ISO 32000-1, annex C); a page that reaches it was probably shrunk to fit. */
const LARGEST_PT = 14_400

/** A sheet's size in words; a drawing without paper by its extent. */
export function paperOf(source: SourceView, sheet: SheetView): string {
  const { widthPt, heightPt, paperFactor } = sheet
  if (!isFullSize(source, sheet)) return paperName(widthPt * paperFactor, heightPt * paperFactor)
  const metres = (pt: number) => `${Number(((pt * MM_PER_PT) / 1000).toPrecision(3))}`
  return `${metres(widthPt)} × ${metres(heightPt)} m, full size`
}

/** A size as the trade says it: `A1 landscape`, or its millimetres. */
export function paperName(widthPt: number, heightPt: number): string {
  const [width, height] = [widthPt * MM_PER_PT, heightPt * MM_PER_PT]
  const [short, long] = [Math.min(width, height), Math.max(width, height)]
  const known = PAPERS.find(([, s, l]) => Math.abs(s - short) < SLACK_MM && Math.abs(l - long) < SLACK_MM)
  if (known) return `${known[0]} ${width > height ? 'landscape' : 'portrait'}`
  return `${Math.round(width)} × ${Math.round(height)} mm`
}

/** A sentence about a page larger than any paper; null for the others. */
export function sizeWarning(file: string, widthPt: number, heightPt: number): string | null {
  if (Math.max(widthPt, heightPt) < LARGEST_PT) return null
  return `This page of ${file} is as large as a PDF can state and was probably shrunk to that: fit it to a known length before you trust it.`
}

export const CONTENT_WORDS: Record<PageContent, string> = {
  vector: 'lines',
  image: 'image only',
  mixed: 'lines and image',
  empty: 'nothing',
}
