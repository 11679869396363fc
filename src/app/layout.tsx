import '@fontsource-variable/figtree'
import '@fontsource/ibm-plex-mono/400.css'
import '@fontsource/ibm-plex-mono/600.css'
import './globals.css'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { Providers } from '@/studio/Providers'

export const metadata: Metadata = {
  title: 'Calque',
  description: 'Plans as underlays, true to size, traced into models.',
  icons: { icon: '/icon.svg' },
}

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <AppRouterCacheProvider>
          <Providers>{children}</Providers>
        </AppRouterCacheProvider>
      </body>
    </html>
  )
}
