import UpIcon from '@mui/icons-material/ArrowUpward'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { ComponentProps } from 'react'
import type { Part } from '@/core/model/part/schema'
import type { Hole, PartStep } from '@/core/model/part/steps'
import { asScrewHole, SCREW_HOLES, screwHoleOf } from '@/core/part/screws'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { select, toolContext } from '../bench-store'
import { LengthField } from '../building/fields/LengthField'
import { CommittedField } from '../panels/CommittedField'
import { usePartSolid } from './part-solid'
import { changeStep, moveStep, removeStep } from './parts'

/** The steps that make a part, in order: each can be changed, switched off, moved and removed. */
export function StepList({ part }: { part: Part }) {
  const { partId, built } = usePartSolid()
  const problems = new Map(partId === part.id ? built?.outcomes.map(({ id, problem }) => [id, problem]) : [])
  return (
    <Box component="ol" aria-label="Steps" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {part.steps.map((step, i) => (
        <Box
          key={step.id}
          component="li"
          sx={{ borderTop: 1, borderColor: 'divider', py: 0.75, opacity: step.off ? 0.55 : 1 }}
        >
          <Stack direction="row" sx={{ alignItems: 'center' }}>
            <Checkbox
              size="small"
              checked={!step.off}
              onChange={({ target }) => changeStep('Switch step', part, { ...step, off: !target.checked })}
              slotProps={{ input: { 'aria-label': `Step ${i + 1} counts` } }}
              sx={{ p: 0.5 }}
            />
            <Typography
              component="button"
              onClick={() => 'profile' in step && select(step.profile)}
              sx={{ flex: 1, minWidth: 0, border: 0, bgcolor: 'transparent', textAlign: 'left', font: 'inherit', p: 0 }}
            >
              {i + 1}. {wordOf(step)}
            </Typography>
            <IconButton
              size="small"
              aria-label={`Move step ${i + 1} up`}
              disabled={i === 0}
              onClick={() => moveStep(part, step.id, -1)}
            >
              <UpIcon sx={{ fontSize: 14 }} />
            </IconButton>
            <IconButton size="small" aria-label={`Remove step ${i + 1}`} onClick={() => removeStep(part, step.id)}>
              <CloseIcon sx={{ fontSize: 14 }} />
            </IconButton>
          </Stack>
          {problems.get(step.id) && <Typography color="error">{problems.get(step.id)}</Typography>}
          <Box sx={{ pt: 1.25 }}>
            <StepFields part={part} step={step} />
          </Box>
        </Box>
      ))}
    </Box>
  )
}

const EDGE_WORDS = { upright: 'upright', top: 'top', bottom: 'bottom' } as const

function wordOf(step: PartStep): string {
  switch (step.kind) {
    case 'raise':
      return step.fromMm === 0 ? 'Thickness' : 'Raised'
    case 'sink':
      return step.depthMm === undefined ? 'Cut through' : 'Sunken'
    case 'hole': {
      const what = step.thread ? `Tapped ${step.thread}` : step.head ? `Hole, ${step.head.kind}` : 'Hole'
      return step.places.length === 1 ? what : `${step.places.length} × ${what}`
    }
    case 'edges':
      return `${step.form === 'round' ? 'Round' : 'Bevel'}, ${EDGE_WORDS[step.which]} edges`
  }
}

/** A length that has to be more than nothing. @throws Error with a sentence */
function positive(mm: number | undefined): number {
  if (!(mm !== undefined && mm > 0)) throw new Error('Type a length of more than nothing.')
  return mm
}

/** Parts are made to hundredths. */
const PartLength = (field: ComponentProps<typeof LengthField>) => <LengthField {...field} precision={3} />

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

/** What stands for the depth of a hole that has none. */
const THROUGH = 'through'

function StepFields({ part, step }: { part: Part; step: PartStep }) {
  const { display } = toolContext()
  const change = (changed: PartStep) => changeStep('Change step', part, changed)
  switch (step.kind) {
    case 'raise':
      return (
        <PartLength
          label={step.fromMm === 0 ? 'Thickness' : 'Height'}
          mm={step.heightMm}
          onTake={(mm) => change({ ...step, heightMm: positive(mm) })}
        />
      )
    case 'sink':
      return step.depthMm === undefined ? null : (
        <PartLength label="Depth" mm={step.depthMm} onTake={(mm) => change({ ...step, depthMm: positive(mm) })} />
      )
    case 'hole':
      return (
        <Stack sx={{ gap: 1.25 }}>
          <ScrewChoice step={step} onTake={change} />
          <Stack direction="row" sx={{ gap: 1 }}>
            <PartLength
              label="Diameter"
              mm={step.diameterMm}
              onTake={(mm) => change({ ...step, diameterMm: positive(mm) })}
            />
            <CommittedField
              label="Depth"
              value={
                step.depthMm === undefined ? THROUGH : formatLength(step.depthMm, { ...display, precision: 3 }, false)
              }
              onCommit={(text) => {
                const { depthMm: _, ...through } = step
                const isThrough = text === '' || text === THROUGH
                change(isThrough ? through : { ...step, depthMm: positive(parseLength(text, display.unit)) })
              }}
            />
          </Stack>
        </Stack>
      )
    case 'edges':
      return (
        <Stack direction="row" sx={{ gap: 1 }}>
          <PartLength
            label={step.form === 'round' ? 'Radius' : 'Size'}
            mm={step.sizeMm}
            onTake={(mm) => change({ ...step, sizeMm: positive(mm) })}
          />
          <TextField
            select
            size="small"
            label="Edges"
            value={step.which}
            onChange={({ target }) => change({ ...step, which: target.value as typeof step.which })}
            sx={{ minWidth: 110 }}
          >
            {Object.entries(EDGE_WORDS).map(([which, word]) => (
              <MenuItem key={which} value={which}>
                {word}
              </MenuItem>
            ))}
          </TextField>
        </Stack>
      )
  }
}
