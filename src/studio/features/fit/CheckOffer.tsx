import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { bestCheck } from '@/core/fit/proposal/choose'
import type { Underlay } from '@/core/model/underlay/schema'
import { workbench } from '@/studio/board/workbench'
import { light } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { fit } from './tools/fit'
import { accepted, useProposal } from './use-proposal'

/** After a fit: another dimension as a check, a printed one far from those that are known where the sheet has any. */
export function CheckOffer({ underlay }: { underlay: Underlay }) {
  const proposal = useProposal(underlay)?.proposal
  const { dimensions } = underlay
  const check = proposal && bestCheck(dimensions, proposal.dimensions)
  if (!check && dimensions.some(({ role }) => role === 'check')) return null
  const take = () => {
    light(null)
    const [known] = check ? accepted([check], dimensions) : []
    if (known) put('Check a dimension', { ...underlay, dimensions: [...dimensions, { ...known, role: 'check' }] })
  }
  return (
    <Stack component="section" aria-label="Check of the fit" sx={{ mt: 0.5, alignItems: 'start', gap: 0.5 }}>
      <Typography color="text.secondary">
        {check
          ? 'Another printed dimension, far from what fits it, tells whether the size holds.'
          : 'Now check it: measure another known length at the other end of the sheet, in the other direction.'}
      </Typography>
      {check ? (
        <Button
          size="small"
          variant="outlined"
          onMouseEnter={() => light({ underlayId: underlay.id, fromPt: check.fromPt, toPt: check.toPt })}
          onMouseLeave={() => light(null)}
          onFocus={() => light({ underlayId: underlay.id, fromPt: check.fromPt, toPt: check.toPt })}
          onBlur={() => light(null)}
          onClick={take}
        >
          Check by {check.text}
        </Button>
      ) : (
        <Button size="small" variant="outlined" onClick={() => workbench.take(fit)}>
          Measure one
        </Button>
      )}
    </Stack>
  )
}
