import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import type { Hole } from '@/core/model/part/steps'
import { asScrewHole, SCREW_HOLES, screwHoleOf } from '@/core/part/screws'
import { DepthField, PartLength, positive } from './fields'
import type { StepView } from './step-view'

export const hole: StepView<Hole> = {
  word: ({ thread, head, places, circles = [] }) => {
    const what = thread ? `Tapped ${thread}` : head ? `Hole, ${head.kind}` : 'Hole'
    const count = places.length + circles.length
    return count === 1 ? what : `${count} × ${what}`
  },
  Fields: ({ step, onTake }) => (
    <Stack sx={{ gap: 1.25 }}>
      <ScrewChoice step={step} onTake={onTake} />
      <Stack direction="row" sx={{ gap: 1 }}>
        <PartLength
          label="Diameter"
          mm={step.diameterMm}
          onTake={(mm) => onTake({ ...step, diameterMm: positive(mm) })}
        />
        <DepthField step={step} onTake={onTake} />
      </Stack>
    </Stack>
  ),
}

/** For which screw holes are, by the standards' tables. */
function ScrewChoice({ step, onTake }: { step: Hole; onTake: (step: Hole) => void }) {
  const found = screwHoleOf(step)
  return (
    <TextField
      select
      size="small"
      label="For a screw"
      value={found?.name ?? ''}
      helperText={found?.standard}
      onChange={({ target }) => {
        const chosen = SCREW_HOLES.find(({ name }) => name === target.value)
        if (chosen) onTake(asScrewHole(step, chosen))
      }}
    >
      {!found && <MenuItem value="">its own sizes</MenuItem>}
      {SCREW_HOLES.map(({ name }) => (
        <MenuItem key={name} value={name}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}
