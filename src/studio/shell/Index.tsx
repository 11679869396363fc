'use client'

import Box from '@mui/material/Box'
import { palette } from '@/studio/ui/palette'
import { PanelsOf } from './PanelsOf'

/** The project as a pile seen from the side: levels, the tracing on top, the sheets beneath. */
export function Index() {
  return (
    <Box
      component="aside"
      aria-label="Stack"
      sx={{
        gridArea: 'stack',
        overflow: 'auto',
        borderRight: 1,
        borderColor: 'divider',
        bgcolor: palette.vellumDeep,
        p: 1.25,
      }}
    >
      <PanelsOf slot="index" />
    </Box>
  )
}
