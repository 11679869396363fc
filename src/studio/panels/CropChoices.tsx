import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { setChoices, useBench } from '../bench-store'
import type { Choices } from '../tools/tool'

const SHAPES: Record<Choices['cropShape'], string> = { rectangle: 'Rectangle', corners: 'Corners' }

export function CropChoices() {
  const cropShape = useBench((bench) => bench.choices.cropShape)
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      aria-label="Shape of the crop"
      value={cropShape}
      onChange={(_, next: Choices['cropShape'] | null) => next && setChoices({ cropShape: next })}
    >
      {Object.entries(SHAPES).map(([shape, word]) => (
        <ToggleButton key={shape} value={shape} sx={{ py: 0.4, px: 0.9 }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}
