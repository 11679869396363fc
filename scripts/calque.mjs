// The command line: `npm run --silent calque -- inspect FILE --json`.
import { join, resolve } from 'node:path'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT, { quiet: true })
const [command, ...words] = process.argv.slice(2)
if (command === 'backup' || command === 'restore') await copies(command, words)
const { runProgram } = await import('./lib/programs.mjs')
if (command === 'contents') await contents(words)
/** Seconds that one page is given, as on the server. */
const pageSeconds = Number(process.env.CALQUE_PAGE_SECONDS ?? 120)

/** Copies of the database are made beside the programs: they need no Calque, only its folder. */
async function copies(name, [file, ...more]) {
  const { fail } = await import('./lib/say.mjs')
  if (!file || more.length > 0) fail(`Say one file: calque ${name} FILE`)
  const { backUp, restore } = await import('./lib/backup.mjs')
  const home = process.env.CALQUE_HOME ?? join(ROOT, '.calque')
  await (name === 'backup' ? backUp : restore)(home, resolve(process.env.INIT_CWD ?? process.cwd(), file))
  process.exit(0)
}

/** Where the bytes of files lie, and moving them, for a Calque that runs: here, or the one that the environment names. */
async function contents(words) {
  const { ended } = await import('./lib/processes.mjs')
  const { workerUrlAt } = await import('./lib/postgres.mjs')
  const url = process.env.CALQUE_DATABASE_WORKER_URL || workerUrlAt(process.env.CALQUE_HOME ?? join(ROOT, '.calque'))
  const program = runProgram('src/server/contents/main.ts', words, { cwd: ROOT, env: { CALQUE_DATABASE_URL: url } })
  process.exit(await ended(program))
}

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
