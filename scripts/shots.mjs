// Makes docs/screenshots from the demo: `npm run shots`.
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian('postgresql', 'bubblewrap', 'chromium', 'poppler-utils')
const { ensureBuilt } = await import('./lib/build.mjs')
ensureBuilt()
const { runAgainstFresh } = await import('./lib/stack.mjs')
process.exit(await runAgainstFresh('shots', 'tests/shots/main.ts', { port: 5080, seed: true }))
