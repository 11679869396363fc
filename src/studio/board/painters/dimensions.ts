import { residualOf } from '@/core/fit/single-dimension'
import { apply } from '@/core/geometry/affine'
import { placementMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength, type LengthDisplay } from '@/core/units/format'
import type { View } from '../view'
import { paintMeasure } from './measure'

/** The known dimensions of the sheets that show, each with what it states and how far the sheet is off. */
export function paintDimensions(
  canvas: CanvasRenderingContext2D,
  view: View,
  underlays: readonly Underlay[],
  display: LengthDisplay,
): void {
  for (const { placement, dimensions, visible } of underlays) {
    if (!visible) continue
    const map = placementMap(placement)
    for (const dimension of dimensions) {
      const { differenceMm } = residualOf(placement, dimension)
      const off = formatLength(differenceMm, display, false)
      const figure =
        formatLength(dimension.statedMm, display) + (dimension.role === 'check' ? `  (${signed(off)})` : '')
      paintMeasure(canvas, view, apply(map, dimension.fromPt), apply(map, dimension.toPt), figure)
    }
  }
}

const signed = (figure: string): string => (figure.startsWith('−') || !/[1-9]/.test(figure) ? figure : `+${figure}`)
