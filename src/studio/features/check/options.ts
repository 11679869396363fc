import { defineOptions, sameWords, words } from '@/studio/kernel/options'

export const measureOptions = defineOptions('measure', {
  measureWay: words('distance', 'What is measured', sameWords('distance', 'path', 'angle', 'radius', 'area'), true),
})
