import RotateLeftIcon from '@mui/icons-material/RotateLeft'
import RotateRightIcon from '@mui/icons-material/RotateRight'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { shownDisplayOf } from '@/core/model/settings/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { parsePlace } from '@/core/units/place'
import { workbench } from '@/studio/board/workbench'
import { choose, useOptions } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { showUnderlays } from '@/studio/state/show'
import { attempt } from '@/studio/tooling/attempt'
import { basePointOptions } from '@/studio/tooling/options'
import { RowForm } from '@/studio/ui/RowForm'
import { turnTogether } from './group'
import { togetherNow } from './together-now'
import { basePoint } from './tools/base-point'
import { turnSheets } from './turn-sheets'

/** Which sheets are sized and turned together, about which point, and by how much they turn. */
export function BasePanel({
  underlay,
  group,
  picked,
}: {
  underlay: Underlay
  group: readonly Underlay[]
  picked: readonly Underlay[]
}) {
  return (
    <Stack component="section" aria-label="Turned and sized together" sx={{ gap: 1, mt: 2 }}>
      {group.length === 1 && picked.length > 1 && (
        <Box>
          <Typography sx={{ fontSize: 12.5 }}>{picked.length} sheets are selected; each is sized by itself.</Typography>
          <Button size="small" onClick={() => workbench.pick(picked.map(({ id }) => id))}>
            Size and turn them together
          </Button>
        </Box>
      )}
      {group.length > 1 && (
        <Box>
          <Typography sx={{ fontSize: 12.5 }}>
            {group.length} selected sheets are sized and turned together, and keep their places to one another.
          </Typography>
          <Button size="small" onClick={() => workbench.pick([underlay.id])}>
            Only {underlay.name}
          </Button>
        </Box>
      )}
      <BaseField />
      <TurnRow group={group} />
    </Stack>
  )
}

function BaseField() {
  const base = useOptions(basePointOptions).basePoint
  const records = useProject((project) => project.records)
  const display = shownDisplayOf(records)
  const [typed, setTyped] = useState<string | null>(null)
  const shown = base ? `${formatLength(base.x, display, false)}, ${formatLength(base.y, display, false)}` : ''
  const take = () => {
    const text = typed?.trim()
    if (text === undefined || text === shown) return setTyped(null)
    const at = text === '' ? null : attempt(() => parsePlace(text, display.unit))
    if (at instanceof Error) return tell(at.message)
    setTyped(null)
    choose(basePointOptions, { basePoint: at })
  }
  return (
    <RowForm onTake={take}>
      <TextField
        size="small"
        fullWidth
        label="Base point (x, y)"
        placeholder="first point clicked"
        value={typed ?? shown}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={take}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button size="small" variant="outlined" onClick={() => workbench.take(basePoint)}>
        Pick
      </Button>
      {base && (
        <Button size="small" onClick={() => choose(basePointOptions, { basePoint: null })}>
          None
        </Button>
      )}
    </RowForm>
  )
}

const QUARTER = { minWidth: 0, px: 0.75, whiteSpace: 'nowrap' } as const

function TurnRow({ group }: { group: readonly Underlay[] }) {
  const [typed, setTyped] = useState('')
  const turn = () => {
    const deg = attempt(() => parseAngleDeg(typed))
    if (deg instanceof Error) return tell(deg.message)
    const refit = turnTogether('Turn sheet', group, togetherNow(), (deg * Math.PI) / 180)
    workbench.carryOut({ refit })
    showUnderlays(refit.refitted.map(({ after }) => after))
    setTyped('')
  }
  return (
    <RowForm onTake={turn}>
      <Button size="small" variant="outlined" aria-label="90° left" sx={QUARTER} onClick={() => turnSheets(group, 1)}>
        <RotateLeftIcon fontSize="small" /> 90°
      </Button>
      <Button size="small" variant="outlined" aria-label="90° right" sx={QUARTER} onClick={() => turnSheets(group, -1)}>
        <RotateRightIcon fontSize="small" /> 90°
      </Button>
      <TextField
        size="small"
        label="Turn °"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        sx={{ flex: 1, minWidth: 0 }}
      />
      <Button type="submit" size="small" variant="outlined" disabled={typed.trim() === ''} sx={{ minWidth: 0 }}>
        Turn
      </Button>
    </RowForm>
  )
}
