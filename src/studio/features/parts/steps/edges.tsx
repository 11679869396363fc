import Stack from '@mui/material/Stack'
import type { Edges } from '@/core/model/part/steps'
import { PartLength, positive, WordField } from './fields'
import type { StepView } from './step-view'

const EDGE_WORDS = { upright: 'upright', top: 'top', bottom: 'bottom' } as const

/** Which edges they are, in words. */
function whichOf({ which, at = [] }: Edges): string {
  if (which === 'picked') return at.length === 1 ? 'one edge' : `${at.length} edges`
  if (which === 'face') return at.length === 1 ? 'edges of a face' : `edges of ${at.length} faces`
  return `${EDGE_WORDS[which]} edges`
}

export const edges: StepView<Edges> = {
  word: (step) => `${step.form === 'round' ? 'Round' : 'Bevel'}, ${whichOf(step)}`,
  Fields: ({ step, onTake }) => (
    <Stack direction="row" sx={{ gap: 1 }}>
      <PartLength
        label={step.form === 'round' ? 'Radius' : 'Size'}
        mm={step.sizeMm}
        onTake={(mm) => onTake({ ...step, sizeMm: positive(mm) })}
      />
      {step.which in EDGE_WORDS && (
        <WordField label="Edges" value={step.which} words={EDGE_WORDS} onTake={(which) => onTake({ ...step, which })} />
      )}
    </Stack>
  ),
}
