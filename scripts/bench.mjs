// Measures what the product promises and prints a table of ratios: `npm run bench`.
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian(
  'postgresql',
  'bubblewrap',
  'chromium',
  'poppler-utils',
  'mupdf-tools',
  'ghostscript',
  'librsvg2-bin',
  'redis-server',
)
const { ensureBuilt } = await import('./lib/build.mjs')
ensureBuilt()
const { runAgainstFresh } = await import('./lib/stack.mjs')
const args = process.argv.slice(2)
process.exit(await runAgainstFresh('bench', 'tests/bench/main.ts', { port: 4980, seed: false, args }))
