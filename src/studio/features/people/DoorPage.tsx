'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { Logo } from '@/studio/ui/Logo'

/** A page in front of the projects: somebody signs in, comes by an invitation or a link. */
export function DoorPage({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', p: 2 }}>
      <Box
        sx={{
          width: 'min(400px, 100%)',
          p: { xs: 2.5, sm: 4 },
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 2,
        }}
      >
        <Logo sizePx={34} />
        <Typography variant="h1" sx={{ mt: 1, mb: 2.5, overflowWrap: 'anywhere' }}>
          {title}
        </Typography>
        {children}
      </Box>
    </Box>
  )
}
