import type { Revolve } from '@/core/model/part/steps'
import { NumberField } from './fields'
import type { StepView } from './step-view'

export const revolve: StepView<Revolve> = {
  word: ({ away }) => (away ? 'Turned away' : 'Revolved'),
  Fields: ({ step, onTake }) => (
    <NumberField
      label="Angle °"
      value={step.angleDeg}
      onTake={(angleDeg) => {
        if (!(angleDeg > 0 && angleDeg <= 360)) throw new Error('Type an angle of more than 0 and at most 360 degrees.')
        onTake({ ...step, angleDeg })
      }}
    />
  ),
}
