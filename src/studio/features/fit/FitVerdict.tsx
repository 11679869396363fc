'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import { coverageOf, type DimensionFit, type StretchFinding } from '@/core/fit/known-dimensions'
import { residualOf } from '@/core/fit/residual'
import { scaleWords } from '@/core/fit/scale-words'
import { settingsOf } from '@/core/model/settings/schema'
import { ratioOf } from '@/core/model/underlay/placement'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { formatLength, formatPerThousand, formatRatio } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { toolContext, workbench } from '@/studio/board/workbench'
import { light } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { useDisplay } from '@/studio/ui/display'
import { CheckOffer } from './CheckOffer'
import { fitBy } from './fit-by'
import { togetherNow } from './together-now'

interface VerdictProps {
  readonly underlay: Underlay
  readonly fitting: readonly KnownDimension[]
  readonly checks: readonly KnownDimension[]
  readonly solved: DimensionFit | null
  /** Those of them that do not go with the others. */
  readonly doubted: ReadonlySet<string>
  readonly stretch: StretchFinding | null
  readonly paperFactor: number
}

/** What a fit comes to, in words: its scale, how sure it is across the sheet, what is out, and what would help. */
export function FitVerdict({
  underlay,
  fitting,
  checks,
  solved,
  doubted: doubtedIds,
  stretch,
  paperFactor,
}: VerdictProps) {
  const display = useDisplay()
  const sources = useProject((project) => project.sources)
  const records = useProject((project) => project.records)
  const { placement } = underlay
  const sheet = sheetOf(sources, underlay.sheetId)?.sheet
  const diagonalMm = sheet ? Math.hypot(sheet.widthPt, sheet.heightPt) * placement.mmPerPt : 0
  // The plain ratio stands large above.
  const words = scaleWords(ratioOf(placement) / paperFactor, display)
  const doubted = fitting.filter(({ id }) => doubtedIds.has(id))
  return (
    <Box role="status" sx={{ mb: 1.5 }}>
      {/; /.test(words) && <Typography>{words}</Typography>}
      {solved && (
        <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
          {`± ${formatLength(solved.standardError * diagonalMm, finer(display))} over ${formatLength(diagonalMm, display)}, corner to corner`}
          {fitting.length === 1 && ', if you clicked as most do'}
        </Typography>
      )}
      {!placement.bend && <Stretch underlay={underlay} stretch={stretch} paperFactor={paperFactor} />}
      {doubted.length > 0 && (
        <Typography color="error" sx={{ mt: 0.5 }}>
          {doubted.length === 1
            ? `${formatLength(doubted[0]!.statedMm, display)} does not go with the others: the number or a point is wrong. Take it out of the fit, or pick it again.`
            : `${doubted.length} of these do not go with the others. Take out those that are wrong.`}
        </Typography>
      )}
      {checks.length < 2 && <CheckOffer underlay={underlay} />}
      {checks.length > 0 && (
        <Checked underlay={underlay} checks={checks} tolerance={toleranceOf(settingsOf(records))} />
      )}
      {sheet && <Wanting underlay={underlay} fitting={[...fitting, ...checks]} sheet={sheet} />}
    </Box>
  )
}

/** Errors are told one step finer than lengths. */
const finer = (display: ReturnType<typeof toolContext>['display']) => ({ ...display, precision: display.precision + 1 })

function Checked({
  underlay,
  checks,
  tolerance,
}: {
  underlay: Underlay
  checks: readonly KnownDimension[]
  tolerance: ReturnType<typeof toleranceOf>
}) {
  const residuals = checks.map((dimension) => residualOf(underlay.placement, dimension))
  const worst = Math.max(...residuals.map(({ perThousand }) => Math.abs(perThousand)))
  const out = residuals.filter((residual) => isOut(residual, tolerance)).length
  return (
    <Typography sx={{ mt: 0.5 }} color={out === 0 ? 'text.primary' : 'error'}>
      {out === 0
        ? `The size holds: no check is off by more than ${formatPerThousand(worst)}.`
        : `${out === 1 ? 'A check is' : `${out} checks are`} off by ${formatPerThousand(worst)}. Fit by a longer length, or see whether the stated number is right.`}
    </Typography>
  )
}

/** Whether width and height go apart, and the choice to fit them so. */
function Stretch({
  underlay,
  stretch,
  paperFactor,
}: {
  underlay: Underlay
  stretch: StretchFinding | null
  paperFactor: number
}) {
  const apart = underlay.placement.strain !== undefined
  const choose = (next: boolean) => workbench.carryOut(fitBy(underlay, underlay.dimensions, togetherNow(), next))
  if (apart)
    return (
      <Typography sx={{ mt: 0.5 }}>
        Along and up the sheet are fitted apart.{' '}
        <Button size="small" onClick={() => choose(false)} sx={{ px: 0.5, minWidth: 0 }}>
          Use one factor
        </Button>
      </Typography>
    )
  if (!stretch?.beyondPicking) return null
  const ratio = (mmPerPt: number) => formatRatio(mmPerPt / MM_PER_PT / paperFactor, toolContext().display)
  return (
    <Box sx={{ mt: 0.5 }}>
      <Typography color="error">
        The print is stretched: {ratio(stretch.mmPerPtAlong)} along the sheet, {ratio(stretch.mmPerPtUp)} up. Picking
        does not explain that.
      </Typography>
      <Button size="small" variant="outlined" onClick={() => choose(true)} sx={{ mt: 0.5 }}>
        Fit the two apart
      </Button>
    </Box>
  )
}

/** What one more known length would tell, and where. */
function Wanting({
  underlay,
  fitting,
  sheet,
}: {
  underlay: Underlay
  fitting: readonly KnownDimension[]
  sheet: { readonly widthPt: number; readonly heightPt: number }
}) {
  const { short, oneDirection, most } = coverageOf(fitting, sheet)
  if (!most || fitting.length < 2) return null
  const show = () => light({ underlayId: underlay.id, ...most })
  return (
    <Typography sx={{ mt: 0.5 }}>
      {oneDirection ? 'All of these lie in one direction. ' : short ? 'All of these are short for the sheet. ' : ''}
      <Button
        size="small"
        sx={{ px: 0.5, minWidth: 0 }}
        onMouseEnter={show}
        onMouseLeave={() => light(null)}
        onFocus={show}
        onBlur={() => light(null)}
      >
        Show where one more helps most
      </Button>
    </Typography>
  )
}
