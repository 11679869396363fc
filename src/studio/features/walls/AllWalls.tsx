'use client'

import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { ofKind } from '@/core/model/of-kind'
import { wallLengthMm } from '@/core/model/wall/line'
import { formatLength } from '@/core/units/format'
import { useNow } from '@/studio/state/now'
import { useDisplay } from '@/studio/ui/display'

/** All walls by their thickness, while nothing is picked. */
export function AllWalls() {
  const walls = ofKind('wall', useNow().records)
  const display = useDisplay()
  const byThickness = new Map<number, number>()
  for (const wall of walls)
    byThickness.set(wall.thicknessMm, (byThickness.get(wall.thicknessMm) ?? 0) + wallLengthMm(wall))
  return (
    <>
      <Typography sx={{ mb: 1 }}>{walls.length === 1 ? '1 wall' : `${walls.length} walls`}, by thickness:</Typography>
      {[...byThickness].map(([thickness, length]) => (
        <Stack key={thickness} direction="row" sx={{ justifyContent: 'space-between', py: 0.25 }}>
          <Typography variant="figure">{formatLength(thickness, display)}</Typography>
          <Typography variant="figure">{formatLength(length, display)}</Typography>
        </Stack>
      ))}
      <Typography color="text.secondary" sx={{ mt: 2, fontSize: 12.5 }}>
        Lengths are of the traced lines. Select a wall to see or change it.
      </Typography>
    </>
  )
}
