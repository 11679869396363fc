import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import type { Part } from '@/core/model/part/schema'
import type { Edges, PartStep } from '@/core/model/part/steps'
import { isDrawn } from '@/core/model/shapes'
import { MATERIALS } from '@/core/part/materials'
import { useBench } from '../bench-store'
import { put, tell, useProject } from '../project/store'
import { RelationList } from '../sketch/RelationList'
import { StatedList } from '../sketch/StatedList'
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

/** What a button of new steps says and does. */
type Action = readonly [word: string, act: () => void]

/** A part while one of its views is looked at: its steps, what it measures, and what its sheets call for. */
export function PartCard({ part }: { part: Part }) {
  useBuiltPart(part)
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const planeId = useBench((bench) => bench.levelId)
  const closed = selection.filter((id) => {
    const record = records.get(id)
    return (
      record && isDrawn(record) && record.planeId !== undefined && (!('closed' in record) || record.closed === true)
    )
  })
  const id = () => crypto.randomUUID()
  /** A step over what is picked. */
  const over = (word: string, label: string, make: (profile: string[]) => PartStep): Action => [
    word,
    () =>
      closed.length === 0
        ? tell(`${word}: pick the closed lines on this view first, with Look.`)
        : addSteps(label, part, make(closed)),
  ]
  const shape = (word: string, step: Pick<Edges, 'form' | 'which' | 'sizeMm'>): Action => [
    word,
    () => addSteps(word, part, { id: id(), kind: 'edges', ...step }),
  ]
  const actions: readonly Action[] = [
    over('Thickness', 'Give thickness', (profile) => ({ id: id(), kind: 'raise', profile, heightMm: 6, fromMm: 0 })),
    over('Raised', 'Raise area', (profile) => ({ id: id(), kind: 'raise', profile, heightMm: 5 })),
    over('Sunken', 'Sink area', (profile) => ({ id: id(), kind: 'sink', profile, depthMm: 3 })),
    over('Cut through', 'Cut through', (profile) => ({ id: id(), kind: 'sink', profile })),
    ['Drill', () => drillPicked(part)],
    shape('Round edges', { form: 'round', which: 'upright', sizeMm: 3 }),
    shape('Bevel edges', { form: 'bevel', which: 'top', sizeMm: 1 }),
  ]
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
        {actions.map(([word, act]) => (
          <Button key={word} size="small" variant="outlined" onClick={act}>
            {word}
          </Button>
        ))}
      </Stack>
      {planeId !== null && <RelationList planeId={planeId} />}
      {planeId !== null && <StatedList part={part} planeId={planeId} />}
      <CalloutList part={part} />
      <PartFacts part={part} />
      <MakeList part={part} />
      <PriceList part={part} />
    </Stack>
  )
}
