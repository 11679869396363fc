import Box from '@mui/material/Box'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import { toned } from '@/studio/ui/palette'

/** Calm inks that stand apart from one another and from what is traced. */
const TINTS: readonly (readonly [color: string | null, word: string])[] = [
  [null, 'its own colours'],
  ['#4f5a66', 'slate'],
  ['#8a5a2b', 'umber'],
  ['#6a4c86', 'plum'],
  ['#2f6b3f', 'moss'],
  ['#2b5f93', 'cornflower'],
]

/** One colour for all of a sheet, so that it stands apart. */
export function TintChoice({ value, onChange }: { value: string | null; onChange: (tint: string | null) => void }) {
  return (
    <Stack direction="row" role="radiogroup" aria-label="Tint" sx={{ gap: 0.75 }}>
      {TINTS.map(([color, word]) => (
        <Tooltip key={word} title={word}>
          <Box
            component="button"
            type="button"
            role="radio"
            aria-checked={value === color}
            aria-label={word}
            onClick={() => onChange(color)}
            sx={{
              width: 24,
              height: 24,
              p: 0,
              cursor: 'pointer',
              borderRadius: '50%',
              border: '2px solid',
              borderColor: 'background.paper',
              outline: value === color ? `2px solid ${toned('ink')}` : `1px solid ${toned('line')}`,
              background:
                color ?? `conic-gradient(${toned('red')} 0 33%, ${toned('wallEdge')} 0 66%, ${toned('ink')} 0)`,
            }}
          />
        </Tooltip>
      ))}
    </Stack>
  )
}
