import type { Feature } from '@/studio/kernel/feature'
import { basePointOptions } from '@/studio/tooling/options'
import { lazily } from '@/studio/ui/lazily'
import { knownLengthOptions, tieOptions } from './options'
import { FIT_OVERLAYS } from './overlays/registry'
import { basePoint } from './tools/base-point'
import { fit } from './tools/fit'
import { setHeight } from './tools/set-height'
import { straighten } from './tools/straighten'
import { tie } from './tools/tie'

export { LockNote } from './LockNote'
export { useLevelMarks } from './level-marks'
export { turnSheets } from './turn-sheets'

const FitCard = lazily(() => import('./FitCard').then((module) => module.FitCard))
const RefitDialog = lazily(() => import('./RefitDialog').then((module) => module.RefitDialog))
const ScaleOffer = lazily(() => import('./ScaleOffer').then((module) => module.ScaleOffer))

/** Sheets take their true size and place. */
export const fitting: Feature = {
  name: 'fit',
  tools: [fit, straighten, tie, basePoint, setHeight],
  options: [knownLengthOptions, tieOptions, basePointOptions],
  panels: [
    { slot: 'card', order: 10, opensCard: true, when: ({ step }) => step === 'fit', Content: FitCard },
    {
      slot: 'over-board',
      order: 40,
      when: ({ step, views }) => step === 'fit' && views === 'plan',
      Content: ScaleOffer,
    },
    { slot: 'window', order: 10, Content: RefitDialog },
  ],
  overlays: FIT_OVERLAYS,
}
