import { defineOptions, either, sameWords, words } from '@/studio/kernel/options'

export const cornerOptions = defineOptions('corner', {
  cornerWay: words('round', 'Kind of corner', sameWords('round', 'bevel', 'sharp')),
})

export const arrayOptions = defineOptions('array', {
  arrayWay: words('along', 'How the copies stand', sameWords('along', 'around')),
})

export const mirrorOptions = defineOptions('mirror', {
  /** Whether mirroring leaves the original where it is. */
  mirrorKeeps: either(true, 'The original', 'Keep the original', 'Only the image'),
})

export const layOntoOptions = defineOptions('lay-onto', {
  /** Whether two pairs of points scale what is laid onto them. */
  pairsScale: either(true, 'What the second pair may change', 'Turn and scale', 'Turn, keep the size'),
})
