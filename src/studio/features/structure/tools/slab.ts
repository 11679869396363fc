import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { slabOptions } from '../options'

/** A floor plate over the corners that are clicked. */
export const slab: Tool = drawingTool(
  {
    name: 'slab',
    word: 'Slab',
    picture: { film: 'M3 13l5-6h13l-5 6z', ink: 'M3 13v4h13l5-6V7M16 13v4', red: 'M3 13l5-6h13l-5 6z' },
    also: ['floor', 'ceiling', 'deck'],
    drawer: 'structure',
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
  { onPlan: true },
)
