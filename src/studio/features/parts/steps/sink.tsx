import type { Sink } from '@/core/model/part/steps'
import { PartLength, positive } from './fields'
import type { StepView } from './step-view'

export const sink: StepView<Sink> = {
  word: ({ depthMm }) => (depthMm === undefined ? 'Cut through' : 'Sunken'),
  Fields: ({ step, onTake }) =>
    step.depthMm === undefined ? null : (
      <PartLength label="Depth" mm={step.depthMm} onTake={(mm) => onTake({ ...step, depthMm: positive(mm) })} />
    ),
}
