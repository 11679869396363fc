'use client'

import Box from '@mui/material/Box'
import { useProject } from '@/studio/state/project'

/** Says what somebody may do who can't change the project. */
export function RightsBanner() {
  const may = useProject((project) => project.may)
  const words = [
    'look',
    may.has('measure') && 'measure',
    may.has('remark') && 'write remarks',
    may.has('hand-over') && 'export',
  ]
    .filter((word) => word !== false)
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1')
  return (
    <Box
      role="status"
      sx={{
        position: 'absolute',
        left: 12,
        bottom: 12,
        zIndex: 2,
        px: 1.5,
        py: 0.5,
        fontSize: 12.5,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        color: 'text.secondary',
        pointerEvents: 'none',
      }}
    >
      You can {words} here.
    </Box>
  )
}
