import ButtonBase from '@mui/material/ButtonBase'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { boxOf, grow } from '@/core/geometry/box'
import { ofKind } from '@/core/model/of-kind'
import { roomAreas } from '@/core/model/space/stated-area'
import { formatArea } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { currentPlan } from '@/studio/state/plan'
import { useProject } from '@/studio/state/project'
import { showBox } from '@/studio/state/view'
import { useDisplay } from '@/studio/ui/display'

const AROUND_MM = 4000

/** Areas that are printed in rooms against what encloses them: a click shows the room. */
export function RoomAreaList() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const plan = currentPlan()
  const areas = roomAreas(ofKind('space', records), (space) => plan.boundaryOf(space)?.areaMm2 ?? null)
  if (areas.length === 0) return null
  const apart = areas.filter((each) => each.apart).length
  return (
    <Stack component="section" aria-label="Room areas" sx={{ mb: 2 }}>
      <Typography variant="h3">Printed room areas</Typography>
      <Typography color={apart > 0 ? 'error' : 'text.primary'} sx={{ mb: 0.5 }}>
        {apart > 0
          ? `${apart} of ${areas.length} differ from what was traced.`
          : `All ${areas.length} agree with what was traced.`}
      </Typography>
      {areas.map(({ space, statedMm2, foundMm2, apart: differs }) => (
        <ButtonBase
          key={space.id}
          onClick={() => {
            workbench.pick([space.id])
            showBox(grow(boxOf([space.at]), AROUND_MM))
          }}
          sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider', display: 'block', textAlign: 'left' }}
        >
          <Typography variant="figure" component="p" color={differs ? 'error' : 'text.primary'}>
            printed {formatArea(statedMm2, display)},{' '}
            {foundMm2 === null ? 'not enclosed' : `traced ${formatArea(foundMm2, display)}`}
            {differs ? ' !' : ''}
          </Typography>
          <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
            {space.number} {space.name}
          </Typography>
        </ButtonBase>
      ))}
    </Stack>
  )
}
