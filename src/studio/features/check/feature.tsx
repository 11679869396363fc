import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { measureOptions } from './options'
import { traceCheckOverlay } from './overlays/trace-check'
import { measure } from './tools/measure'

const CheckCard = lazily(() => import('./CheckCard').then((module) => module.CheckCard))

/** What is stated against what is drawn and traced. */
export const check: Feature = {
  name: 'check',
  tools: [measure],
  options: [measureOptions],
  panels: [{ slot: 'card', order: 30, opensCard: true, when: ({ step }) => step === 'check', Content: CheckCard }],
  overlays: [traceCheckOverlay],
}
