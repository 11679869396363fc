import type { Feature } from '@/studio/kernel/feature'
import { CheckCard } from './CheckCard'
import { measureOptions } from './options'
import { traceCheckOverlay } from './overlays/trace-check'
import { measure } from './tools/measure'

/** What is stated against what is drawn and traced. */
export const check: Feature = {
  name: 'check',
  tools: [measure],
  options: [measureOptions],
  panels: [{ slot: 'card', order: 30, when: ({ step }) => step === 'check', Content: CheckCard }],
  overlays: [traceCheckOverlay],
}
