'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import { tracedCorners, tracedMm } from '@/core/check/traced'
import { type DimensionResidual, residualOf } from '@/core/fit/residual'
import { remarksOf } from '@/core/model/remark/remarks'
import { settingsOf } from '@/core/model/settings/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatLength, formatPerThousand } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { remarksCard } from '@/studio/features/remarks/feature'
import { light, showCard } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { FrameFindingList } from './FrameFindingList'
import { HeightList } from './HeightList'
import { NearMissList } from './NearMissList'
import { RoomAreaList } from './RoomAreaList'
import { TraceCheckPanel } from './TraceCheckPanel'

/** Every stated dimension against what is drawn and what is traced, over all sheets, the worst first. */
export function CheckCard() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const tolerance = toleranceOf(settingsOf(records))
  const corners = useMemo(() => tracedCorners(records), [records])
  const rows = underlaysOf(records)
    .flatMap((underlay) =>
      underlay.dimensions.map((dimension) => ({
        underlay,
        dimension,
        ...residualOf(underlay.placement, dimension),
        traced: tracedMm(corners, underlay, dimension),
      })),
    )
    .sort((a, b) => Math.abs(b.perThousand) - Math.abs(a.perThousand))
  const out = rows.filter((row) => isOut(row, tolerance)).length
  const traced = rows.filter((row) => row.traced !== null)
  const offTraced = traced.filter((row) => isOut(againstTraced(row.statedMm, row.traced!), tolerance)).length
  return (
    <>
      <Typography color="text.secondary" sx={{ mb: 1.5 }}>
        Measure anything on the board. Every stated length stands here against what is drawn and traced, the worst
        first.
      </Typography>
      <Button size="small" variant="outlined" onClick={() => showCard(remarksCard)} sx={{ mb: 1.5 }}>
        Remarks ({remarksOf(records).filter(({ status }) => status === 'open').length} open)
      </Button>
      <TraceCheckPanel />
      <RoomAreaList />
      <NearMissList />
      <FrameFindingList />
      <HeightList />
      <ToleranceFields />
      <Typography role="status" sx={{ my: 1.5 }} color={out > 0 ? 'error' : 'text.primary'}>
        {rows.length === 0
          ? 'No length was stated yet.'
          : out > 0
            ? `${out} of ${rows.length} stated lengths are out of tolerance.`
            : `All ${rows.length} stated lengths are within tolerance.`}
      </Typography>
      {traced.length > 0 && (
        <Typography sx={{ mb: 1 }} color={offTraced > 0 ? 'error' : 'text.primary'}>
          {offTraced > 0
            ? `What was traced misses ${offTraced} of the ${traced.length} stated lengths that it reaches.`
            : `What was traced keeps all ${traced.length} stated lengths that it reaches.`}
        </Typography>
      )}
      {rows.map(({ underlay, dimension, statedMm, drawnMm, differenceMm, perThousand, traced }) => {
        const far = isOut({ statedMm, drawnMm, differenceMm, perThousand }, tolerance)
        const missed = traced !== null && isOut(againstTraced(statedMm, traced), tolerance)
        return (
          <Stack
            key={dimension.id}
            onMouseEnter={() => light({ underlayId: underlay.id, fromPt: dimension.fromPt, toPt: dimension.toPt })}
            onMouseLeave={() => light(null)}
            sx={{ py: 0.75, borderBottom: 1, borderColor: 'divider' }}
          >
            <Typography variant="figure" color={far ? 'error' : 'text.primary'}>
              stated {formatLength(statedMm, display)}, drawn {formatLength(drawnMm, display)}
              {far ? ' !' : ''}
            </Typography>
            <Typography sx={{ fontSize: 12.5 }} color="text.secondary">
              {underlay.name}: {formatLength(differenceMm, display)} off, {formatPerThousand(perThousand)}
              {traced !== null && (
                <Box component="span" sx={{ color: missed ? 'error.main' : 'inherit' }}>
                  ; traced {formatLength(traced, display)}
                  {missed ? ' !' : ''}
                </Box>
              )}
            </Typography>
          </Stack>
        )
      })}
    </>
  )
}

/** What was traced between the ends of a stated length, against that. */
const againstTraced = (statedMm: number, traced: number): DimensionResidual => ({
  statedMm,
  drawnMm: traced,
  differenceMm: traced - statedMm,
  perThousand: ((traced - statedMm) / statedMm) * 1000,
})

/** How far stated and drawn may differ on this job. */
function ToleranceFields() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const settings = settingsOf(records)
  const { mm, perThousand } = toleranceOf(settings)
  const keep = (change: object) => put('Set tolerance', { ...settings, ...change })
  return (
    <Box sx={{ display: 'flex', gap: 1 }}>
      <CommittedField
        label="Tolerance"
        value={formatLength(mm, display)}
        onCommit={(text) => keep({ toleranceMm: Math.max(0, parseLength(text, display.unit)) })}
      />
      <CommittedField
        label="and per thousand"
        value={String(perThousand)}
        onCommit={(text) => {
          const value = Number(text.replace(',', '.').replace('‰', ''))
          if (!(value >= 0 && value <= 1000)) throw new Error('The tolerance per thousand is a number from 0 to 1000.')
          keep({ tolerancePerThousand: value })
        }}
      />
    </Box>
  )
}
