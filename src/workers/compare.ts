import { expose, transfer } from 'comlink'
import { type CompareOptions, type Comparison, compareSheets } from '@/core/compare/compare'
import { type PenChange, penChanges, SAME_PLACE_PT } from '@/core/compare/pen-changes'
import { type Stroke, strokesOf } from '@/core/compare/strokes'
import type { Affine } from '@/core/geometry/affine'
import type { TextRun } from '@/core/sheet/linework'
import { fetchSheet } from './fetch-sheet'

/** A comparison in a form that is sent quickly: strokes as x1 y1 x2 y2. */
export interface SentComparison extends Omit<Comparison, 'gone' | 'fresh'> {
  readonly gone: Float32Array
  readonly fresh: Float32Array
}

/** A page in a form that is sent quickly. */
export interface SentPage {
  /** x1 y1 x2 y2. */
  readonly strokes: Float32Array
  readonly words: readonly Pick<TextRun, 'text' | 'x' | 'y' | 'heightPt' | 'turnRad'>[]
}

const packed = (strokes: readonly Stroke[]): Float32Array =>
  Float32Array.from(strokes.flatMap(({ start, end }) => [start.x, start.y, end.x, end.y]))

/** Compares pages beside the page of the browser. */
const comparer = {
  /** @param older, newer where the lines of the pages are had @returns null where they have nothing in common */
  async compare(older: string, newer: string, options: CompareOptions): Promise<SentComparison | null> {
    const [before, after] = await Promise.all([fetchSheet(older), fetchSheet(newer)])
    const found = compareSheets(before.linework, after.linework, options)
    if (!found) return null
    const sent = { ...found, gone: packed(found.gone), fresh: packed(found.fresh) }
    return transfer(sent, [sent.gone.buffer, sent.fresh.buffer])
  },
  /** Lines that are drawn with another pen. @param map from points of the newer page to those of the older */
  async pens(older: string, newer: string, map: Affine): Promise<PenChange[]> {
    const [before, after] = await Promise.all([fetchSheet(older), fetchSheet(newer)])
    return penChanges(before.linework, after.linework, map, SAME_PLACE_PT)
  },
  /** All that a page draws and says, in its points: to be shown beside another one. @param url where its lines are had */
  async page(url: string): Promise<SentPage> {
    const { linework } = await fetchSheet(url)
    const strokes = packed(strokesOf(linework))
    const words = linework.text.map(({ text, x, y, heightPt, turnRad }) => ({ text, x, y, heightPt, turnRad }))
    return transfer({ strokes, words }, [strokes.buffer])
  },
}

export type SheetComparer = typeof comparer

expose(comparer)
