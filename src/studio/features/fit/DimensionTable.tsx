'use client'

import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import { residualOf } from '@/core/fit/residual'
import { settingsOf } from '@/core/model/settings/schema'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { formatLength, formatPerThousand } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { light } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { fitBy } from './fit-by'
import { togetherNow } from './together-now'

interface TableProps {
  readonly underlay: Underlay
  readonly dimensions: readonly KnownDimension[]
  /** Dimensions whose residual is no picking error. */
  readonly doubted: ReadonlySet<string>
}

/** The known dimensions of a sheet: those that fit it, and those that only check it. */
export function DimensionTable({ underlay, dimensions, doubted }: TableProps) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        '& th, & td': { textAlign: 'right', py: 0.4, pl: 0.5, borderBottom: '1px solid', borderColor: 'divider' },
      }}
    >
      <thead>
        <tr>
          {['fits', 'stated', 'drawn', 'off', 'per mille', ''].map((word) => (
            <Box
              key={word}
              component="th"
              scope="col"
              sx={{ fontSize: 11.5, fontWeight: 500, color: 'text.secondary' }}
            >
              {word === 'per mille' ? <span title="in thousandths of the stated length">‰</span> : word}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {dimensions.map((dimension) => (
          <Row key={dimension.id} underlay={underlay} dimension={dimension} doubted={doubted.has(dimension.id)} />
        ))}
      </tbody>
    </Box>
  )
}

interface RowProps {
  readonly underlay: Underlay
  readonly dimension: KnownDimension
  readonly doubted: boolean
}

function Row({ underlay, dimension, doubted }: RowProps) {
  const display = useDisplay()
  const records = useProject((project) => project.records)
  const residual = residualOf(underlay.placement, dimension)
  const { statedMm, drawnMm, differenceMm, perThousand } = residual
  const out = doubted || isOut(residual, toleranceOf(settingsOf(records)))
  const { id, fromPt, toPt, role, axis } = dimension
  const others = underlay.dimensions.filter((each) => each.id !== id)
  const show = () => light({ underlayId: underlay.id, fromPt, toPt })
  const hide = () => light(null)
  const stated = formatLength(statedMm, display)
  const switchRole = () => {
    const next: KnownDimension = { ...dimension, role: role === 'fit' ? 'check' : 'fit' }
    workbench.carryOut(
      fitBy(
        underlay,
        underlay.dimensions.map((each) => (each.id === id ? next : each)),
        togetherNow(),
      ),
    )
  }
  return (
    <tr onMouseEnter={show} onMouseLeave={hide} onFocus={show} onBlur={hide}>
      <td>
        <Tooltip
          title={
            role === 'fit'
              ? 'Fits the sheet. Take it out to check with it only.'
              : 'Only checks. Let it fit the sheet too.'
          }
        >
          <Checkbox
            size="small"
            sx={{ p: 0 }}
            checked={role === 'fit'}
            onChange={switchRole}
            slotProps={{ input: { 'aria-label': `Fit by ${stated}` } }}
          />
        </Tooltip>
      </td>
      <td>
        <Typography variant="figure" noWrap sx={{ fontWeight: role === 'fit' ? 600 : 400, fontSize: 12 }}>
          {formatLength(statedMm, display, false)}
        </Typography>
        {axis && (
          <Typography sx={{ fontSize: 10.5 }} color="text.secondary">
            {axis} only
          </Typography>
        )}
      </td>
      <td>
        <Typography variant="figure" noWrap sx={{ fontSize: 12 }}>
          {formatLength(drawnMm, display, false)}
        </Typography>
      </td>
      <td>
        <Typography variant="figure" noWrap sx={{ fontSize: 12 }} color={out ? 'error' : 'text.primary'}>
          {formatLength(differenceMm, display, false)}
          {out ? ' !' : ''}
        </Typography>
      </td>
      <td>
        <Typography variant="figure" noWrap sx={{ fontSize: 11 }} color="text.secondary">
          {formatPerThousand(perThousand)}
        </Typography>
      </td>
      <td>
        <IconButton
          size="small"
          aria-label={`Remove the dimension ${stated}`}
          onClick={() => put('Remove dimension', { ...underlay, dimensions: others })}
          sx={{ p: 0.25 }}
        >
          <DeleteOutline sx={{ fontSize: 16 }} />
        </IconButton>
      </td>
    </tr>
  )
}
