import type { Feature } from '@/studio/kernel/feature'
import { basePointOptions } from '@/studio/tooling/options'
import { FitCard } from './FitCard'
import { knownLengthOptions, tieOptions } from './options'
import { FIT_OVERLAYS } from './overlays/registry'
import { RefitDialog } from './RefitDialog'
import { basePoint } from './tools/base-point'
import { fit } from './tools/fit'
import { setHeight } from './tools/set-height'
import { straighten } from './tools/straighten'
import { tie } from './tools/tie'

export { LockNote } from './LockNote'
export { useLevelMarks } from './level-marks'
export { turnSheets } from './turn-sheets'

/** Sheets take their true size and place. */
export const fitting: Feature = {
  name: 'fit',
  tools: [fit, straighten, tie, basePoint, setHeight],
  options: [knownLengthOptions, tieOptions, basePointOptions],
  panels: [
    { slot: 'card', order: 10, when: ({ step }) => step === 'fit', Content: FitCard },
    { slot: 'window', order: 10, Content: RefitDialog },
  ],
  overlays: FIT_OVERLAYS,
}
