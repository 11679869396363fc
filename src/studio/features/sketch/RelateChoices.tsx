import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import type { RelationWay } from '@/core/model/relation/schema'
import { possibleWays } from '@/core/sketch/pick'
import { toolContext } from '@/studio/board/workbench'
import { choose, optionsNow, useOptions } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { relateOptions } from './options'
import { sayDemand, WAY_WORDS } from './relation-words'
import { viewStateOf } from './sketch-state'

/** How what is picked may lie. */
export function RelateChoices() {
  const related = useOptions(relateOptions).related
  const records = useProject((project) => project.records)
  const ways = possibleWays(related, records)
  return (
    <Stack direction="row" role="group" aria-label="How they should lie" sx={{ gap: 0.5, flexWrap: 'wrap' }}>
      {ways.map((way) => (
        <Button key={way} size="small" variant="outlined" onClick={() => relateBy(way)}>
          {WAY_WORDS[way]}
        </Button>
      ))}
    </Stack>
  )
}

/** Demands that what is picked lies so, and says where that can't be. */
function relateBy(way: RelationWay): void {
  const { planeId, display } = toolContext()
  const { related } = optionsNow(relateOptions)
  if (planeId === null) return
  const id = crypto.randomUUID()
  put('Relate lines', { id, kind: 'relation', planeId, way, of: [...related] })
  choose(relateOptions, { related: [] })
  const { records } = useProject.getState()
  const { conflicts, redundant } = viewStateOf(planeId, records).state
  const conflict = conflicts.find(({ demanding }) => demanding.id === id)
  if (conflict) {
    const others = conflict.others.map((each) => sayDemand(each, display)).join(', ')
    tell(others ? `That contradicts: ${others}. Remove one of them.` : 'That can’t hold together with the rest.')
  } else if (redundant.some((each) => each.id === id)) tell('That holds already: it follows from the rest.')
}
