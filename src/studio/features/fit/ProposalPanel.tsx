'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Collapse from '@mui/material/Collapse'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { longestPrinted } from '@/core/fit/proposal/choose'
import { directionsOf } from '@/core/fit/proposal/directions'
import type { ProposedDimension, ScaleProposal } from '@/core/fit/proposal/propose'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength, formatRatio } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { light } from '@/studio/state/bench'
import { useDisplay } from '@/studio/ui/display'
import { fitByProposal, MOST_DIMENSIONS } from './fit-by-proposal'
import { MeasureList } from './MeasureList'
import { useProposal } from './use-proposal'

/** What the sheet says of its own scale, with its evidence. Nothing is applied until it is accepted, whole or in part. */
export function ProposalPanel({ underlay, paperFactor }: { underlay: Underlay; paperFactor: number }) {
  const found = useProposal(underlay)
  if (!found) return null
  const { proposal, lettering } = found
  if (lettering)
    return (
      <Typography color="text.secondary" role="status" sx={{ mb: 1.5 }}>
        Reading the figures on this sheet …
      </Typography>
    )
  if (proposal === null) return <Nothing named={undefined} />
  const recorded = <MeasureList underlay={underlay} proposal={proposal} paperFactor={paperFactor} />
  if (proposal.dimensions.length === 0)
    return proposal.measures?.length ? recorded : <Nothing named={proposal.stated?.words} />
  return (
    <>
      {recorded}
      <Proposed key={underlay.sheetId} underlay={underlay} proposal={proposal} paperFactor={paperFactor} />
    </>
  )
}

function Nothing({ named }: { named: string | undefined }) {
  return (
    <Typography color="text.secondary" sx={{ mb: 1.5 }}>
      {named
        ? `The sheet names ${named}; no printed dimension on it confirms that.`
        : 'No dimension that can be read is printed on this sheet. Measure one that you know.'}
    </Typography>
  )
}

interface ProposedProps {
  readonly underlay: Underlay
  readonly proposal: ScaleProposal
  readonly paperFactor: number
}

function Proposed({ underlay, proposal, paperFactor }: ProposedProps) {
  const { dimensions, confidence, stretched } = proposal
  const display = useDisplay()
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  const [open, setOpen] = useState(false)
  const agreeing = dimensions.filter(({ agrees }) => agrees)
  const [along, up] = directionsOf(agreeing.map(({ fromPt, toPt }) => ({ from: fromPt, to: toPt })))
  const chosen = dimensions.filter(({ agrees }, i) => agrees && !left.has(i)).slice(0, MOST_DIMENSIONS)
  const ratio = (mmPerPt: number) => formatRatio(mmPerPt / MM_PER_PT / paperFactor, display)
  const longest = longestPrinted(dimensions)
  const accept = (taken: readonly ProposedDimension[]) => fitByProposal(underlay, proposal, taken)
  const toggle = (index: number) => {
    const next = new Set(left)
    if (!next.delete(index)) next.add(index)
    setLeft(next)
  }
  return (
    <Box
      component="section"
      aria-label="Proposed scale"
      sx={{ border: 1, borderColor: 'divider', borderRadius: '3px', p: 1.25, mb: 2, bgcolor: 'background.default' }}
    >
      <Typography sx={{ lineHeight: 1.35 }}>
        The sheet itself says{' '}
        <Typography component="span" variant="figure" sx={{ fontSize: 16, fontWeight: 600 }}>
          {stretched ? `${ratio(proposal.mmPerPtX)} along, ${ratio(proposal.mmPerPtY)} up` : ratio(proposal.mmPerPt)}
        </Typography>
        : {agreeing.length} of {dimensions.length} printed lengths agree{' '}
        <span>({Math.round(confidence * 100)} % sure).</span>
      </Typography>
      <Typography color="text.secondary" sx={{ mt: 0.5, fontSize: 12.5 }}>
        {stretched
          ? 'The print is stretched: the two directions are fitted apart.'
          : along > 0 && up > 0
            ? `Both directions agree: ${along} along the sheet, ${up} up.`
            : `All run ${up > 0 ? 'up' : 'along'} the sheet: nothing confirms the other direction.`}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <Button size="small" variant="contained" disabled={chosen.length === 0} onClick={() => accept(chosen)}>
          Fit by {chosen.length === 1 ? 'this one' : `these ${chosen.length}`}
        </Button>
        {longest && chosen.length > 1 && (
          <Button
            size="small"
            variant="outlined"
            title="The longest printed dimension alone"
            onMouseEnter={() => light({ underlayId: underlay.id, fromPt: longest.fromPt, toPt: longest.toPt })}
            onMouseLeave={() => light(null)}
            onClick={() => accept([longest])}
          >
            By the longest, {longest.text}
          </Button>
        )}
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Hide them' : 'See them'}
        </Button>
      </Box>
      <Collapse in={open} mountOnEnter unmountOnExit>
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 1, maxHeight: 260, overflow: 'auto' }}>
          {dimensions.slice(0, MOST_DIMENSIONS).map((dimension, i) => (
            <Evidence
              // biome-ignore lint/suspicious/noArrayIndexKey: a proposal never changes, and the same text may stand on it twice
              key={i}
              dimension={dimension}
              underlayId={underlay.id}
              chosen={dimension.agrees && !left.has(i)}
              onToggle={() => toggle(i)}
            />
          ))}
        </Box>
      </Collapse>
    </Box>
  )
}

interface EvidenceProps {
  readonly dimension: ProposedDimension
  readonly underlayId: string
  readonly chosen: boolean
  readonly onToggle: () => void
}

function Evidence({ dimension, underlayId, chosen, onToggle }: EvidenceProps) {
  const display = useDisplay()
  const { text, statedMm, drawnMm, agrees, fromPt, toPt } = dimension
  const show = () => light({ underlayId, fromPt, toPt })
  const off = formatLength(statedMm - drawnMm, display, false)
  return (
    <Box
      component="li"
      onMouseEnter={show}
      onMouseLeave={() => light(null)}
      onFocus={show}
      onBlur={() => light(null)}
      sx={{ display: 'flex', alignItems: 'center', gap: 0.5, '&:hover': { bgcolor: 'background.paper' } }}
    >
      <Checkbox
        size="small"
        sx={{ p: 0.25 }}
        checked={chosen}
        disabled={!agrees}
        onChange={onToggle}
        slotProps={{ input: { 'aria-label': `Use ${text}` } }}
      />
      <Typography variant="figure" noWrap sx={{ flexGrow: 1, fontSize: 12.5 }} title={text}>
        {text}
      </Typography>
      <Typography variant="figure" noWrap sx={{ fontSize: 12 }} color={agrees ? 'text.secondary' : 'error'}>
        {agrees ? off : 'disagrees'}
      </Typography>
    </Box>
  )
}
