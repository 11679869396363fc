'use client'

import Box from '@mui/material/Box'
import { useBench } from '@/studio/state/bench'
import { Fronts } from './Fronts'
import { Strip } from './Strip'

/** Pixels: one height for every tool, so that the board doesn't shift under the cursor. */
const HEIGHT_PX = 62

/** Below the board: the fronts of the drawers, and the strip of the tool in hand. */
export function Bench() {
  const step = useBench((bench) => bench.step)
  if (step === 'bring-in') return null
  return (
    <Box
      component="section"
      aria-label="Bench"
      sx={{
        gridArea: 'bench',
        position: 'relative',
        zIndex: 3,
        display: 'flex',
        height: HEIGHT_PX,
        bgcolor: 'background.paper',
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Fronts />
      <Strip heightPx={HEIGHT_PX} />
    </Box>
  )
}
