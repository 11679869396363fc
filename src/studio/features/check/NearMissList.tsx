import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { type NearMiss, nearMisses } from '@/core/check/near-misses'
import { ofKind } from '@/core/model/of-kind'
import { formatLength } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { commit } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { handedOn } from '@/studio/tooling/shape-edits'
import { useDisplay } from '@/studio/ui/display'

const WORDS: Record<NearMiss['kind'], (off: string) => string> = {
  apart: (off) => `Two ends miss one another by ${off}`,
  short: (off) => `A wall stops ${off} before another`,
  crooked: (off) => `A wall is ${off} off level or upright`,
  doubled: (off) => `A wall of ${off} lies on another`,
  overlapping: (off) => `Two walls overlap by ${off}`,
  beside: (off) => `Two walls that go on are ${off} out of line`,
}
const MENDS: Record<NearMiss['kind'], string> = {
  apart: 'Join',
  short: 'Extend',
  crooked: 'Straighten',
  doubled: 'Remove',
  overlapping: 'Unite',
  beside: 'Align',
}

function mend({ kind, mended, gone }: NearMiss): void {
  const { records } = useProject.getState()
  const openings = ofKind('opening', records)
  commit(MENDS[kind], [
    ...mended.map((wall) => ({ id: wall.id, after: wall })),
    // Openings keep their place on the plan: those of a wall that goes lie in the one that takes its place.
    ...openings.flatMap((opening) => {
      const wall = records.get(opening.wallId)
      const heirs = gone.includes(opening.wallId) ? mended : mended.filter(({ id }) => id === opening.wallId)
      const stays = heirs.length === 0 && !gone.includes(opening.wallId)
      return stays || wall?.kind !== 'wall' ? [] : [handedOn(opening, wall, heirs)]
    }),
    ...gone.map((id) => ({ id, after: null })),
  ])
}

/** Walls that are almost as they were meant, each with what mends it. */
export function NearMissList() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const walls = useMemo(() => ofKind('wall', records), [records])
  const misses = useMemo(() => nearMisses(walls), [walls])
  if (walls.length === 0) return null
  return (
    <Stack component="section" aria-label="Near misses" sx={{ mb: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Almost, but not quite
      </Typography>
      <Typography color={misses.length > 0 ? 'error' : 'text.secondary'} role="status">
        {misses.length === 0
          ? 'All walls meet and are in line, and none is crooked or doubled.'
          : `${misses.length} ${misses.length === 1 ? 'place' : 'places'} to look at, the worst first.`}
      </Typography>
      {misses.slice(0, 100).map((miss) => (
        <Stack
          key={`${miss.kind} ${miss.ids.join(' ')} ${miss.at.x} ${miss.at.y}`}
          direction="row"
          sx={{ alignItems: 'center', gap: 1, py: 0.5, borderBottom: 1, borderColor: 'divider' }}
        >
          <Button
            size="small"
            sx={{ flex: 1, textAlign: 'left', justifyContent: 'start' }}
            onClick={() => workbench.pick(miss.ids)}
          >
            {WORDS[miss.kind](formatLength(miss.offMm, display))}
          </Button>
          <Button size="small" variant="outlined" onClick={() => mend(miss)}>
            {MENDS[miss.kind]}
          </Button>
        </Stack>
      ))}
    </Stack>
  )
}
