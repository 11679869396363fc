import Box from '@mui/material/Box'
import type { ReactNode } from 'react'

/** Fields and buttons in one row, taken by Enter. */
export function RowForm({ onTake, children }: { onTake: () => void; children: ReactNode }) {
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1 }}
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        onTake()
      }}
    >
      {children}
    </Box>
  )
}
