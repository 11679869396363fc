import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { project } from '@/core/geometry/projective'
import type { Part } from '@/core/model/part/schema'
import type { Hole, PartStep } from '@/core/model/part/steps'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { HoleCallout } from '@/core/part/callouts/callout'
import { type FoundCallout, findCallouts, isSize, unitOfCallouts } from '@/core/part/callouts/find'
import { tapDrillMm } from '@/core/part/threads'
import { statedRadii } from '@/core/sketch/radii'
import { toolContext } from '@/studio/board/workbench'
import { letterOptions } from '@/studio/features/lines/options'
import { useBench } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { layerOptions } from '@/studio/tooling/options'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { addSteps, changeStep } from './parts'

/** What the sheets on the view that is looked at call for; nothing is made of it unasked. */
export function CalloutList({ part }: { part: Part }) {
  const records = useProject((project_) => project_.records)
  const viewId = useBench((bench) => bench.levelId)
  const here = underlaysOf(records).filter(({ levelId, visible }) => levelId === viewId && visible)
  return here.map((underlay) => <SheetCallouts key={underlay.id} part={part} underlay={underlay} />)
}

/** The hole that a note calls for, as a step. @param viewId the view on which its circles lie */
function holeStep({ callout, circles, text }: FoundCallout & { callout: HoleCallout }, underlay: Underlay): Hole {
  const map = boardMap(underlay.placement)
  const { thread, depthMm, threadDepthMm, head, through, diameterMm } = callout
  const drillMm = thread ? tapDrillMm(thread) : diameterMm
  // A blind thread needs its drill to go on for some turns: five pitches (DIN 76-1).
  const deepMm = depthMm ?? (thread && threadDepthMm !== null ? threadDepthMm + 5 * thread.pitchMm : null)
  return {
    id: crypto.randomUUID(),
    kind: 'hole',
    viewId: underlay.levelId,
    places: circles.map(({ center }) => project(map, center)),
    diameterMm: drillMm,
    ...(!through && deepMm !== null && { depthMm: deepMm }),
    ...(thread && { thread: thread.name }),
    ...(threadDepthMm !== null && { threadDepthMm }),
    head: headOf(head, drillMm),
    note: text.slice(0, 300),
    tracedFrom: underlay.id,
  }
}

function headOf(head: HoleCallout['head'], drillMm: number): Hole['head'] {
  if (!head) return undefined
  if (head.kind === 'counterbore')
    return { kind: 'counterbore', diameterMm: head.diameterMm, ...(head.depthMm !== null && { depthMm: head.depthMm }) }
  return { kind: 'countersink', diameterMm: head.diameterMm ?? 2 * drillMm, angleDeg: head.angleDeg }
}

/** States the radius of a note on the arcs that were traced; where none was, it rounds the upright edges. */
function takeRadius(part: Part, radiusMm: number, viewId: string): void {
  const { records } = useProject.getState()
  const { options } = toolContext()
  const made = statedRadii(viewId, radiusMm, (mm) => isSize(mm, radiusMm), records, {
    heightMm: options(letterOptions).partLetterMm,
    layerId: options(layerOptions).layerId,
    newId: () => crypto.randomUUID(),
  })
  if (made.length > 0) return put('State radius from note', ...made)
  addSteps('Round edges from note', part, {
    id: crypto.randomUUID(),
    kind: 'edges',
    form: 'round',
    which: 'upright',
    sizeMm: radiusMm,
  })
}

/** Gives the part the thickness that a note states. */
function takeThickness(part: Part, mm: number): void {
  const step = part.steps.find((each) => each.kind === 'raise' && each.fromMm === 0)
  if (step?.kind !== 'raise') return tell('Select the outline and press Thickness first: then this is how thick it is.')
  changeStep('Take thickness from note', part, { ...step, heightMm: mm })
}

