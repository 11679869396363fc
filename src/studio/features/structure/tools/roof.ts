import { storeyOf } from '@/core/building/building'
import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { roofOptions } from '../options'

/** One plane of a roof: the two ends of its eaves, then its other corners. */
export const roof: Tool = drawingTool(
  {
    name: 'roof',
    word: 'Roof plane',
    picture: { film: 'M3 18L12 6l9 12z', ink: 'M12 6l9 12H3', red: 'M3 18L12 6' },
    also: ['pitch', 'slope', 'rafters'],
    drawer: 'structure',
    key: null,
    options: () => roofOptions.controls('roofPitchDeg', 'roofThicknessMm'),
    label: 'Draw roof',
    say: (count) =>
      count < 2
        ? `Click ${count === 0 ? 'one end' : 'the other end'} of the eaves, from which the roof rises.`
        : count < 3
          ? 'Click its other corners, one after another.'
          : 'Go on, or press Enter to close it.',
    most: () => Number.POSITIVE_INFINITY,
    fields: pointFields,
    shape: (points, _, { options, levelId, records }) =>
      points.length < 3
        ? null
        : {
            id: crypto.randomUUID(),
            kind: 'roof',
            levelId,
            ring: points.map(({ at }) => at),
            pitchRad: (options(roofOptions).roofPitchDeg * Math.PI) / 180,
            thicknessMm: options(roofOptions).roofThicknessMm,
            eavesMm: storeyOf({ levelId }, records),
            ...sheetOfPoints(points, records),
          },
    refuse: () => 'A roof has at least three corners.',
  },
  { onPlan: true },
)
