// Everything that a running Calque consists of: database, readers, web server. Used by start, test, bench and shots.
import { rmSync, writeFileSync } from 'node:fs'
import { constants, setPriority } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { freePort, isFree, startPostgres } from './postgres.mjs'
import { runProgram } from './programs.mjs'
import { ROOT } from './root.mjs'
import { fail } from './say.mjs'

/** Waits for a child to end. @returns its exit status */
export const ended = (child) => new Promise((resolve) => child.on('exit', (status) => resolve(status ?? 1)))

/**
 * Starts all of it.
 * @param {{ home: string, port: number, dev?: boolean, seed?: boolean, onExit?: (what: string) => void }} options
 *   `home`: the folder of the database; `onExit`: called when a part ends by itself
 * @returns the address, the database's URL, and a function that stops all that was started
 */
export async function startStack({ home, port, dev = false, seed = true, onExit = () => undefined }) {
  if (!(await isFree(port)))
    fail(
      `Port ${port} is taken by another program. End that one, or start Calque on another port: PORT=${port + 1} npm start`,
    )
  const postgres = await startPostgres(home)
  const env = { CALQUE_DATABASE_URL: postgres.url, NEXT_TELEMETRY_DISABLED: '1' }
  const children = []
  const stop = async () => {
    await Promise.all(children.map(endChild))
    await postgres.stop()
  }
  const must = async (file, sentence) => {
    if ((await ended(runProgram(file, [], { env, cwd: ROOT }))) === 0) return
    await stop()
    fail(sentence)
  }
  await must(
    'src/server/database/migrate.ts',
    'The database could not be brought to its present form. What stands above says why.',
  )
  const own = (name, child) => {
    children.push(child)
    child.on('exit', () => child.stopping || onExit(name))
    return child
  }
  const readers = runProgram('src/server/reading/runner.ts', [], { env, cwd: ROOT, detached: true })
  giveWay(readers.pid)
  own('The readers', readers)
  if (seed) await must('demo/seed.ts', 'The demo project could not be loaded. What stands above says why.')
  const startWeb = () =>
    own(
      'The web server',
      runProgram('src/server/web/main.ts', [], {
        cwd: ROOT,
        stdio: ['ignore', 'ignore', 'inherit'],
        detached: true,
        env: { ...env, PORT: String(port), NODE_ENV: dev ? 'development' : 'production' },
      }),
    )
  let web = startWeb()
  const address = `http://127.0.0.1:${port}`
  await reachable(address)
  return {
    address,
    databaseUrl: postgres.url,
    stop,
    /** Kills the web server without warning and starts it again. */
    restartWeb: async () => {
      web.stopping = true
      const gone = ended(web)
      process.kill(-web.pid, 'SIGKILL')
      await gone
      children.splice(children.indexOf(web), 1)
      web = startWeb()
      await reachable(address)
    },
  }
}

/** Does some work with a stack of its own, which is stopped afterwards, also where this process is told to end. */
export async function withStack(options, work) {
  const stack = await startStack(options)
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.once(signal, () => void stack.stop().then(() => process.exit(1)))
  try {
    return await work(stack)
  } finally {
    await stack.stop()
  }
}

/** Runs a program against a fresh Calque of its own, kept in a folder of that name. @returns the program's exit status */
export async function runAgainstFresh(name, program, { port, seed, args = [] }) {
  const home = join(ROOT, '.calque', name)
  rmSync(home, { recursive: true, force: true })
  return withStack({ home, port: await freePort(port), seed }, ({ address }) =>
    ended(runProgram(program, args, { cwd: ROOT, env: { CALQUE_ADDRESS: address } })),
  )
}

/** Lets a process and all that it will start take only what others leave: whoever draws must not wait for what is prepared. */
function giveWay(pid) {
  setPriority(pid, constants.priority.PRIORITY_BELOW_NORMAL)
  try {
    // Linux shares a processor out among sessions first, and only within each by priority.
    writeFileSync(`/proc/${pid}/autogroup`, String(constants.priority.PRIORITY_BELOW_NORMAL))
  } catch {
    // Another system, or one that doesn't do so.
  }
}

/** Ends a child with all that it started itself: each has a process group of its own. */
async function endChild(child) {
  child.stopping = true
  if (child.exitCode !== null || child.signalCode !== null) return
  const gone = ended(child)
  process.kill(-child.pid, 'SIGTERM')
  const killer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), 5000)
  await gone
  clearTimeout(killer)
}

async function reachable(address) {
  for (let tries = 0; tries < 600; tries++) {
    const well = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    )
    if (well) return
    await sleep(100)
  }
  fail('The web server does not answer. What stands above may say why; start again.')
}
