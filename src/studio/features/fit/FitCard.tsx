'use client'

import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import {
  type DimensionFit,
  findStretch,
  fitDimensions,
  fitStretched,
  type StretchFinding,
} from '@/core/fit/known-dimensions'
import { fittingOf, straightened } from '@/core/fit/refit'
import { FitError } from '@/core/fit/residual'
import { shownDisplayOf } from '@/core/model/settings/schema'
import type { KnownDimension, Placement, Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatLength, isImperial, type LengthDisplay } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { fitState } from '@/studio/tooling/fit-state'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { BasePanel } from './BasePanel'
import { DimensionTable } from './DimensionTable'
import { FitVerdict } from './FitVerdict'
import { fitBy } from './fit-by'
import { LevelMarkPanel } from './LevelMarkPanel'
import { LockNote } from './LockNote'
import { OtherWays } from './OtherWays'
import { ProposalPanel } from './ProposalPanel'
import { ReadingList } from './ReadingList'
import { sheetToFit } from './sheet-to-fit'
import { togetherNow } from './together-now'

const ResidualChart = dynamic(() => import('./ResidualChart'), { ssr: false })

/** How a sheet came to its size, and how well that holds elsewhere on it. */
export function FitCard() {
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const together = useBench((bench) => bench.together)
  const underlays = underlaysOf(records)
  const underlay = sheetToFit(underlays, selection)
  if (!underlay) return <Typography>Bring in a sheet, then measure something on it that you know.</Typography>
  const picked = underlays.filter(({ id }) => selection.includes(id))
  const group = together && picked.length > 0 ? picked : [underlay]
  return <Fitting underlay={underlay} group={group} picked={picked} />
}

/** Errors are told in figures of their own size. */
const finest = (display: LengthDisplay): LengthDisplay => ({
  ...display,
  precision: Math.max(display.precision, isImperial(display) ? 5 : 2),
})

interface FittingProps {
  readonly underlay: Underlay
  /** The sheets that change together, this among them. */
  readonly group: readonly Underlay[]
  readonly picked: readonly Underlay[]
}

function Fitting({ underlay, group, picked }: FittingProps) {
  const sources = useProject((project) => project.sources)
  const records = useProject((project) => project.records)
  const { name, dimensions } = underlay
  const { ratio, words, trusted } = fitState(underlay, sources, shownDisplayOf(records))
  const { paperFactor = 1, roundingPt = null } = sheetOf(sources, underlay.sheetId)?.sheet ?? {}
  const fitting = useMemo(() => fittingOf(straightened(underlay.placement, dimensions)), [underlay, dimensions])
  const checks = dimensions.filter(({ role }) => role === 'check')
  const ordered = useMemo(
    // The longest say most.
    () =>
      [...dimensions].sort((a, b) => Number(b.role === 'fit') - Number(a.role === 'fit') || b.statedMm - a.statedMm),
    [dimensions],
  )
  const solved = useMemo(() => solve(fitting, underlay.placement), [fitting, underlay])
  const stretch = useMemo(() => findStretch(fitting, underlay.placement.turnRad), [fitting, underlay])
  const doubted = useMemo(
    () => doubtedOf(fitting, solved, stretch, underlay.placement.turnRad),
    [fitting, solved, stretch, underlay],
  )
  return (
    <>
      <Typography variant="h3" noWrap title={name}>
        {name}
      </Typography>
      <Typography sx={{ my: 1.5 }}>
        <Typography
          component="span"
          variant="figure"
          sx={{ fontSize: 26, fontWeight: 600 }}
          color={trusted ? 'text.primary' : 'error'}
        >
          {ratio}
        </Typography>
        <Typography component="span" color="text.secondary" sx={{ ml: 1 }}>
          {words}
        </Typography>
      </Typography>
      {roundingPt !== null && (
        <Typography color="text.secondary" sx={{ mb: 1, fontSize: 12.5 }}>
          Coordinates in this file are so large that they are read to ±{' '}
          {formatLength(roundingPt * underlay.placement.mmPerPt, finest(shownDisplayOf(records)))}.
        </Typography>
      )}
      <LockNote underlays={group} />
      <LevelMarkPanel underlay={underlay} />
      {fitting.length < 2 && <ProposalPanel underlay={underlay} paperFactor={paperFactor} />}
      {dimensions.length === 0 && (
        <Typography color="text.secondary">
          Click both ends of a length that you know, the longer the better, and type how long it is. The first point
          stays where it is.
        </Typography>
      )}
      {fitting.length > 0 && (
        <FitVerdict
          underlay={underlay}
          fitting={fitting}
          checks={checks}
          solved={solved}
          doubted={doubted}
          stretch={stretch}
          paperFactor={paperFactor}
        />
      )}
      {dimensions.length > 0 && <DimensionTable underlay={underlay} dimensions={ordered} doubted={doubted} />}
      {checks.length > 0 && fitting.length > 0 && (
        <Button
          size="small"
          sx={{ mt: 1 }}
          onClick={() =>
            workbench.carryOut(
              fitBy(
                underlay,
                dimensions.map((each) => ({ ...each, role: 'fit' })),
                togetherNow(),
              ),
            )
          }
        >
          Fit by all of them
        </Button>
      )}
      {dimensions.length > 1 && <ResidualChart underlay={underlay} dimensions={ordered} doubted={doubted} />}
      <BasePanel underlay={underlay} group={group} picked={picked} />
      <OtherWays underlay={underlay} group={group} paperFactor={paperFactor} />
      <ReadingList />
      <Typography color="text.secondary" sx={{ mt: 2, fontSize: 12.5 }}>
        Nothing but this sheet changes its size. A long length weighs more than a short one, by the square of its size:
        picking errs by the same amount on paper everywhere.
      </Typography>
    </>
  )
}

/** Dimensions that do not go with the others; where a stretched print explains them, those that don't go with that. */
function doubtedOf(
  fitting: readonly KnownDimension[],
  solved: DimensionFit | null,
  stretch: StretchFinding | null,
  turnRad: number,
): Set<string> {
  if (!solved) return new Set()
  const stretched = !solved.strain && stretch?.beyondPicking
  const { trusted } = stretched ? fitStretched(fitting, turnRad) : solved
  return new Set(fitting.filter((_, i) => !trusted[i]).map(({ id }) => id))
}

/** What the fitting dimensions give; null where they give nothing. */
function solve(fitting: readonly KnownDimension[], placement: Placement): DimensionFit | null {
  if (fitting.length === 0) return null
  try {
    return placement.strain ? fitStretched(fitting, placement.turnRad) : fitDimensions(fitting, placement.turnRad)
  } catch (error) {
    if (error instanceof FitError) return null
    throw error
  }
}
