import { type DimensionResidual, residualOf } from '@/core/fit/residual'
import { project } from '@/core/geometry/projective'
import { distance } from '@/core/geometry/vector'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength, type LengthDisplay } from '@/core/units/format'
import type { View } from '@/studio/kernel/view'
import { paintMeasure } from '@/studio/painters/measure'

/** More than these would hide the sheet with their figures: then only those that have room are lettered. */
const LETTERED_ANYHOW = 3
/** Room that a figure takes along its dimension, on the screen. */
const FIGURE_PX = 120

/** The known dimensions of the sheets that show, each with what it states and how far the sheet is off. */
export function paintDimensions(
  canvas: CanvasRenderingContext2D,
  view: View,
  underlays: readonly Underlay[],
  display: LengthDisplay,
  /** Of many, only these are shown. */
  only: (residual: DimensionResidual) => boolean,
): void {
  const shown = underlays.filter(({ visible }) => visible)
  const many = shown.reduce((sum, { dimensions }) => sum + dimensions.length, 0) > LETTERED_ANYHOW
  for (const { placement, dimensions } of shown) {
    const map = boardMap(placement)
    for (const dimension of dimensions) {
      const [from, to] = [project(map, dimension.fromPt), project(map, dimension.toPt)]
      const residual = residualOf(placement, dimension)
      if (many && !only(residual)) continue
      const off = formatLength(residual.differenceMm, display, false)
      const figure =
        formatLength(dimension.statedMm, display) + (dimension.role === 'check' ? `  (${signed(off)})` : '')
      const room = distance(from, to) * view.pxPerMm > FIGURE_PX
      paintMeasure(canvas, view, from, to, many && !room ? null : figure, !many)
    }
  }
}

const signed = (figure: string): string => (figure.startsWith('−') || !/[1-9]/.test(figure) ? figure : `+${figure}`)
