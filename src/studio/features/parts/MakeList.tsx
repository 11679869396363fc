import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo } from 'react'
import { project } from '@/core/geometry/projective'
import { dot3, placeIn } from '@/core/geometry/space'
import type { Part } from '@/core/model/part/schema'
import { sheetMap } from '@/core/model/underlay/placement'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { frameOf } from '@/core/model/work-plane/frame'
import { type Judged, judgePart, placeOfFinding, withLimit } from '@/core/part/make/findings'
import type { MakeFinding, MakeRule } from '@/core/part/make/rules'
import { workbench } from '@/studio/board/workbench'
import { light } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { usePartSolid } from './part-solid'

/** Whether the part can be made: what breaks which rule, with its figure, source and reason; the figures can be changed. */
export function MakeList({ part }: { part: Part }) {
  const records = useProject((project_) => project_.records)
  const judged = useMemo(() => judgePart(part, records), [part, records])
  const broken = judged.filter(({ findings }) => findings.length > 0)
  const count = broken.reduce((sum, { findings }) => sum + findings.length, 0)
  if (part.steps.length === 0) return null
  return (
    <Stack component="section" aria-label="Can it be made" sx={{ gap: 0.5 }}>
      <Typography variant="h3">Can it be made</Typography>
      <Typography role="status" color={count > 0 ? 'error' : 'text.secondary'}>
        {count === 0
          ? `Nothing speaks against it: ${judged.length} rules of milling and drilling.`
          : count === 1
            ? 'One thing to look at.'
            : `${count} things to look at.`}
      </Typography>
      {broken.map((each) => (
        <BrokenRule key={each.rule.name} part={part} judged={each} />
      ))}
    </Stack>
  )
}

const UNIT_WORDS: Readonly<Record<MakeRule['unit'], string>> = { mm: ' mm', times: ' times', sides: '' }

const figureOf = (value: number): string => String(Math.round(value * 100) / 100)

function BrokenRule({ part, judged: { rule, figure, findings } }: { part: Part; judged: Judged }) {
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', pt: 0.75 }}>
      <Typography sx={{ fontWeight: 600 }}>{rule.word}</Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5, mb: 0.5 }}>
        {rule.reason} {rule.bound === 'least' ? 'At least' : 'At most'} {figureOf(figure)}
        {UNIT_WORDS[rule.unit]}: {figure === rule.figure ? rule.source : 'your own figure'}.
      </Typography>
      {findings.map((finding) => (
        <Finding
          key={`${finding.stepId} ${finding.at?.x} ${finding.at?.y} ${finding.measured}`}
          part={part}
          rule={rule}
          finding={finding}
        />
      ))}
      <Box sx={{ pt: 0.75, pb: 0.5, width: 150 }}>
        <CommittedField
          label={rule.bound === 'least' ? 'At least' : 'At most'}
          value={figureOf(figure)}
          onCommit={(text) => {
            const typed = text === '' ? undefined : Number(text.replace(',', '.'))
            if (typed !== undefined && !(typed >= 0))
              throw new Error('Type a figure, or empty the field for the usual one.')
            put('Change rule of making', withLimit(part, rule.name, typed))
          }}
        />
      </Box>
    </Box>
  )
}

function Finding({ part, rule, finding }: { part: Part; rule: MakeRule; finding: MakeFinding }) {
  const index = part.steps.findIndex(({ id }) => id === finding.stepId)
  const show = () => showFinding(part, finding)
  // What is mended while it is pointed at is not shown any more.
  useEffect(() => hideFinding, [])
  return (
    <Button
      size="small"
      fullWidth
      onMouseEnter={show}
      onFocus={show}
      onMouseLeave={hideFinding}
      onBlur={hideFinding}
      onClick={() => {
        const step = part.steps[index]
        if (step && 'profile' in step) workbench.pick(step.profile)
        show()
      }}
      sx={{ justifyContent: 'space-between', px: 0.5, py: 0.25 }}
    >
      <span>Step {index + 1}</span>
      <Typography component="span" variant="figure">
        {figureOf(finding.measured)}
        {UNIT_WORDS[rule.unit]}
      </Typography>
    </Button>
  )
}

/** Lights a finding up on the sheet beneath it, and on the solid. */
function showFinding(part: Part, finding: MakeFinding): void {
  const { records } = useProject.getState()
  const place = placeOfFinding(finding, part, records)
  const facts = usePartSolid.getState().built?.made?.facts
  if (!place) return
  const frame = frameOf(place.viewId, records)
  // On the outermost place of the solid, as one looks at it.
  const far = facts ? Math.max(dot3(facts.from, frame.out), dot3(facts.to, frame.out)) : 0
  usePartSolid.setState({ marked: placeIn(frame, place.at, far) })
  const underlay = underlaysOf(records).find(({ levelId, visible }) => levelId === place.viewId && visible)
  const back = underlay && sheetMap(underlay.placement)
  if (!underlay || !back) return
  const onSheet = project(back, place.at)
  light({ underlayId: underlay.id, fromPt: onSheet, toPt: onSheet })
}

function hideFinding(): void {
  usePartSolid.setState({ marked: null })
  light(null)
}
