import { ratioOf } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { SourceView } from '@/core/project/views'
import { formatRatio, type LengthDisplay } from '@/core/units/format'
import { isFullSize, isUnread, sheetOf } from './sheet-of'

/** Whether a sheet has its true size, and how that came about, in words. */
export interface FitState {
  readonly ratio: string
  readonly words: string
  readonly trusted: boolean
}

const SIZED_WORDS = { points: 'laid onto points', typed: 'as typed', recorded: 'as the file records' } as const

export function fitState(
  underlay: Underlay,
  sources: readonly SourceView[],
  display?: Pick<LengthDisplay, 'unit'>,
): FitState {
  const found = sheetOf(sources, underlay.sheetId)
  const size = ratioOf(underlay.placement) / (found?.sheet.paperFactor ?? 1)
  const ratio = formatRatio(size, display)
  const count = underlay.dimensions.filter(({ role }) => role === 'fit').length
  if (count > 0) return { ratio, words: count === 1 ? 'by a known length' : `by ${count} known lengths`, trusted: true }
  if (underlay.sizedBy && underlay.sizedBy !== 'unread')
    return { ratio, words: SIZED_WORDS[underlay.sizedBy], trusted: true }
  // A drawing is made at full size; its file states the unit.
  if (found && isFullSize(found.source, found.sheet) && formatRatio(size) === '1:1')
    return { ratio, words: 'full size, as drawn', trusted: true }
  if (found && isUnread(found.sheet)) return { ratio, words: 'assumed until it is read', trusted: false }
  const stated = found?.sheet.ratio && formatRatio(found.sheet.ratio.ratio)
  return {
    ratio,
    words: stated === formatRatio(size) ? 'as the sheet says, not fitted' : 'assumed, not fitted',
    trusted: false,
  }
}
