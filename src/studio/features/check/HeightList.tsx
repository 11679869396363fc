import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { modelledHeights, nearestHeight } from '@/core/check/heights'
import { isHeightOut, toleranceOf } from '@/core/check/tolerance'
import { settingsOf } from '@/core/model/settings/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { formatLength } from '@/core/units/format'
import { useLevelMarks } from '@/studio/features/fit/feature'
import { light } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'

/** Heights that sections state against those of the model: levels, and where members begin, end, and have their upper and lower side. */
export function HeightList() {
  const records = useProject((project) => project.records)
  const standing = underlaysOf(records).filter(({ levelId }) => workPlaneOf(levelId, records))
  const heights = useMemo(() => modelledHeights(records), [records])
  if (standing.length === 0) return null
  return (
    <Stack component="section" aria-label="Heights" sx={{ mb: 2 }}>
      <Typography variant="h3">Stated heights</Typography>
      {standing.map((underlay) => (
        <OfSheet key={underlay.id} underlay={underlay} heights={heights} />
      ))}
    </Stack>
  )
}

function OfSheet({ underlay, heights }: { underlay: Underlay; heights: readonly number[] }) {
  const marks = useLevelMarks(underlay)
  const records = useProject((project) => project.records)
  const tolerance = toleranceOf(settingsOf(records))
  const display = useDisplay()
  return marks.map((mark) => {
    const modelledMm = nearestHeight(heights, mark.statedMm)
    const off = modelledMm !== null && isHeightOut(modelledMm - mark.statedMm, tolerance)
    return (
      <Stack
        key={`${mark.atPt.x} ${mark.atPt.y}`}
        onMouseEnter={() => light({ underlayId: underlay.id, fromPt: mark.atPt, toPt: mark.linePt })}
        onMouseLeave={() => light(null)}
        sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}
      >
        <Typography variant="figure" color={off ? 'error' : 'text.primary'}>
          stated {formatLength(mark.statedMm, display)},{' '}
          {modelledMm === null ? 'nothing modelled near it' : `modelled ${formatLength(modelledMm, display)}`}
          {off ? ' !' : ''}
        </Typography>
        <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
          {mark.text} on {underlay.name}
        </Typography>
      </Stack>
    )
  })
}
