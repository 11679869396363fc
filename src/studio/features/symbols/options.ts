import { defineOptions, either, value } from '@/studio/kernel/options'

export const symbolOptions = defineOptions('symbol', {
  /** The symbol that is placed. */
  symbolId: value<string | null>(null),
  symbolMirrored: either(false, 'Mirrored', 'Mirrored', 'As it is'),
})
