'use client'

import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { residualOf } from '@/core/fit/single-dimension'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { formatLength, formatPerThousand, type LengthDisplay } from '@/core/units/format'
import { toolContext, useBench } from '../bench-store'
import { put, underlaysOf, useProject } from '../project/store'
import { fitState } from '../sheets/fit-state'
import { fittedBy, fitUnderlay } from '../tools/fit'

/** A check that is off by more than this is worth a second look: half a centimetre on ten metres. */
const SUSPECT_PER_THOUSAND = 0.5

/** How a sheet came to its size, and how well that holds elsewhere on it. */
export function FitCard() {
  const records = useProject((project) => project.records)
  const sources = useProject((project) => project.sources)
  const selection = useBench((bench) => bench.selection)
  const underlays = underlaysOf(records)
  const underlay = underlays.find(({ id }) => selection.includes(id)) ?? underlays.at(-1)
  if (!underlay) return <Typography>Bring in a sheet, then measure something on it that you know.</Typography>
  const { display } = toolContext()
  const { name, dimensions } = underlay
  const { ratio, words, trusted } = fitState(underlay, sources)
  const fit = fittedBy(underlay)
  const checks = dimensions.filter(({ role }) => role === 'check')
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
      {!fit && (
        <Typography color="text.secondary">
          Click both ends of a length that you know, the longer the better, and type how long it is. The first point
          stays where it is.
        </Typography>
      )}
      {dimensions.length > 0 && (
        <Box
          component="table"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            '& th, & td': { textAlign: 'right', py: 0.5, pl: 0.5, borderBottom: '1px solid', borderColor: 'divider' },
          }}
        >
          <thead>
            <tr>
              {['stated', 'drawn', 'off', ''].map((word) => (
                <Box
                  key={word}
                  component="th"
                  scope="col"
                  sx={{ fontSize: 11.5, fontWeight: 500, color: 'text.secondary' }}
                >
                  {word}
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...(fit ? [fit] : []), ...checks].map((dimension) => (
              <Row key={dimension.id} underlay={underlay} dimension={dimension} display={display} />
            ))}
          </tbody>
        </Box>
      )}
      {fit && checks.length === 0 && (
        <Typography color="text.secondary" sx={{ mt: 1.5 }}>
          Now check it: measure another known length at the other end of the sheet, in the other direction.
        </Typography>
      )}
      {checks.length > 0 && <Verdict underlay={underlay} checks={checks} />}
      <Typography color="text.secondary" sx={{ mt: 2, fontSize: 12.5 }}>
        Nothing but this sheet changes its size. Any length above can become the one that it is fitted by.
      </Typography>
    </>
  )
}

function Verdict({ underlay, checks }: { underlay: Underlay; checks: readonly KnownDimension[] }) {
  const worst = Math.max(...checks.map((dimension) => Math.abs(residualOf(underlay.placement, dimension).perThousand)))
  const holds = worst <= SUSPECT_PER_THOUSAND
  return (
    <Typography role="status" sx={{ mt: 1.5 }} color={holds ? 'text.primary' : 'error'}>
      {holds
        ? `The size holds: no check is off by more than ${formatPerThousand(worst)}.`
        : `A check is off by ${formatPerThousand(worst)}. Fit by a longer length, or see whether the stated number is right.`}
    </Typography>
  )
}

function Row({
  underlay,
  dimension,
  display,
}: {
  underlay: Underlay
  dimension: KnownDimension
  display: LengthDisplay
}) {
  const { statedMm, drawnMm, differenceMm, perThousand } = residualOf(underlay.placement, dimension)
  const isFit = dimension.role === 'fit'
  const suspect = Math.abs(perThousand) > SUSPECT_PER_THOUSAND
  const without = () =>
    put('Remove dimension', { ...underlay, dimensions: underlay.dimensions.filter(({ id }) => id !== dimension.id) })
  return (
    <tr>
      <td>
        <Typography variant="figure" noWrap sx={{ fontWeight: isFit ? 600 : 400 }}>
          {formatLength(statedMm, display, false)}
        </Typography>
      </td>
      <td>
        <Typography variant="figure" noWrap>
          {formatLength(drawnMm, display, false)}
        </Typography>
      </td>
      <td>
        {isFit ? (
          <Typography sx={{ fontSize: 12 }} color="text.secondary">
            fitted
          </Typography>
        ) : (
          <Tooltip title="Use this length to fit the sheet">
            <Button
              size="small"
              color={suspect ? 'error' : 'primary'}
              onClick={() => fitUnderlay(underlay, dimension)}
              sx={{ minWidth: 0, p: 0, lineHeight: 1.2, flexDirection: 'column', alignItems: 'end' }}
            >
              <Typography variant="figure" component="span" noWrap>
                {formatLength(differenceMm, display, false)}
                {suspect ? ' !' : ''}
              </Typography>
              <Typography variant="figure" component="span" noWrap sx={{ fontSize: 10.5 }}>
                {formatPerThousand(perThousand)}
              </Typography>
            </Button>
          </Tooltip>
        )}
      </td>
      <td>
        <IconButton
          size="small"
          aria-label={`Remove the dimension ${formatLength(statedMm, display)}`}
          onClick={without}
        >
          <DeleteOutline sx={{ fontSize: 16 }} />
        </IconButton>
      </td>
    </tr>
  )
}
