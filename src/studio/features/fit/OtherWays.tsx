'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { rescaled } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { isImperial } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { parseRatio, RatioError } from '@/core/units/ratio'
import { toolContext, workbench } from '@/studio/board/workbench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { fitState } from '@/studio/tooling/fit-state'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { RowForm } from '@/studio/ui/RowForm'
import { scaleTogether } from './group'
import { togetherNow } from './together-now'

/** A scale that is typed, and the same fit for the other sheets of the file. */
export function OtherWays({
  underlay,
  group,
  paperFactor,
}: {
  underlay: Underlay
  group: readonly Underlay[]
  paperFactor: number
}) {
  return (
    <Box sx={{ mt: 2, display: 'flex', flexDirection: 'column', gap: 1 }}>
      <TypedScale underlay={underlay} group={group} paperFactor={paperFactor} />
      <SameForSet underlay={underlay} />
    </Box>
  )
}

const FACTOR = /^(?:[x×*]\s*(\d+(?:[.,]\d+)?)|(\d+(?:[.,]\d+)?)\s*%)$/

/**
 * `1:98.6` and the like set the scale; `×1.02` and `102 %` change it, by the same factor for all that change together.
 * The base point stays, or the middle of them all.
 */
function TypedScale({ underlay, group, paperFactor }: Parameters<typeof OtherWays>[0]) {
  const [typed, setTyped] = useState('')
  const take = () => {
    try {
      const [, times, percent] = typed.trim().match(FACTOR) ?? []
      const factor = times ? Number(times.replace(',', '.')) : percent ? Number(percent.replace(',', '.')) / 100 : null
      const wanted = factor ?? (parseRatio(typed) * MM_PER_PT * paperFactor) / underlay.placement.mmPerPt
      workbench.carryOut({ refit: scaleTogether('Set scale', group, togetherNow(), wanted) })
      setTyped('')
    } catch (error) {
      if (!(error instanceof RatioError)) throw error
      tell(`${error.message} Or change it: ×1.02, 98.6 %.`)
    }
  }
  return (
    <RowForm onTake={take}>
      <TextField
        size="small"
        fullWidth
        label="Scale, or a factor"
        placeholder={isImperial(toolContext().display) ? '1/4" = 1\'-0", ×1.02' : '1:100, ×1.02, 98.6 %'}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
      />
      <Button type="submit" size="small" variant="outlined" disabled={typed.trim() === ''}>
        Set
      </Button>
    </RowForm>
  )
}

/** Sheets of one set are drawn and printed alike: what fits one of them may be given to the others. */
function SameForSet({ underlay }: { underlay: Underlay }) {
  const records = useProject((project) => project.records)
  const sources = useProject((project) => project.sources)
  const source = sheetOf(sources, underlay.sheetId)?.source
  if (!source || !fitState(underlay, sources).trusted) return null
  const others = underlaysOf(records).filter(
    (other) =>
      other.id !== underlay.id &&
      !other.locked &&
      sheetOf(sources, other.sheetId)?.source.id === source.id &&
      other.placement.mmPerPt !== underlay.placement.mmPerPt,
  )
  if (others.length === 0) return null
  const { mmPerPt, strain } = underlay.placement
  const apply = () =>
    refit({
      label: 'Fit the set alike',
      refitted: others.map((before) => {
        const placement = rescaled(before.placement, { mmPerPt, strain }, { x: 0, y: 0 })
        return { before, after: { ...before, placement } }
      }),
    })
  return (
    <Box>
      <Typography sx={{ fontSize: 12.5 }} color="text.secondary">
        {others.length === 1
          ? `Another sheet of ${source.name} lies`
          : `${others.length} other sheets of ${source.name} lie`}{' '}
        here at another scale.
      </Typography>
      <Button size="small" variant="outlined" onClick={apply}>
        Give {others.length === 1 ? 'it' : 'them'} the same scale
      </Button>
    </Box>
  )
}
