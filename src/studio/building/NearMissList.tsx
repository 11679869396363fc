import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { type NearMiss, nearMisses } from '@/core/check/near-misses'
import { placeOpening, whyNotFit } from '@/core/model/opening/place'
import type { Opening } from '@/core/model/opening/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { alongOf } from '@/core/model/wall/line'
import type { Wall } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { select, toolContext } from '../bench-store'
import { commit, useProject } from '../project/store'

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
  const openings = [...records.values()].filter((record) => record.kind === 'opening')
  const after = new Map([...mended].map((wall) => [wall.id, wall]))
  commit(MENDS[kind], [
    ...mended.map((wall) => ({ id: wall.id, after: wall })),
    ...openings.flatMap((opening) => carried(opening, records, after, gone)),
    ...gone.map((id) => ({ id, after: null })),
  ])
}

/** Openings keep their place on the plan: those of a wall that goes lie in the one that takes its place, where they do. */
function carried(
  opening: Opening,
  records: ReadonlyMap<string, ProjectRecord>,
  mended: ReadonlyMap<string, Wall>,
  gone: readonly string[],
): { id: string; after: Opening | null }[] {
  const wall = records.get(opening.wallId)
  const isGone = gone.includes(opening.wallId)
  const heir = isGone ? [...mended.values()][0] : mended.get(opening.wallId)
  const middle = wall?.kind === 'wall' && placeOpening(wall, opening)?.middle
  if (!heir || !middle) return isGone ? [{ id: opening.id, after: null }] : []
  const moved = { ...opening, wallId: heir.id, alongMm: alongOf(heir, middle) }
  return [{ id: opening.id, after: whyNotFit(heir, Number.POSITIVE_INFINITY, moved, []) ? null : moved }]
}

/** Walls that are almost as they were meant, each with what mends it. */
export function NearMissList() {
  const records = useProject((project) => project.records)
  const { display } = toolContext()
  const walls = useMemo(() => [...records.values()].filter((record) => record.kind === 'wall'), [records])
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
            onClick={() => select(miss.ids)}
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
