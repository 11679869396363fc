'use client'

import Button from '@mui/material/Button'
import { useState } from 'react'
import { hasAny } from '@/core/model/of-kind'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { workbench } from '@/studio/board/workbench'
import { choose } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { fitState } from '@/studio/tooling/fit-state'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { BoardOffer } from '@/studio/ui/BoardOffer'
import { proposalOptions } from './options'
import { proposedWalls } from './tools/proposed-walls'

/** Once a sheet has its true size and nothing is built yet, its walls are offered. */
export function WallsOffer() {
  const [closed, setClosed] = useState(false)
  const offered = useProject(
    ({ records, sources }) =>
      !hasAny('wall', records) &&
      !hasAny('member', records) &&
      !hasAny('part', records) &&
      underlaysOf(records).every((underlay) => fitState(underlay, sources).trusted) &&
      underlaysOf(records).some(
        ({ sheetId, levelId }) =>
          !workPlaneOf(levelId, records) && sheetOf(sources, sheetId)?.sheet.content === 'vector',
      ),
  )
  if (closed || !offered) return null
  return (
    <BoardOffer label="Walls of this sheet" sentence="The sheet has its true size." onClose={() => setClosed(true)}>
      <Button
        size="small"
        variant="contained"
        onClick={() => {
          // What was read before is read again: that begins the tracing.
          choose(proposalOptions, { read: null, traceWhenRead: true })
          workbench.take(proposedWalls)
        }}
      >
        Trace it all
      </Button>
      <Button size="small" onClick={() => workbench.take(proposedWalls)}>
        Show the walls it draws
      </Button>
    </BoardOffer>
  )
}
