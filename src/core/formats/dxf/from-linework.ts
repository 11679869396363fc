import { apply } from '../../geometry/affine'
import { curveOf, isVisible, type Linework, segmentEnds } from '../../sheet/linework'
import { MM_PER_PT } from '../../units/length'
import type { DxfDrawing, DxfEntity } from './drawing'

/** Layer for what the sheet itself puts on none. */
const NO_LAYER = 'Sheet'

/**
 * The visible linework of a sheet as a drawing in millimetres of the building.
 * @param ratio millimetres on site in one millimetre of paper
 */
export function lineworkDrawing(linework: Linework, ratio: number): DxfDrawing {
  const factor = ratio * MM_PER_PT
  const map = [factor, 0, 0, factor, 0, 0] as const
  const nameOf = (layer: number) => linework.layers[layer]?.name ?? NO_LAYER
  return {
    unit: 'mm',
    layers: [NO_LAYER, ...new Set(linework.layers.map(({ name }) => name))].map((name) => ({ name, colorIndex: 7 })),
    entities: entities(),
  }

  function* entities(): Generator<DxfEntity> {
    for (let i = 0; i < linework.segmentFlags.length; i++) {
      if (!isVisible(linework.segmentFlags[i]!)) continue
      const [start, end] = segmentEnds(linework, i)
      const layer = nameOf(linework.styles[linework.segmentStyles[i]!]!.layer)
      yield { type: 'line', layer, start: apply(map, start), end: apply(map, end) }
    }
    for (let i = 0; i < linework.curveFlags.length; i++) {
      if (!isVisible(linework.curveFlags[i]!)) continue
      const { start, pullStart, pullEnd, end } = curveOf(linework, i)
      const curve = {
        start: apply(map, start),
        pullStart: apply(map, pullStart),
        pullEnd: apply(map, pullEnd),
        end: apply(map, end),
      }
      const layer = nameOf(linework.styles[linework.curveStyles[i]!]!.layer)
      yield { type: 'spline', layer, curves: [curve], closed: false }
    }
    for (const run of linework.text) {
      if (!isVisible(run.flags)) continue
      yield {
        type: 'text',
        layer: nameOf(run.layer),
        at: apply(map, run),
        text: run.text,
        height: run.heightPt * factor,
        turnDeg: (run.turnRad * 180) / Math.PI,
      }
    }
  }
}
