import { scaledAbout } from '@/core/geometry/affine'
import { carriedBy, ratioOf } from '@/core/model/underlay/placement'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatRatio } from '@/core/units/format'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { isFullSize, isUnread, sheetOf } from '@/studio/tooling/sheet-of'
import { underlayBox } from '@/studio/tooling/underlay-box'

/**
 * Sheets that were laid down before their page was read take the ratio that it names once it is; their lower left corner
 * stays. Each is asked once: whoever undoes that means it.
 * @returns a function that stops it
 */
export function followReading(): () => void {
  const asked = new Set<string>()
  return useProject.subscribe(({ records, sources, past }, before) => {
    if (past || (records === before.records && sources === before.sources)) return
    for (const underlay of underlaysOf(records)) {
      if (underlay.sizedBy !== 'unread' || underlay.locked || asked.has(underlay.id)) continue
      const found = sheetOf(sources, underlay.sheetId)
      if (!found || isUnread(found.sheet)) continue
      asked.add(underlay.id)
      const { ratio, paperFactor } = found.sheet
      if (!ratio || isFullSize(found.source, found.sheet)) continue
      const factor = (ratio.ratio * paperFactor) / ratioOf(underlay.placement)
      const { minX, minY } = underlayBox(underlay, sources)
      const placement = carriedBy(underlay.placement, scaledAbout({ x: minX, y: minY }, factor))
      const after = { ...underlay, placement, sizedBy: undefined }
      refit({
        label: `Take ${formatRatio(ratio.ratio)} as the sheet says`,
        refitted: [{ before: underlay, after }],
      })
    }
  })
}
