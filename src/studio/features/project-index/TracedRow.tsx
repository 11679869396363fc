'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import { tracedByPlace } from '@/core/model/traced'
import { counted } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { useProject } from '@/studio/state/project'
import { INDEX_ROW, ROW_HEIGHT } from '@/studio/ui/index-row'
import { toned } from '@/studio/ui/palette'

/** Kinds that are told by name; the rest goes by in a hint. */
const MOST_KINDS = 2

/** What was traced in a place, in figures; a click picks it. */
export function TracedRow({ placeIds }: { readonly placeIds: readonly string[] }) {
  const traced = useProject(({ records }) => tracedByPlace(records))
  const here = placeIds.flatMap((id) => traced.get(id) ?? [])
  if (here.length === 0) return null
  const counts = new Map<string, number>()
  for (const each of here) for (const [word, count] of each.counts) counts.set(word, (counts.get(word) ?? 0) + count)
  const words = [...counts].sort(([, a], [, b]) => b - a).map(([word, count]) => counted(count, word))
  const ids = here.flatMap((each) => each.ids)
  const shown = words.slice(0, MOST_KINDS).join(', ')
  return (
    <Box className="row" sx={INDEX_ROW}>
      <ButtonBase
        aria-label={`Select what is traced here: ${words.join(', ')}`}
        title={words.join(', ')}
        onClick={() => workbench.pick(ids)}
        sx={{
          ...ROW_HEIGHT,
          width: '100%',
          pl: 1.25,
          pr: 0.75,
          gap: 1,
          justifyContent: 'start',
          fontSize: 13,
          color: 'text.secondary',
        }}
      >
        <Box
          aria-hidden
          sx={{
            width: 18,
            height: 11,
            mx: '7px',
            flexShrink: 0,
            border: `1px solid ${toned('wallEdge')}`,
            bgcolor: toned('wallFilm'),
            transform: 'skewX(-20deg)',
          }}
        />
        <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {words.length > MOST_KINDS ? `${shown} …` : shown}
        </Box>
      </ButtonBase>
    </Box>
  )
}
