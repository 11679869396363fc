import { type Chain, chainOf } from '../../draft/chain'
import { circle } from '../../geometry/piece/piece'
import type { Part } from '../../model/part/schema'
import type { PartStep, Raise, Sink, Slot } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { workPlaneOf } from '../../model/work-plane/schema'
import { tracesOf } from '../../part/traces'
import { chainEntities } from './chains'
import type { DxfDrawing, DxfEntity } from './drawing'

type Records = ReadonlyMap<string, ProjectRecord>

const LAYERS = ['OUTLINE', 'RAISED', 'SUNKEN', 'HOLES', 'HEADS'] as const
type LayerName = (typeof LAYERS)[number]

/** Lines of a step on the view from above, with the layer that they go on. */
function linesOf(step: PartStep, part: Part, records: Records): readonly (readonly [LayerName, Chain])[] {
  const traces = tracesOf(step, part, records).filter(({ viewId }) => workPlaneOf(viewId, records)?.side === 'top')
  return traces.flatMap((trace): (readonly [LayerName, Chain])[] => {
    if (trace.kind === 'area') {
      const { outline, holes } = trace.area
      return [outline, ...holes].map((chain) => [layerOf(trace.step), chain] as const)
    }
    const { diameterMm, head } = trace.step
    const round = (across: number) => chainOf([circle(trace.at, across / 2)], true)
    return [['HOLES', round(diameterMm)], ...(head ? [['HEADS', round(head.diameterMm)] as const] : [])]
  })
}

function layerOf(step: Raise | Sink | Slot): LayerName {
  if (step.kind === 'raise') return step.fromMm === 0 ? 'OUTLINE' : 'RAISED'
  return step.depthMm === undefined ? 'OUTLINE' : 'SUNKEN'
}

/**
 * A part from above at its true size, to be cut and drilled by: what its steps were drawn by. Millimetres, from its zero.
 * @throws ProfileError where a line of a step is gone
 */
export function partDrawing(part: Part, records: Records): DxfDrawing {
  const lines = part.steps.filter(({ off }) => !off).flatMap((step) => linesOf(step, part, records))
  return {
    unit: 'mm',
    layers: LAYERS.filter((name) => lines.some(([layer]) => layer === name)).map((name, i) => ({
      name,
      colorIndex: 7 - i,
    })),
    entities: lines.flatMap(([layer, chain]): DxfEntity[] =>
      chainEntities(chain).map((entity) => ({ ...entity, layer })),
    ),
  }
}
