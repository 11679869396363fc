import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { FrameFinding } from '@/core/check/frames'
import { isFramed } from '@/core/model/work-plane/follow'
import { formatLength, type LengthDisplay } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { workOn } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { useFrameFindings } from './frame-check'

const asked = ({ rule }: FrameFinding, display: LengthDisplay): string =>
  rule ? `at least ${formatLength(rule.leastMm, display)} (${rule.words})` : ''

const WORDS: Record<FrameFinding['kind'], (finding: FrameFinding, display: LengthDisplay) => string> = {
  clash: ({ amount }) => `One stands in the other by ${(amount / 1000).toFixed(0)} cm³`,
  doubled: () => 'A member lies on another one like it',
  apart: ({ amount }, display) => `An end misses another’s line by ${formatLength(amount, display)}`,
  joint: ({ problem }) => `An end can’t be fitted: ${problem}`,
  loose: ({ amount }) =>
    `${amount === 1 ? 'A bolt goes' : `${amount} bolts go`} through the plate alone: what it should hold lies elsewhere`,
  edge: (finding, display) => `Holes ${formatLength(finding.amount, display)} from an edge: ${asked(finding, display)}`,
  pitch: (finding, display) => `Bolts ${formatLength(finding.amount, display)} apart: ${asked(finding, display)}`,
}

const MOST_SHOWN = 100

/** Members, plates and bolts that want a look. */
export function FrameFindingList() {
  const any = useProject(({ records }) => [...records.values()].some(isFramed))
  return any ? <Findings /> : null
}

function Findings() {
  const findings = useFrameFindings()
  const display = useDisplay()
  const show = ({ ids }: FrameFinding) => {
    const record = useProject.getState().records.get(ids[0]!)
    if (isFramed(record)) workOn(record.levelId)
    workbench.pick(ids)
  }
  return (
    <Stack component="section" aria-label="Frames" sx={{ mb: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Frames
      </Typography>
      <Typography role="status" color={findings && findings.length > 0 ? 'error' : 'text.secondary'}>
        {findings === null
          ? 'Looking through all members …'
          : findings.length === 0
            ? 'No members or plates clash, are doubled or miss one another; bolts hold and keep their distances.'
            : `${findings.length} ${findings.length === 1 ? 'thing' : 'things'} to look at.`}
      </Typography>
      {findings?.slice(0, MOST_SHOWN).map((finding) => (
        <Button
          key={`${finding.kind} ${finding.ids.join(' ')} ${finding.amount}`}
          size="small"
          onClick={() => show(finding)}
          sx={{ textAlign: 'left', justifyContent: 'start', borderBottom: 1, borderColor: 'divider', borderRadius: 0 }}
        >
          {WORDS[finding.kind](finding, display)}
        </Button>
      ))}
    </Stack>
  )
}
