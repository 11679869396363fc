import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { isHeightOut, toleranceOf } from '@/core/check/tolerance'
import type { LevelMark } from '@/core/fit/level-marks'
import { project } from '@/core/geometry/projective'
import { withFirstLevel } from '@/core/model/level/schema'
import { settingsOf } from '@/core/model/settings/schema'
import { boardMap, movedBy } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength, formatLevel } from '@/core/units/format'
import { light } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { useDisplay } from '@/studio/ui/display'
import { useLevelMarks } from './level-marks'

/** Heights nearer than this are one level. */
const SAME_LEVEL_MM = 5

/** Heights written on a section against where they are drawn, pair by pair; one of them, or all, can be made to hold, and become levels. */
export function LevelMarkPanel({ underlay }: { underlay: Underlay }) {
  const marks = useLevelMarks(underlay)
  const records = useProject((state) => state.records)
  const display = useDisplay()
  if (marks.length === 0) return null
  const map = boardMap(underlay.placement)
  const rows = marks
    .map((mark) => {
      const drawnMm = project(map, mark.linePt).y
      return { mark, drawnMm, offMm: drawnMm - mark.statedMm }
    })
    .sort((a, b) => b.mark.statedMm - a.mark.statedMm)
  const tolerance = toleranceOf(settingsOf(records))
  const raise = (byMm: number) =>
    refit({
      label: 'Set height of sheet',
      refitted: [
        { before: underlay, after: { ...underlay, placement: movedBy(underlay.placement, { x: 0, y: byMm }) } },
      ],
    })
  const levels = withFirstLevel(records)
  const isLevel = (mm: number) => levels.some(({ elevationMm }) => Math.abs(elevationMm - mm) < SAME_LEVEL_MM)
  const addLevel = ({ statedMm }: LevelMark) => {
    const name = `Level ${formatLevel(statedMm, display)}`
    put('Add level', { id: crypto.randomUUID(), kind: 'level', name, elevationMm: statedMm })
  }
  const meanMm = rows.reduce((sum, { offMm }) => sum + offMm, 0) / rows.length
  const out = rows.filter(({ offMm }) => isHeightOut(offMm, tolerance)).length
  return (
    <Stack component="section" aria-label="Heights on the sheet" sx={{ my: 1.5 }}>
      <Typography variant="h3">Heights on the sheet</Typography>
      <Typography role="status" color={out > 0 ? 'error' : 'text.secondary'} sx={{ mb: 0.5 }}>
        {out === 0
          ? `All ${rows.length} stated heights lie where they are drawn.`
          : `${out} of ${rows.length} stated heights are drawn elsewhere.`}
      </Typography>
      {rows.map(({ mark, drawnMm, offMm }) => (
        <Stack
          key={`${mark.atPt.x} ${mark.atPt.y}`}
          direction="row"
          onMouseEnter={() => light({ underlayId: underlay.id, fromPt: mark.atPt, toPt: mark.linePt })}
          onMouseLeave={() => light(null)}
          sx={{
            alignItems: 'center',
            flexWrap: 'wrap',
            justifyContent: 'end',
            gap: 1,
            py: 0.5,
            borderBottom: 1,
            borderColor: 'divider',
          }}
        >
          <Stack sx={{ flex: '1 0 100%' }}>
            <Typography variant="figure">
              stated {formatLength(mark.statedMm, display)}, drawn {formatLength(drawnMm, display)}
            </Typography>
            <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
              {mark.text}: {formatLength(offMm, display)} off
            </Typography>
          </Stack>
          <Button
            size="small"
            variant="outlined"
            disabled={underlay.locked || Math.abs(offMm) < 0.01}
            onClick={() => raise(-offMm)}
            aria-label={`Make ${mark.text} hold`}
          >
            Holds
          </Button>
          <Button
            size="small"
            disabled={isLevel(mark.statedMm)}
            onClick={() => addLevel(mark)}
            aria-label={`Make a level at ${mark.text}`}
          >
            {isLevel(mark.statedMm) ? 'Is a level' : 'Level'}
          </Button>
        </Stack>
      ))}
      {rows.length > 1 && (
        <Button
          size="small"
          disabled={underlay.locked || Math.abs(meanMm) < 0.01}
          onClick={() => raise(-meanMm)}
          sx={{ mt: 0.75 }}
        >
          Set its height by all of them
        </Button>
      )}
    </Stack>
  )
}
