import { type Chain, chainOf } from '../../draft/chain'
import { circle } from '../../geometry/piece/piece'
import type { Part } from '../../model/part/schema'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { workPlaneOf } from '../../model/work-plane/schema'
import { areasOf } from '../../part/profile'
import type { DxfDrawing, DxfEntity } from './drawing'
import { chainEntities } from './from-model'

type Records = ReadonlyMap<string, ProjectRecord>

const LAYERS = ['OUTLINE', 'RAISED', 'SUNKEN', 'HOLES', 'HEADS'] as const
type LayerName = (typeof LAYERS)[number]

/** Lines of a step on the view from above, with the layer that they go on. */
function linesOf(step: PartStep, records: Records): readonly (readonly [LayerName, Chain])[] {
  switch (step.kind) {
    case 'raise':
    case 'sink': {
      const { areas, viewId } = areasOf(step.profile, records)
      if (workPlaneOf(viewId, records)?.side !== 'top') return []
      const through = step.kind === 'sink' && step.depthMm === undefined
      const layer =
        through || (step.kind === 'raise' && step.fromMm === 0) ? 'OUTLINE' : step.kind === 'sink' ? 'SUNKEN' : 'RAISED'
      return areas.flatMap(({ outline, holes }) => [outline, ...holes].map((chain) => [layer, chain] as const))
    }
    case 'hole': {
      if (workPlaneOf(step.viewId, records)?.side !== 'top') return []
      const round = (diameterMm: number) => step.places.map((at) => chainOf([circle(at, diameterMm / 2)], true))
      return [
        ...round(step.diameterMm).map((chain) => ['HOLES', chain] as const),
        ...(step.head ? round(step.head.diameterMm).map((chain) => ['HEADS', chain] as const) : []),
      ]
    }
    case 'edges':
      return []
  }
}

/**
 * A part from above at its true size, to be cut and drilled by: what its steps were drawn by. Millimetres, from its zero.
 * @throws ProfileError where a line of a step is gone
 */
export function partDrawing(part: Part, records: Records): DxfDrawing {
  const lines = part.steps.filter(({ off }) => !off).flatMap((step) => linesOf(step, records))
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
