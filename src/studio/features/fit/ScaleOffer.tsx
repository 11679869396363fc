'use client'

import Button from '@mui/material/Button'
import { useState } from 'react'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatRatio } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { fitState } from '@/studio/tooling/fit-state'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { BoardOffer } from '@/studio/ui/BoardOffer'
import { useDisplay } from '@/studio/ui/display'
import { fitByProposal } from './fit-by-proposal'
import { sheetToFit } from './sheet-to-fit'
import { useProposal } from './use-proposal'

/** A scale is offered on the board where its dimensions make it at least so sure. */
const SURE = 0.9

/** The scale that the dimensions of a sheet surely give: one click takes it. */
export function ScaleOffer() {
  const selection = useBench((bench) => bench.selection)
  const underlays = useProject(({ records }) => underlaysOf(records))
  const sources = useProject((project) => project.sources)
  const underlay = sheetToFit(underlays, selection)
  if (!underlay || underlay.locked || fitState(underlay, sources).trusted) return null
  return <Offer key={underlay.id} underlay={underlay} />
}

function Offer({ underlay }: { readonly underlay: Underlay }) {
  const proposal = useProposal(underlay)?.proposal
  const sources = useProject((project) => project.sources)
  const display = useDisplay()
  const [closed, setClosed] = useState(false)
  if (closed || !proposal || proposal.stretched || proposal.confidence < SURE) return null
  const agreeing = proposal.dimensions.filter(({ agrees }) => agrees).length
  const { paperFactor = 1 } = sheetOf(sources, underlay.sheetId)?.sheet ?? {}
  const ratio = formatRatio(proposal.mmPerPt / MM_PER_PT / paperFactor, display)
  return (
    <BoardOffer
      label="Scale of this sheet"
      sentence={`${agreeing} of ${proposal.dimensions.length} printed dimensions agree on ${ratio}.`}
      onClose={() => setClosed(true)}
    >
      <Button size="small" variant="contained" onClick={() => fitByProposal(underlay, proposal)}>
        Fit to {ratio}
      </Button>
    </BoardOffer>
  )
}
