import type { Underlay } from '@/core/model/underlay/schema'
import type { IndexedSheet } from '@/core/sheet/binary'
import { type Shown, shownOf } from '@/core/sheet/looks'
import type { CatchLimits } from '@/core/snap/catch'

const kept = new WeakMap<IndexedSheet, Map<string, Shown>>()

/** What of a sheet shows under an underlay's choices; worked out once for each. */
function shownBy(sheet: IndexedSheet, { parts, markup }: Underlay): Shown {
  const key = JSON.stringify([parts, markup])
  const bySheet = kept.get(sheet) ?? new Map<string, Shown>()
  kept.set(sheet, bySheet)
  const shown = bySheet.get(key) ?? shownOf(sheet.linework, parts, markup)
  bySheet.set(key, shown)
  return shown
}

/** What of a sheet can be caught: what shows of it, within its crop. */
export function limitsOf(
  sheet: IndexedSheet,
  underlay: Underlay,
): Required<CatchLimits> & { admitsText(index: number): boolean } {
  const shown = shownBy(sheet, underlay)
  const { segmentStyles, curveStyles } = sheet.linework
  const styleOf = (item: number) =>
    item < segmentStyles.length ? segmentStyles[item]! : curveStyles[item - segmentStyles.length]!
  return {
    admits: (item, flags) => shown.admits(styleOf(item), flags),
    admitsText: (index) => shown.admitsText(sheet.linework.text[index]!),
    crop: underlay.crop,
  }
}
