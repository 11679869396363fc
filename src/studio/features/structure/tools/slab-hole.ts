import { isInside } from '@/core/geometry/polygon'
import type { Point } from '@/core/geometry/vector'
import { ofKind } from '@/core/model/of-kind'
import type { ProjectRecord } from '@/core/model/registry'
import type { Slab } from '@/core/model/slab/schema'
import type { Tool } from '@/studio/kernel/tool'
import { drawingTool } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'

/** The slab of a level in which a ring lies; null where there is none. */
export function slabAround(
  ring: readonly Point[],
  levelId: string,
  records: ReadonlyMap<string, ProjectRecord>,
): Slab | null {
  const holds = (slab: Slab) => slab.levelId === levelId && ring.every((p) => isInside(slab.ring, p))
  return ofKind('slab', records).find(holds) ?? null
}

/** A hole in a slab, over the corners that are clicked: a stair well, a shaft. */
export const slabHole: Tool = drawingTool(
  {
    name: 'slab-hole',
    word: 'Hole in a slab',
    picture: {
      film: 'M3 13l5-6h13l-5 6z',
      ink: 'M3 13v4h13l5-6V7M16 13v4M3 13l5-6h13l-5 6z',
      red: 'M9 11l2-2h5l-2 2z',
    },
    also: ['stair well', 'shaft', 'void', 'opening in a floor'],
    drawer: 'structure',
    key: null,
    label: 'Cut hole',
    say: (count) =>
      count < 3 ? 'Click the corners of the hole, within one slab.' : 'Go on, or press Enter to close it.',
    most: () => Number.POSITIVE_INFINITY,
    fields: pointFields,
    shape: (points, _, { levelId, records }) => {
      const ring = points.map(({ at }) => at)
      const slab = ring.length < 3 ? null : slabAround(ring, levelId, records)
      return slab && { ...slab, holes: [...(slab.holes ?? []), ring] }
    },
    refuse: (points) =>
      points.length < 3 ? 'A hole has at least three corners.' : 'The hole has to lie within one slab of this level.',
  },
  { onPlan: true },
)
