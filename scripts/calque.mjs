// The command line: `npm run --silent calque -- inspect FILE --json`.
import { ensurePackages } from './lib/packages.mjs'
import { ROOT, runTypeScript } from './lib/typescript.mjs'

ensurePackages(ROOT, { quiet: true })
// npm runs scripts in the project's folder; files are named from where the person stands.
const child = runTypeScript('cli/main.ts', process.argv.slice(2), { cwd: process.env.INIT_CWD ?? process.cwd() })
child.on('exit', (status) => process.exit(status ?? 2))
