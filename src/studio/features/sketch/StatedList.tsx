import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import type { Part } from '@/core/model/part/schema'
import { statedAndDrawn } from '@/core/sketch/stated'
import { workbench } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { sayStated } from '@/studio/tooling/stated'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'

/** Printed lines are drawn no better than this. */
const USUAL_TOLERANCE_MM = 0.1
/** Of an angle. */
const TOLERANCE_RAD = (0.1 * Math.PI) / 180

/** Where what is printed and what is drawn are not the same: the number holds, the picture is only listed. */
export function StatedList({ part, planeId }: { part: Part; planeId: string }) {
  const records = useProject((project) => project.records)
  const all = useMemo(() => statedAndDrawn(planeId, records), [planeId, records])
  const display = useDisplay()
  if (all.length === 0) return null
  const toleranceMm = part.toleranceMm ?? USUAL_TOLERANCE_MM
  const off = all.filter(
    ({ dimension: { way, stated }, drawn }) =>
      Math.abs(drawn - stated) > (way === 'angle' ? TOLERANCE_RAD : toleranceMm),
  )
  return (
    <Stack component="section" aria-label="Stated and drawn" sx={{ gap: 0.5 }}>
      <Typography variant="h3">Stated and drawn</Typography>
      <Typography role="status" color="text.secondary" sx={{ fontSize: 13 }}>
        {off.length === 0
          ? `${all.length === 1 ? 'The stated dimension agrees' : `All ${all.length} stated dimensions agree`} with what was traced.`
          : `${off.length} of ${all.length} ${all.length === 1 ? 'differs' : 'differ'} from what was traced; the number holds.`}
      </Typography>
      {off.map(({ dimension: { id, way, stated }, drawn }) => (
        <Typography
          key={id}
          component="button"
          variant="figure"
          color="error"
          onClick={() => workbench.pick([id])}
          sx={{ border: 0, bgcolor: 'transparent', p: 0, textAlign: 'left', cursor: 'pointer' }}
        >
          stated {sayStated(way, stated, display)}, drawn {sayStated(way, drawn, display)}
        </Typography>
      ))}
      <Stack sx={{ pt: 1, maxWidth: 140 }}>
        <LengthField
          label="Told beyond"
          mm={toleranceMm}
          precision={3}
          onTake={(mm) => {
            if (!(mm !== undefined && mm >= 0)) throw new Error('Type a length that is not less than nothing.')
            put('Change tolerance of part', { ...part, toleranceMm: mm })
          }}
        />
      </Stack>
    </Stack>
  )
}
