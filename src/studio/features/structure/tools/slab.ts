import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { slabOptions } from '../options'

/** A floor plate over the corners that are clicked. */
export const slab: Tool = drawingTool(
  {
    name: 'slab',
    word: 'Slab',
    key: null,
    options: () => slabOptions.controls('slabThicknessMm'),
    label: 'Draw slab',
    say: (count) =>
      count < 3 ? 'Click the corners of the slab, one after another.' : 'Go on, or press Enter to close it.',
    most: () => Number.POSITIVE_INFINITY,
    fields: pointFields,
    shape: (points, _, { options, levelId, records }) =>
      points.length < 3
        ? null
        : {
            id: crypto.randomUUID(),
            kind: 'slab',
            levelId,
            ring: points.map(({ at }) => at),
            thicknessMm: options(slabOptions).slabThicknessMm,
            topMm: 0,
            ...sheetOfPoints(points, records),
          },
    refuse: () => 'A slab has at least three corners.',
  },
  { group: 'build', onPlan: true },
)
