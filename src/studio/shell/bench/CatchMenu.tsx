'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Popover from '@mui/material/Popover'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { CATCH_WORDS } from '@/core/snap/catches/registry'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { choose, setCatching, useBench, useOptions } from '@/studio/state/bench'
import { gridOptions } from '@/studio/tooling/options'
import { ChoiceField } from '@/studio/ui/ChoiceField'
import { useDisplay } from '@/studio/ui/display'

/** What the cursor catches, the grid and the steps of drawing. */
export function CatchMenu() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const catching = useBench((bench) => bench.catching)
  const { stepMm, gridMm, gridWhileMeasuring } = useOptions(gridOptions)
  const display = useDisplay()
  const off = new Set(catching.off)
  const some = off.size > 0 || !catching.sheets || !catching.drawn
  const spacing = (text: string): number => {
    if (text.trim() === '') return 0
    const mm = parseLength(text, display.unit)
    if (mm < 0) throw new Error('Type a length, or nothing for none.')
    return mm
  }
  const shown = (mm: number) => (mm > 0 ? formatLength(mm, display, false) : '')
  return (
    <>
      <Button
        size="small"
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
        sx={{ px: 0.75, py: 0, minWidth: 0, whiteSpace: 'nowrap', flexShrink: 0, color: 'text.secondary' }}
      >
        {some ? 'Catching some' : 'Catching all'}
      </Button>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        slotProps={{
          paper: {
            role: 'dialog',
            'aria-label': 'What is caught',
            sx: { border: 1, borderColor: 'divider', p: 2, width: 380 },
          },
        }}
      >
        <Typography variant="h3" sx={{ mb: 0.5 }}>
          The cursor catches
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', mb: 1 }}>
          {CATCH_WORDS.map((word) => (
            <Tick
              key={word}
              label={word}
              on={!off.has(word)}
              onChange={(on) =>
                setCatching({ off: on ? catching.off.filter((each) => each !== word) : [...catching.off, word] })
              }
            />
          ))}
        </Box>
        <Box
          sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', borderTop: 1, borderColor: 'divider', pt: 0.5, mb: 1 }}
        >
          <Tick label="on sheets" on={catching.sheets} onChange={(sheets) => setCatching({ sheets })} />
          <Tick label="on what is drawn" on={catching.drawn} onChange={(drawn) => setCatching({ drawn })} />
        </Box>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'end', borderTop: 1, borderColor: 'divider', pt: 1 }}>
          <ChoiceField
            label="Grid (empty: none)"
            name="grid"
            value={shown(gridMm)}
            onTake={(text) => choose(gridOptions, { gridMm: spacing(text) })}
          />
          <ChoiceField
            label="Lengths in steps of"
            name="step"
            value={shown(stepMm)}
            onTake={(text) => choose(gridOptions, { stepMm: spacing(text) })}
          />
        </Box>
        <Tick
          label="grid while measuring too"
          on={gridWhileMeasuring}
          onChange={(on) => choose(gridOptions, { gridWhileMeasuring: on })}
        />
        <Typography color="text.secondary" sx={{ fontSize: 12.5, mt: 1 }}>
          N goes on to the next thing that can be caught. While Ctrl is held nothing is.
        </Typography>
      </Popover>
    </>
  )
}

function Tick({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <FormControlLabel
      control={
        <Checkbox size="small" checked={on} onChange={({ target }) => onChange(target.checked)} sx={{ py: 0.35 }} />
      }
      label={label}
      slotProps={{ typography: { sx: { fontSize: 13.5 } } }}
    />
  )
}
