import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Tooltip from '@mui/material/Tooltip'
import type { TracedLine } from '@/core/model/wall/schema'
import type { WallLayer } from '@/core/model/wall-type/schema'
import { shellOf, thicknessOf } from '@/core/model/wall-type/typed'
import { SectionBar } from '@/studio/ui/SectionBar'

const LINE_WORDS: Readonly<Record<TracedLine, string>> = {
  left: 'left face',
  'left core': 'left side of the core',
  centre: 'centre',
  'right core': 'right side of the core',
  right: 'right face',
}

const WIDTH_PX = 96
const LINE_PX = 11

/** A wall in section, left to right the way it is drawn: a click on one of its lines makes that the one that is traced. */
export function WallSection({
  layers,
  flipped,
  value,
  onChange,
}: {
  readonly layers: readonly WallLayer[]
  readonly flipped: boolean
  readonly value: TracedLine
  readonly onChange: (line: TracedLine) => void
}) {
  const run = flipped ? [...layers].reverse() : layers
  const total = thicknessOf({ layers: [...layers] })
  const { outsideMm, insideMm } = shellOf({ layers: [...layers] })
  const [left, right] = flipped ? [insideMm, outsideMm] : [outsideMm, insideMm]
  const lines: [TracedLine, number][] = [
    ['left', 0],
    ...(left > 0 ? [['left core', left / total] as [TracedLine, number]] : []),
    ['centre', 0.5],
    ...(right > 0 ? [['right core', 1 - right / total] as [TracedLine, number]] : []),
    ['right', 1],
  ]
  return (
    <Box sx={{ position: 'relative', width: WIDTH_PX + LINE_PX, height: 34, flexShrink: 0 }}>
      <Box sx={{ position: 'absolute', inset: `3px ${LINE_PX / 2}px`, display: 'flex' }}>
        <SectionBar layers={run} />
      </Box>
      <ToggleButtonGroup
        exclusive
        aria-label="Traced line, looking the way you draw"
        value={value}
        onChange={(_, next: TracedLine | null) => next && onChange(next)}
        sx={{ position: 'absolute', inset: 0 }}
      >
        {lines.map(([line, at]) => (
          <Tooltip key={line} title={`Trace its ${LINE_WORDS[line]}`}>
            <ToggleButton
              value={line}
              aria-label={LINE_WORDS[line]}
              sx={{
                position: 'absolute',
                left: at * WIDTH_PX,
                top: 0,
                bottom: 0,
                width: LINE_PX,
                minWidth: 0,
                p: 0,
                border: 0,
                bgcolor: 'transparent',
                '&::after': {
                  content: '""',
                  position: 'absolute',
                  top: 0,
                  bottom: 0,
                  width: 2,
                  bgcolor: 'transparent',
                },
                '&:hover::after': { bgcolor: 'text.secondary' },
                '&.Mui-selected': { bgcolor: 'transparent' },
                '&.Mui-selected::after': { width: 4, bgcolor: 'error.main' },
              }}
            />
          </Tooltip>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}

/** The words for what is traced of a wall. */
export const tracedWords = (line: TracedLine): string => LINE_WORDS[line]