function SheetCallouts({ part, underlay }: { part: Part; underlay: Underlay }) {
  const hash = useProject(({ sources }) => sheetOf(sources, underlay.sheetId)?.sheet.lineworkHash)
  const linework = useSheetData(({ byHash }) => (hash ? byHash.get(hash)?.linework : undefined))
  const { unit } = toolContext().display
  const { mmPerPt } = underlay.placement
  const usual = unit === 'in' || unit === 'ft' ? 'in' : 'mm'
  const { figures, found } = useMemo(() => {
    if (!linework) return { figures: usual, found: [] }
    const figures = unitOfCallouts(linework, mmPerPt, usual)
    return { figures, found: findCallouts(linework, mmPerPt, figures) }
  }, [linework, mmPerPt, usual])
  const made = new Set(part.steps.flatMap((step) => (step.kind === 'hole' && step.note ? [step.note] : [])))
  if (found.length === 0) return null
  return (
    <Stack component="section" aria-label={`Called for on ${underlay.name}`} sx={{ gap: 0.5 }}>
      <Typography variant="h3">Called for on {underlay.name}</Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Figures without a mark are {figures === 'in' ? 'inches' : 'millimetres'}, as most of what is drawn agrees.
      </Typography>
      {found.map((each) => (
        <CalloutRow
          key={`${each.text} ${each.atPt.x} ${each.atPt.y}`}
          found={each}
          made={made.has(each.text.slice(0, 300))}
          onDrill={(step) => addSteps('Take hole from note', part, step)}
          onThick={(mm) => takeThickness(part, mm)}
          onRadius={(mm) => takeRadius(part, mm, underlay.levelId)}
          underlay={underlay}
        />
      ))}
    </Stack>
  )
}

function CalloutRow({
  found,
  made,
  underlay,
  onDrill,
  onThick,
  onRadius,
}: {
  found: FoundCallout
  made: boolean
  underlay: Underlay
  onDrill: (step: PartStep) => void
  onThick: (mm: number) => void
  onRadius: (mm: number) => void
}) {
  const { callout, circles, arcs, text } = found
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 1, borderTop: 1, borderColor: 'divider', py: 0.5 }}>
      <Stack sx={{ flex: 1, minWidth: 0 }}>
        <Typography variant="figure">{text}</Typography>
        <Typography
          sx={{ fontSize: 12.5 }}
          color={callout.kind === 'hole' && circles.length < callout.count ? 'error' : 'text.secondary'}
        >
          {callout.kind === 'hole'
            ? `${circles.length} of ${callout.count} found${sayDrawn(found, underlay.placement.mmPerPt)}`
            : `${sayOther(callout)}${callout.kind === 'radius' ? `: ${sayArcs(arcs.length, callout.count)}` : ''}`}
        </Typography>
      </Stack>
      {callout.kind === 'hole' && (
        <Button
          size="small"
          variant="outlined"
          disabled={made || circles.length === 0}
          aria-label={`Drill ${text}`}
          onClick={() => onDrill(holeStep({ ...found, callout }, underlay))}
        >
          {made ? 'Drilled' : 'Drill'}
        </Button>
      )}
      {(callout.kind === 'radius' || callout.kind === 'thickness') && (
        <Button
          size="small"
          variant="outlined"
          aria-label={`Take ${callout.kind} ${text}`}
          onClick={() => (callout.kind === 'radius' ? onRadius(callout.radiusMm) : onThick(callout.thicknessMm))}
        >
          Take it
        </Button>
      )}
    </Stack>
  )
}

/** How many arcs were found; where a note states no number, it speaks of all of them. */
const sayArcs = (found: number, called: number): string =>
  called > 1 ? `${found} of ${called} found` : `${found} found`

/** Drawn circles differ from what is stated by no more than this where they are drawn as stated. */
const AS_STATED_MM = 0.1

/** How large the circles are drawn, where that is not what the note states. */
function sayDrawn({ callout, circles }: FoundCallout, mmPerPt: number): string {
  const [first] = circles
  if (callout.kind !== 'hole' || !first) return ''
  const drawnMm = 2 * first.radius * mmPerPt
  const statedMm = [callout.diameterMm, ...(callout.thread ? [tapDrillMm(callout.thread)] : [])]
  if (statedMm.some((mm) => Math.abs(mm - drawnMm) <= AS_STATED_MM)) return ''
  return `: stated ${callout.diameterMm.toFixed(2)}, drawn ${drawnMm.toFixed(2)} mm`
}

function sayOther(callout: Exclude<FoundCallout['callout'], HoleCallout>): string {
  const mm = (value: number) => `${Math.round(value * 1000) / 1000} mm`
  switch (callout.kind) {
    case 'radius':
      return `${callout.count === 1 ? 'Radius' : `${callout.count} radii`} of ${mm(callout.radiusMm)}`
    case 'bevel':
      return `Bevel of ${mm(callout.sizeMm)} at ${callout.angleDeg}°`
    case 'thickness':
      return `Thickness of ${mm(callout.thicknessMm)}`
  }
}
