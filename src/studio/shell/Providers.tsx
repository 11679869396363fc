'use client'

import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { theme } from '@/studio/ui/theme'

export function Providers({ children }: { children: ReactNode }) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        {children}
      </ThemeProvider>
    </QueryClientProvider>
  )
}
