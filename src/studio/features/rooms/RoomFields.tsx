import Typography from '@mui/material/Typography'
import { storeyOf } from '@/core/building/building'
import type { Space } from '@/core/model/space/schema'
import { formatArea, formatLength, formatVolume } from '@/core/units/format'
import { toolContext } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField, withLength } from '@/studio/ui/LengthField'

export function RoomFields({ element: space }: { element: Space }) {
  const { plan, display, records } = toolContext()
  const boundary = plan.boundaryOf(space)
  const height = space.heightMm ?? storeyOf(space, records)
  return (
    <>
      <Typography variant="figure" color={boundary ? undefined : 'error'}>
        {boundary
          ? `${formatArea(boundary.areaMm2, display)}, ${formatLength(boundary.perimeterMm, display)} around, ${formatVolume(boundary.areaMm2 * height, display)}`
          : 'Open: walls or separators do not enclose it.'}
      </Typography>
      <CommittedField
        label="Name"
        value={space.name}
        onCommit={(name) => name && put('Change room', { ...space, name: name.slice(0, 100) })}
      />
      <CommittedField
        label="Number"
        value={space.number}
        onCommit={(number) => put('Change room', { ...space, number: number.slice(0, 30) })}
      />
      <CommittedField
        label="Use"
        value={space.use}
        onCommit={(use) => put('Change room', { ...space, use: use.slice(0, 100) })}
      />
      <LengthField
        label="Clear height"
        mm={space.heightMm}
        usual={height}
        onTake={(mm) => put('Change room', withLength(space, 'heightMm', mm))}
      />
    </>
  )
}
