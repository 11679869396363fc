import type { DimensionWay } from '@/core/model/dimension/schema'
import type { HatchPattern } from '@/core/model/hatch/schema'
import { MM_PER } from '@/core/units/length'
import { count, defineOptions, lengthMm, number, sameWords, words } from '@/studio/kernel/options'

const IN = MM_PER.in

export const lineOptions = defineOptions('line', {
  linePiece: words('straight', 'The next piece', sameWords('straight', 'arc')),
})

export const arcOptions = defineOptions('arc', {
  arcWay: words('three points', 'How the arc is given', sameWords('three points', 'from centre', 'by radius')),
})

export const polygonOptions = defineOptions('polygon', {
  sides: count(6, 'Sides', 3, 360),
})

/** Heights of letters, of writing and of the figures of dimensions: parts are lettered smaller than plans. */
export const letterOptions = defineOptions('letter', {
  letterMm: lengthMm(250, 'Height', { imperial: 10 * IN }),
  partLetterMm: lengthMm(3.5, 'Height', { fine: true }),
})

export const dimensionOptions = defineOptions('dimension', {
  dimensionWay: words<DimensionWay>(
    'aligned',
    'What the dimension states',
    sameWords('aligned', 'level', 'upright', 'angle', 'radius'),
  ),
})

export const hatchOptions = defineOptions('hatch', {
  hatchPattern: words<HatchPattern>('lines', 'Pattern', sameWords('lines', 'cross', 'solid')),
  hatchSpacingMm: lengthMm(100, 'Spacing', { imperial: 4 * IN }),
  hatchDeg: number(45, 'Angle °', -360, 360),
})
