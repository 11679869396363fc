// Kills, many editors and hostile files, and what they leave: `npm run faults`, or `npm run faults -- kills`.
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian('postgresql', 'bubblewrap', 'chromium', 'librsvg2-bin', 'ghostscript', 'qpdf')
const { ensureBuilt } = await import('./lib/build.mjs')
ensureBuilt()
const { runAgainstFresh } = await import('./lib/stack.mjs')
const args = process.argv.slice(2)
process.exit(await runAgainstFresh('faults', 'tests/faults/main.ts', { port: 5180, seed: false, args }))
