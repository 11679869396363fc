import type { NextConfig } from 'next'

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // Pictures are made by the readers, at their size; the maker of pictures that Next.js brings along stays shut.
  images: { unoptimized: true },
  serverExternalPackages: [
    'pg',
    'pg-boss',
    '@napi-rs/canvas',
    'pdfjs-dist',
    'pino',
    'prom-client',
    'sharp',
    'replicad',
    'replicad-opencascadejs',
  ],
  // Type and style checks are steps of their own (`npm test`), with better messages.
  typescript: { ignoreBuildErrors: true },
}

export default config
