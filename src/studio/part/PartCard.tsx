import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import type { Part } from '@/core/model/part/schema'
import type { PartStep } from '@/core/model/part/steps'
import { isDrawn } from '@/core/model/shapes'
import { MATERIALS } from '@/core/part/materials'
import { useBench } from '../bench-store'
import { put, tell, useProject } from '../project/store'
import { CalloutList } from './CalloutList'
import { MakeList } from './MakeList'
import { PartFacts } from './PartFacts'
import { PriceList } from './PriceList'
import { useBuiltPart } from './part-solid'
import { addSteps } from './parts'
import { StepList } from './StepList'

/** Drills where circles are picked on a view: those of one size together. */
function drillPicked(part: Part): void {
  const { records } = useProject.getState()
  const circles = useBench.getState().selection.flatMap((id) => {
    const record = records.get(id)
    return record?.kind === 'circle' && record.planeId !== undefined ? [record] : []
  })
  const sizes = [...new Set(circles.map(({ radiusMm, planeId }) => `${radiusMm.toFixed(4)} ${planeId}`))]
  if (sizes.length === 0) return tell('Drill: pick circles on this view first, with Look.')
  addSteps(
    'Drill holes',
    part,
    ...sizes.map((size): PartStep => {
      const alike = circles.filter(({ radiusMm, planeId }) => `${radiusMm.toFixed(4)} ${planeId}` === size)
      return {
        id: crypto.randomUUID(),
        kind: 'hole',
        viewId: alike[0]!.planeId!,
        places: alike.map(({ center }) => center),
        diameterMm: 2 * alike[0]!.radiusMm,
        head: undefined,
        ...(alike[0]!.tracedFrom && { tracedFrom: alike[0]!.tracedFrom }),
      }
    }),
  )
}

/** A part while one of its views is looked at: its steps, what it measures, and what its sheets call for. */
export function PartCard({ part }: { part: Part }) {
  useBuiltPart(part)
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const closed = selection.filter((id) => {
    const record = records.get(id)
    return (
      record && isDrawn(record) && record.planeId !== undefined && (!('closed' in record) || record.closed === true)
    )
  })
  const withProfile = (label: string, make: (profile: string[]) => void) => () =>
    closed.length === 0 ? tell(`${label}: pick the closed lines on this view first, with Look.`) : make(closed)
  const id = () => crypto.randomUUID()
  return (
    <Stack component="section" aria-label={`Part ${part.name}`} sx={{ gap: 1.5 }}>
      <TextField
        select
        size="small"
        label="Material"
        value={part.material}
        onChange={({ target }) => put('Change material', { ...part, material: target.value })}
      >
        {MATERIALS.map(({ name }) => (
          <MenuItem key={name} value={name}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <StepList part={part} />
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }} role="group" aria-label="New step">
        <Button
          size="small"
          variant="outlined"
          onClick={withProfile('Thickness', (profile) =>
            addSteps('Give thickness', part, { id: id(), kind: 'raise', profile, heightMm: 6, fromMm: 0 }),
          )}
        >
          Thickness
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={withProfile('Raised', (profile) =>
            addSteps('Raise area', part, { id: id(), kind: 'raise', profile, heightMm: 5 }),
          )}
        >
          Raised
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={withProfile('Sunken', (profile) =>
            addSteps('Sink area', part, { id: id(), kind: 'sink', profile, depthMm: 3 }),
          )}
        >
          Sunken
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={withProfile('Cut through', (profile) =>
            addSteps('Cut through', part, { id: id(), kind: 'sink', profile }),
          )}
        >
          Cut through
        </Button>
        <Button size="small" variant="outlined" onClick={() => drillPicked(part)}>
          Drill
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={() =>
            addSteps('Round edges', part, { id: id(), kind: 'edges', form: 'round', which: 'upright', sizeMm: 3 })
          }
        >
          Round edges
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={() =>
            addSteps('Bevel edges', part, { id: id(), kind: 'edges', form: 'bevel', which: 'top', sizeMm: 1 })
          }
        >
          Bevel edges
        </Button>
      </Stack>
      <CalloutList part={part} />
      <PartFacts part={part} />
      <MakeList part={part} />
      <PriceList part={part} />
    </Stack>
  )
}
