'use client'

import Typography from '@mui/material/Typography'

/** How to begin, while nothing is traced yet. */
export const TraceHint = () => (
  <Typography color="text.secondary">
    Type how thick the walls are, say which of their lines you follow, and click along the plan. Draw and Change on the
    bench hold everything for plain lines. The cursor catches the sheet’s own lines and yours.
  </Typography>
)
