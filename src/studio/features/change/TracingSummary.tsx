'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { ofKind } from '@/core/model/of-kind'
import { isDrawn } from '@/core/model/shapes'
import { counted } from '@/core/units/format'
import { useProject } from '@/studio/state/project'
import { palette } from '@/studio/ui/palette'

/** What is traced, in figures. */
export function TracingSummary() {
  const records = useProject((project) => project.records)
  const walls = ofKind('wall', records).length
  const members = ofKind('member', records).length
  const lines = [...records.values()].filter(isDrawn).length
  return (
    <Box
      sx={{
        px: 1.5,
        py: 1,
        mb: 1.25,
        border: 1,
        borderColor: palette.wallEdge,
        bgcolor: palette.wallFilm,
        transform: 'skewX(-8deg)',
      }}
    >
      <Typography variant="h3" sx={{ transform: 'skewX(8deg)' }}>
        Tracing{' '}
        <Typography component="span" sx={{ fontWeight: 400, fontSize: 13 }}>
          {walls === 1 ? '1 wall' : `${walls} walls`}
          {members > 0 && (members === 1 ? ', 1 member' : `, ${members} members`)}
          {lines > 0 && ', '}
          {lines > 0 && <span>{counted(lines, 'line')}</span>}
        </Typography>
      </Typography>
    </Box>
  )
}
