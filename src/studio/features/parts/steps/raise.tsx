import type { Raise } from '@/core/model/part/steps'
import { PartLength, positive } from './fields'
import type { StepView } from './step-view'

const word = ({ fromMm }: Raise, thick: string, raised: string): string => (fromMm === 0 ? thick : raised)

export const raise: StepView<Raise> = {
  word: (step) => word(step, 'Thickness', 'Raised'),
  Fields: ({ step, onTake }) => (
    <PartLength
      label={word(step, 'Thickness', 'Height')}
      mm={step.heightMm}
      onTake={(mm) => onTake({ ...step, heightMm: positive(mm) })}
    />
  ),
}
