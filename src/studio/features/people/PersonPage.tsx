'use client'

import Box from '@mui/material/Box'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { Logo } from '@/studio/ui/Logo'

/** A page about people, reached from the projects. */
export function PersonPage({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="main" sx={{ maxWidth: 860, mx: 'auto', px: { xs: 2, sm: 4 }, py: 5 }}>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, mb: 4 }}>
        <Link href="/" aria-label="All projects" style={{ display: 'flex' }}>
          <Logo sizePx={34} />
        </Link>
        <Typography variant="h1">{title}</Typography>
      </Stack>
      {children}
    </Box>
  )
}

/** A part of such a page, under its heading. */
export function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 4, borderTop: 1, borderColor: 'divider', pt: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  )
}
