'use client'

import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { framedOn } from '@/core/model/work-plane/follow'
import { type WorkPlane, workPlaneOf } from '@/core/model/work-plane/schema'
import { formatLength } from '@/core/units/format'
import { parseSpacings } from '@/core/units/spacings'
import type { DialogProps } from '@/studio/kernel/dialog'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { copyFrame, gridLinesAlong, type Target } from './copy-frame'

/** Copies the members of a plane to grid lines or at spacings. */
export function CopyFrameDialog({ asked, answer }: DialogProps<string, void>) {
  const plane = useProject(({ records }) => workPlaneOf(asked, records))
  const close = () => answer(null)
  return (
    <Dialog open={plane !== null} onClose={close} maxWidth="sm" fullWidth aria-labelledby="copy-frame-title">
      <DialogTitle id="copy-frame-title">Copy the frame on {plane?.name}</DialogTitle>
      {plane && <CopyForm key={plane.id} plane={plane} onClose={close} />}
    </Dialog>
  )
}

function CopyForm({ plane, onClose }: { plane: WorkPlane; onClose: () => void }) {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const lines = gridLinesAlong(plane, records)
  const count = framedOn(plane.id, records).length
  const [by, setBy] = useState<'grid' | 'spacings'>(lines.length > 0 ? 'grid' : 'spacings')
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [text, setText] = useState('')
  const [way, setWay] = useState<'behind' | 'before'>('behind')
  const [linked, setLinked] = useState(true)
  const [mirrored, setMirrored] = useState(false)
  const spaced = readSpacings(text, display.unit)
  const targets: Target[] =
    by === 'grid'
      ? lines
          .filter(({ line }) => chosen.has(line.id))
          .map(({ line, behindMm }) => ({ behindMm, name: `Grid line ${line.name}` }))
      : spaced.places.map((mm, i) => ({
          behindMm: way === 'behind' ? mm : -mm,
          name: `${plane.name} + ${i + 1}`.slice(0, 100),
        }))
  const toggle = (id: string) => {
    const next = new Set(chosen)
    if (!next.delete(id)) next.add(id)
    setChosen(next)
  }
  return (
    <>
      <DialogContent>
        {count === 0 && <Typography color="error">No member is traced on this plane yet.</Typography>}
        <RadioGroup value={by} onChange={(_, value) => setBy(value as typeof by)} aria-label="Where to">
          <FormControlLabel
            value="grid"
            control={<Radio size="small" />}
            disabled={lines.length === 0}
            label="To grid lines that run along it"
          />
          {by === 'grid' && (
            <Stack direction="row" sx={{ flexWrap: 'wrap', pl: 3.5 }}>
              {lines.map(({ line, behindMm }) => (
                <FormControlLabel
                  key={line.id}
                  control={<Checkbox size="small" checked={chosen.has(line.id)} onChange={() => toggle(line.id)} />}
                  label={`${line.name} (${formatLength(Math.abs(behindMm), display)} ${behindMm > 0 ? 'behind' : 'before'})`}
                  sx={{ mr: 3 }}
                />
              ))}
            </Stack>
          )}
          <FormControlLabel value="spacings" control={<Radio size="small" />} label="At spacings" />
        </RadioGroup>
        {by === 'spacings' && (
          <Stack direction="row" sx={{ gap: 2, pl: 3.5, pt: 1 }}>
            <TextField
              size="small"
              label="Spacings, such as 3 x 4200, 3600"
              value={text}
              error={text.trim() !== '' && spaced.problem !== null}
              helperText={
                text.trim() === ''
                  ? ' '
                  : (spaced.problem ?? spaced.places.map((mm) => formatLength(mm, display)).join(', '))
              }
              onChange={({ target }) => setText(target.value)}
              sx={{ flex: 1 }}
            />
            <RadioGroup row value={way} onChange={(_, value) => setWay(value as typeof way)} aria-label="Which way">
              <FormControlLabel value="behind" control={<Radio size="small" />} label="behind" />
              <FormControlLabel value="before" control={<Radio size="small" />} label="before" />
            </RadioGroup>
          </Stack>
        )}
        <Stack sx={{ pt: 1.5 }}>
          <FormControlLabel
            control={<Checkbox size="small" checked={linked} onChange={({ target }) => setLinked(target.checked)} />}
            label="Linked: the copies change with this frame"
          />
          <FormControlLabel
            control={
              <Checkbox size="small" checked={mirrored} onChange={({ target }) => setMirrored(target.checked)} />
            }
            label="Mirrored: left and right changed"
          />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          disabled={count === 0 || targets.length === 0}
          onClick={() => {
            copyFrame(plane, targets, { linked, mirrored })
            onClose()
          }}
        >
          {targets.length === 1 ? 'Copy to one plane' : `Copy to ${targets.length} planes`}
        </Button>
      </DialogActions>
    </>
  )
}

function readSpacings(
  text: string,
  unit: Parameters<typeof parseSpacings>[1],
): { places: number[]; problem: string | null } {
  if (text.trim() === '') return { places: [], problem: null }
  try {
    return { places: parseSpacings(text, unit), problem: null }
  } catch (error) {
    return { places: [], problem: (error as Error).message }
  }
}
