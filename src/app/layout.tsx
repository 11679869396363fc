import '@fontsource-variable/figtree'
import '@fontsource/ibm-plex-mono/400.css'
import '@fontsource/ibm-plex-mono/600.css'
import './globals.css'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import type { Metadata } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { Providers } from '@/studio/shell/Providers'

export const metadata: Metadata = {
  title: 'Calque',
  description: 'Plans as underlays, true to size, traced into models.',
  icons: { icon: '/icon.svg' },
}

export default async function Layout({ children }: { children: ReactNode }) {
  // Pages are made anew for each request: the server names their scripts and styles by a nonce of that request.
  const nonce = (await headers()).get('content-security-policy')?.match(/'nonce-([^']+)'/)?.[1]
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-light" nonce={nonce ?? ''} />
        <AppRouterCacheProvider options={{ nonce }}>
          <Providers>{children}</Providers>
        </AppRouterCacheProvider>
      </body>
    </html>
  )
}
