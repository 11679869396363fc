import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import type { Part } from '@/core/model/part/schema'
import type { Edges, PartStep, Pattern } from '@/core/model/part/steps'
import type { Path } from '@/core/model/path/schema'
import { isDrawn } from '@/core/model/shapes'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { RelationList, StatedList } from '@/studio/features/sketch/feature'
import { useBench } from '@/studio/state/bench'
import { useLookedPart } from '@/studio/state/looked-part'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { CalloutList } from './CalloutList'
import { MakeList } from './MakeList'
import { MaterialFields } from './MaterialFields'
import { PartFacts } from './PartFacts'
import { PriceList } from './PriceList'
import { useBuiltPart } from './part-solid'
import { addSteps, sheetsElsewhere, sheetsFromOtherViews } from './parts'
import { StepList } from './StepList'

/** Drills where circles are picked on a view: those of one size together. */
function drillPicked(part: Part): void {
  const { records } = useProject.getState()
  const circles = useBench.getState().selection.flatMap((id) => {
    const record = records.get(id)
    return record?.kind === 'circle' && record.planeId !== undefined ? [record] : []
  })
  const sizes = [...new Set(circles.map(({ radiusMm, planeId }) => `${radiusMm.toFixed(4)} ${planeId}`))]
  if (sizes.length === 0) return tell('Drill: select circles on this view first.')
  addSteps(
    'Drill holes',
    part,
    ...sizes.map((size): PartStep => {
      const alike = circles.filter(({ radiusMm, planeId }) => `${radiusMm.toFixed(4)} ${planeId}` === size)
      return {
        id: crypto.randomUUID(),
        kind: 'hole',
        viewId: alike[0]!.planeId!,
        places: [],
        circles: alike.map(({ id }) => id),
        diameterMm: 2 * alike[0]!.radiusMm,
        head: undefined,
        ...(alike[0]!.tracedFrom && { tracedFrom: alike[0]!.tracedFrom }),
      }
    }),
  )
}

/** The lines with ends that are picked on a view of the part. */
const openLines = (): Path[] =>
  useBench.getState().selection.flatMap((id) => {
    const record = useProject.getState().records.get(id)
    return record?.kind === 'path' && !record.closed && record.planeId !== undefined ? [record] : []
  })

/** A slot along each line with ends that is picked. */
function slotPicked(part: Part): void {
  const lines = openLines()
  if (lines.length === 0) return tell('Slot: select the lines that its middle runs along first.')
  addSteps('Cut slot', part, {
    id: crypto.randomUUID(),
    kind: 'slot',
    profile: lines.map(({ id }) => id),
    widthMm: 6,
  })
}

/** Closed lines that are picked are turned about the straight one. */
function revolvePicked(part: Part, profile: string[]): void {
  const [axis] = openLines()
  if (!axis || profile.length === 0)
    return tell('Revolve: select the closed lines and the straight line that they turn about first.')
  addSteps('Revolve profile', part, {
    id: crypto.randomUUID(),
    kind: 'revolve',
    profile: profile.filter((id) => id !== axis.id),
    axis: axis.id,
    angleDeg: 360,
  })
}

const PATTERN_WORDS = { along: 'Again along', around: 'Again around', mirror: 'Mirror' } as const

/** Does the last step again that can be. */
function repeatLast(part: Part, way: Pattern['way'], viewId: string | null): void {
  const last = part.steps.findLast(({ kind }) => kind !== 'edges')
  if (!last || viewId === null) return tell('There is no step yet that could be done again.')
  const [line] = openLines()
  if (way === 'mirror' && !line) return tell('Mirror: select the straight line that is mirrored at first.')
  const picked = useBench.getState().selection.map((id) => useProject.getState().records.get(id))
  const center = picked.find((record) => record?.kind === 'circle')?.center ?? { x: 0, y: 0 }
  addSteps(PATTERN_WORDS[way], part, {
    id: crypto.randomUUID(),
    kind: 'pattern',
    of: [last.id],
    viewId,
    way,
    count: way === 'around' ? 4 : 2,
    stepMm: way === 'along' ? { x: 20, y: 0 } : undefined,
    center: way === 'around' ? center : undefined,
    ...(way === 'mirror' && line && { line: line.id }),
  })
}

/** What a button of new steps says and does. */
type Action = readonly [word: string, act: () => void]

/** A part while one of its views is looked at: its steps, what it measures, and what its sheets call for. */
export function PartCard() {
  const part = useLookedPart()
  return part && <PartFields part={part} />
}

function PartFields({ part }: { part: Part }) {
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
        ? tell(`${word}: select the closed lines on this view first.`)
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
    ['Slot', () => slotPicked(part)],
    ['Revolve', () => revolvePicked(part, closed)],
    ['Drill', () => drillPicked(part)],
    shape('Round edges', { form: 'round', which: 'upright', sizeMm: 3 }),
    shape('Bevel edges', { form: 'bevel', which: 'top', sizeMm: 1 }),
    ...(['along', 'around', 'mirror'] as const).map(
      (way): Action => [PATTERN_WORDS[way], () => repeatLast(part, way, planeId)],
    ),
  ]
  return (
    <Stack component="section" aria-label={`Part ${part.name}`} sx={{ gap: 1.5 }}>
      <MaterialFields part={part} />
      <StepList part={part} />
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }} role="group" aria-label="New step">
        {actions.map(([word, act]) => (
          <Button key={word} size="small" variant="outlined" onClick={act}>
            {word}
          </Button>
        ))}
      </Stack>
      {planeId !== null &&
        !underlaysOf(records).some(({ levelId }) => levelId === planeId) &&
        sheetsElsewhere(part, planeId, records).length > 0 && (
          <Button size="small" variant="outlined" onClick={() => sheetsFromOtherViews(part, planeId)}>
            Lay the sheet of another view here
          </Button>
        )}
      {planeId !== null && <RelationList planeId={planeId} />}
      {planeId !== null && <StatedList part={part} planeId={planeId} />}
      <CalloutList part={part} />
      <PartFacts part={part} />
      <MakeList part={part} />
      <PriceList part={part} />
    </Stack>
  )
}
