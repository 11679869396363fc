import { expose, transfer } from 'comlink'
import { type CompareOptions, type Comparison, compareSheets } from '@/core/compare/compare'
import type { Stroke } from '@/core/compare/strokes'
import { fetchSheet } from './fetch-sheet'

/** A comparison in a form that is sent quickly: strokes as x1 y1 x2 y2. */
export interface SentComparison extends Omit<Comparison, 'gone' | 'fresh'> {
  readonly gone: Float32Array
  readonly fresh: Float32Array
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
}

export type SheetComparer = typeof comparer

expose(comparer)
