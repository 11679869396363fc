import Stack from '@mui/material/Stack'
import type { Slot } from '@/core/model/part/steps'
import { DepthField, PartLength, positive } from './fields'
import type { StepView } from './step-view'

export const slot: StepView<Slot> = {
  word: ({ profile }) => (profile.length === 1 ? 'Slot' : `${profile.length} × Slot`),
  Fields: ({ step, onTake }) => (
    <Stack direction="row" sx={{ gap: 1 }}>
      <PartLength label="Width" mm={step.widthMm} onTake={(mm) => onTake({ ...step, widthMm: positive(mm) })} />
      <DepthField step={step} onTake={onTake} />
    </Stack>
  ),
}
