'use client'

import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Tooltip from '@mui/material/Tooltip'
import { useState } from 'react'
import { TRACED_LINES, type TracedLine } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { setChoices, toolContext, useBench } from '../bench-store'
import { tell } from '../project/store'

const WORDS: Record<TracedLine, string> = { left: 'left face', centre: 'centre', right: 'right face' }

/** How thick the next walls are, and which of their lines is traced. */
export function WallChoices() {
  const { wallThicknessMm, tracedLine } = useBench((bench) => bench.choices)
  const [typed, setTyped] = useState<string | null>(null)
  const { display } = toolContext()
  const take = () => {
    if (typed === null) return
    setTyped(null)
    try {
      const mm = parseLength(typed, display.unit)
      if (!(mm > 0 && mm <= 10_000)) throw new Error('A wall is between nothing and 10 m thick.')
      setChoices({ wallThicknessMm: mm })
    } catch (error) {
      tell((error as Error).message)
    }
  }
  return (
    <Box sx={{ display: 'flex', alignItems: 'end', gap: 1, flexShrink: 0 }}>
      <Box
        component="label"
        sx={{ display: 'flex', flexDirection: 'column', fontSize: 11.5, color: 'text.secondary', lineHeight: 1.2 }}
      >
        Thickness
        <Box
          component="input"
          name="wall-thickness"
          value={typed ?? formatLength(wallThicknessMm, display, false)}
          onChange={({ target }: { target: HTMLInputElement }) => setTyped(target.value)}
          onBlur={take}
          onKeyDown={(event: React.KeyboardEvent<HTMLInputElement>) => {
            if (event.key === 'Enter') take()
            if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur()
            event.stopPropagation()
          }}
          sx={{
            width: 78,
            font: '500 14px "IBM Plex Mono", monospace',
            bgcolor: 'background.default',
            border: 1,
            borderColor: 'divider',
            borderRadius: '3px',
            px: 1,
            py: 0.6,
          }}
        />
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label="Traced line, looking the way you draw"
        value={tracedLine}
        onChange={(_, next: TracedLine | null) => next && setChoices({ tracedLine: next })}
      >
        {TRACED_LINES.map((line) => (
          <ToggleButton key={line} value={line} sx={{ textTransform: 'none', py: 0.4, px: 0.9, whiteSpace: 'nowrap' }}>
            <Tooltip title={`You trace the ${WORDS[line]} of the wall, looking the way you draw`}>
              <span>{WORDS[line]}</span>
            </Tooltip>
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}
