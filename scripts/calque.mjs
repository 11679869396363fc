// The command line: `npm run --silent calque -- inspect FILE --json`.
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT, { quiet: true })
const { runProgram } = await import('./lib/programs.mjs')
/** Seconds that one page is given, as on the server. */
const pageSeconds = Number(process.env.CALQUE_PAGE_SECONDS ?? 120)

// npm runs scripts in the project's folder; files are named from where the person stands.
const child = runProgram('cli/main.ts', process.argv.slice(2), {
  cwd: process.env.INIT_CWD ?? process.cwd(),
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
})
let timer
child.on('message', ({ reading }) => {
  clearTimeout(timer)
  timer = setTimeout(() => {
    process.stderr.write(`${reading}\n`)
    child.kill('SIGKILL')
  }, pageSeconds * 1000)
})
child.on('exit', (status) => process.exit(status ?? 2))
