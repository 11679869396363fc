import { MM_PER } from '@/core/units/length'
import { defineOptions, lengthMm, number, rememberedMm, sameWords, value, words } from '@/studio/kernel/options'

const IN = MM_PER.in

export const columnOptions = defineOptions('column', {
  columnSection: words('rectangle', 'Section', sameWords('rectangle', 'round')),
  columnWidthMm: rememberedMm(300, 12 * IN),
  columnDepthMm: rememberedMm(300, 12 * IN),
})

export const slabOptions = defineOptions('slab', {
  slabThicknessMm: lengthMm(200, 'Thickness', { imperial: 8 * IN }),
})

export const roofOptions = defineOptions('roof', {
  roofPitchDeg: number(30, 'Pitch °', 0, 80),
  roofThicknessMm: lengthMm(250, 'Thickness', { imperial: 10 * IN }),
})

export const stairOptions = defineOptions('stair', {
  stairWidthMm: lengthMm(1000, 'Width', { imperial: 36 * IN }),
})

export const gridLineOptions = defineOptions('grid-line', {
  /** What the grid line drawn last is called. */
  lastGridName: value<string | null>(null),
})
