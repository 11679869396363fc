'use client'

import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { ofKind } from '@/core/model/of-kind'
import { type Reading, readReading } from '@/core/model/reading/schema'
import { formatLength } from '@/core/units/format'
import { LengthError } from '@/core/units/length'
import { workbench } from '@/studio/board/workbench'
import { choose, useBench, useOptions } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { knownLengthOptions } from './options'
import { fit } from './tools/fit'

/** Lengths measured on site that have no place yet: typed, pasted, or sent by a meter; each is then given its two points. */
export function ReadingList() {
  const records = useProject((project) => project.records)
  const picked = useOptions(knownLengthOptions).reading
  const readings = ofKind('reading', records)
  const display = useDisplay()
  useArrivals(readings)
  return (
    <Box component="section" aria-label="Measured on site" sx={{ mt: 2 }}>
      <Typography variant="h3">Measured on site</Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {readings.map(({ id, statedMm, note }) => (
          <Box component="li" key={id} sx={{ display: 'flex', alignItems: 'center' }}>
            <Button
              size="small"
              aria-pressed={picked === id}
              variant={picked === id ? 'contained' : 'text'}
              onClick={() => {
                workbench.take(fit)
                choose(knownLengthOptions, { reading: picked === id ? null : id })
              }}
              sx={{ flexGrow: 1, justifyContent: 'start', px: 0.75, minWidth: 0 }}
            >
              <Typography variant="figure" component="span" noWrap>
                {formatLength(statedMm, display)}
              </Typography>
              <Typography component="span" noWrap color="inherit" sx={{ ml: 1, fontSize: 12.5 }}>
                {note}
              </Typography>
            </Button>
            <IconButton
              size="small"
              aria-label={`Remove the reading ${formatLength(statedMm, display)}`}
              onClick={() => remove('Remove reading', id)}
            >
              <DeleteOutline sx={{ fontSize: 16 }} />
            </IconButton>
          </Box>
        ))}
      </Box>
      <AddReadings />
    </Box>
  )
}

function AddReadings() {
  const [text, setText] = useState('')
  const display = useDisplay()
  const add = () => {
    try {
      const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
      const readings = lines.map((line): Reading => {
        const read = readReading(line, display.unit)
        if (!(read.statedMm > 0)) throw new LengthError(`“${line}” is not a length: it must be more than nothing.`)
        return { id: crypto.randomUUID(), kind: 'reading', ...read }
      })
      if (readings.length > 0) put(readings.length === 1 ? 'Add reading' : 'Add readings', ...readings)
      setText('')
    } catch (error) {
      if (!(error instanceof LengthError)) throw error
      tell(error.message)
    }
  }
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 0.5, alignItems: 'start' }}>
      <TextField
        size="small"
        fullWidth
        multiline
        maxRows={6}
        label="Lengths, one on each line"
        placeholder="hall 5.21 m"
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      <Button size="small" variant="outlined" disabled={text.trim() === ''} onClick={add}>
        Add
      </Button>
    </Box>
  )
}

/** A reading that arrives while a length is awaited goes into that field. */
function useArrivals(readings: readonly Reading[]): void {
  const known = useRef<Set<string> | null>(null)
  useEffect(() => {
    const before = known.current
    known.current = new Set(readings.map(({ id }) => id))
    const fresh = before && readings.findLast(({ id }) => !before.has(id))
    const { tool, session } = useBench.getState()
    if (fresh && tool === fit && session.points.length === 2) choose(knownLengthOptions, { reading: fresh.id })
  }, [readings])
}
