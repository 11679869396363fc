import type { ProjectAction } from '@/core/people/rights'

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

/** What somebody must be allowed to do for whom a step is there. */
export const STEP_NEEDS: Readonly<Record<Step, ProjectAction>> = {
  'bring-in': 'edit',
  fit: 'edit',
  trace: 'edit',
  check: 'look',
  'hand-over': 'hand-over',
}

/** The steps that are there for somebody. */
export const stepsFor = (may: ReadonlySet<ProjectAction>): readonly Step[] =>
  STEPS.filter((step) => may.has(STEP_NEEDS[step]))

/** What each step is for, in a sentence for somebody who is new here. */
export const STEP_SENTENCES: Record<Step, string> = {
  'bring-in': 'Drop your plans, scans or photos and select the pages you need by their pictures.',
  fit: 'Click two points whose distance you know and type it: the sheet takes its true size.',
  trace: 'Follow the sheet’s own lines; the cursor catches their ends, middles and crossings.',
  check: 'Measure anywhere, and see what is stated against what is drawn.',
  'hand-over': 'Save a DXF, true to size, for the next program.',
}
