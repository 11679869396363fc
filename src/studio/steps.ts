/** The way through a job. */
export const STEPS = ['bring-in', 'fit', 'trace', 'check', 'hand-over'] as const
export type Step = (typeof STEPS)[number]

export const STEP_WORDS: Record<Step, string> = {
  'bring-in': 'Bring in',
  fit: 'Fit',
  trace: 'Trace',
  check: 'Check',
  'hand-over': 'Hand over',
}
