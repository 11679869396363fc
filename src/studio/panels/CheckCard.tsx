'use client'

import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { residualOf } from '@/core/fit/single-dimension'
import { formatLength, formatPerThousand } from '@/core/units/format'
import { toolContext } from '../bench-store'
import { underlaysOf, useProject } from '../project/store'

/** Every stated dimension against what is drawn, over all sheets, the worst first. */
export function CheckCard() {
  const records = useProject((project) => project.records)
  const { display } = toolContext()
  const rows = underlaysOf(records)
    .flatMap((underlay) =>
      underlay.dimensions
        .filter(({ role }) => role === 'check')
        .map((dimension) => ({ id: dimension.id, name: underlay.name, ...residualOf(underlay.placement, dimension) })),
    )
    .sort((a, b) => Math.abs(b.perThousand) - Math.abs(a.perThousand))
  return (
    <>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        Measure anything on the board. Known lengths that were checked while fitting stand here, the worst first.
      </Typography>
      {rows.length === 0 && <Typography>No length was checked yet.</Typography>}
      {rows.map(({ id, name, statedMm, drawnMm, differenceMm, perThousand }) => (
        <Stack key={id} sx={{ py: 0.75, borderBottom: 1, borderColor: 'divider' }}>
          <Typography variant="figure">
            stated {formatLength(statedMm, display)}, drawn {formatLength(drawnMm, display)}
          </Typography>
          <Typography sx={{ fontSize: 12.5 }} color="text.secondary">
            {name}: {formatLength(differenceMm, display)} off, {formatPerThousand(perThousand)}
          </Typography>
        </Stack>
      ))}
    </>
  )
}
