import type { PartChoice, SheetPart } from '@/core/sheet/looks'
import type { SheetView } from '@/studio/state/api'
import { drawOnce } from './sheet-pictures'

/** Longer side of a picture of a part of a sheet, in pixels. */
const PART_PX = 480

/** A picture of what one part of a sheet holds. @returns null where there is nothing to draw it from */
export async function partPicture(
  sheet: SheetView,
  parts: readonly SheetPart[],
  key: string,
): Promise<ImageBitmap | null> {
  if (!sheet.lineworkHash) return null
  const only: PartChoice[] = parts.map((part) => ({ key: part.key, visible: part.key === key }))
  const { widthPt, heightPt, lineworkHash } = sheet
  return drawOnce({
    purpose: 'part',
    look: { kind: 'lines', lineworkHash, parts: only, markup: true },
    tint: null,
    region: { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt },
    pxPerPt: PART_PX / Math.max(widthPt, heightPt),
  })
}
