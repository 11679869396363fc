import type { FeatureRef } from '@/core/model/relation/schema'
import { defineOptions, value } from '@/studio/kernel/options'

export const relateOptions = defineOptions('relate', {
  /** What is picked to be related. */
  related: value<readonly FeatureRef[]>([]),
})
