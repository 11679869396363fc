// Finds the weights that walls are judged by, on made-up plans: `npm run train` (training/README.md).
import { ensurePackages } from './lib/packages.mjs'
import { runProgram } from './lib/programs.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
const child = runProgram('training/walls.ts', process.argv.slice(2), { cwd: ROOT, stdio: 'inherit' })
child.on('exit', (status) => process.exit(status ?? 2))
