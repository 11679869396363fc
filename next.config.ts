import type { NextConfig } from 'next'

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: [
    'pg',
    'pg-boss',
    '@napi-rs/canvas',
    'pdfjs-dist',
    'sharp',
    'replicad',
    'replicad-opencascadejs',
  ],
  // Type and style checks are steps of their own (`npm test`), with better messages.
  typescript: { ignoreBuildErrors: true },
}

export default config
