import { ratioOf } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatRatio } from '@/core/units/format'
import type { SourceView } from '../api'
import { sheetOf } from './sheet-of'

/** Whether a sheet has its true size, and how that came about, in words. */
export interface FitState {
  readonly ratio: string
  readonly words: string
  readonly trusted: boolean
}

export function fitState(underlay: Underlay, sources: readonly SourceView[]): FitState {
  const found = sheetOf(sources, underlay.sheetId)
  const ratio = formatRatio(ratioOf(underlay.placement) / (found?.sheet.paperFactor ?? 1))
  const count = underlay.dimensions.filter(({ role }) => role === 'fit').length
  if (count > 0) return { ratio, words: count === 1 ? 'by a known length' : `by ${count} known lengths`, trusted: true }
  if (underlay.sizedBy)
    return { ratio, words: underlay.sizedBy === 'points' ? 'laid onto points' : 'as typed', trusted: true }
  // A drawing is made at full size; its file states the unit.
  if (found?.source.kind === 'dxf' && ratio === '1:1') return { ratio, words: 'full size, as drawn', trusted: true }
  const stated = found?.sheet.ratio && formatRatio(found.sheet.ratio.ratio)
  return { ratio, words: stated === ratio ? 'as the sheet says, not fitted' : 'assumed, not fitted', trusted: false }
}
