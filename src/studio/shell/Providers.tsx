'use client'

import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider, useColorScheme } from '@mui/material/styles'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { type ReactNode, useEffect, useLayoutEffect, useState } from 'react'
import { useLayout } from '@/studio/state/layout'
import { turnTo } from '@/studio/state/light'
import { theme } from '@/studio/ui/theme'

/** Keeps interface and board in the light that is wanted, or in that of the system. */
function Lamp() {
  const wanted = useLayout((layout) => layout.light)
  const { mode, systemMode, setMode } = useColorScheme()
  useEffect(() => setMode(wanted === null ? 'system' : wanted === 'night' ? 'dark' : 'light'), [wanted, setMode])
  const now = mode === 'system' ? systemMode : mode
  useLayoutEffect(() => turnTo(now === 'dark' ? 'night' : 'day'), [now])
  return null
}

export function Providers({ children }: { children: ReactNode }) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        <Lamp />
        {children}
      </ThemeProvider>
    </QueryClientProvider>
  )
}
