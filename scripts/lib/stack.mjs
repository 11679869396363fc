// Everything that a running Calque consists of: database, readers, web server. Used by start, test, bench and shots.
import { randomBytes } from 'node:crypto'
import { rmSync, writeFileSync } from 'node:fs'
import { constants, setPriority } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { ensureFolder } from './files.mjs'
import { isLoopback, listenAddress } from './loopback.mjs'
import { freePort, isFree, seeingAll, serverKeyFile, startPostgres } from './postgres.mjs'
import { ended, signalGroup } from './processes.mjs'
import { runProgram } from './programs.mjs'
import { ROOT } from './root.mjs'
import { takeFolder } from './running.mjs'
import { fail } from './say.mjs'
import { Supervised } from './supervise.mjs'
import { keepNoting, wasPutBack } from './watermark.mjs'

/** Parts are ended before those that they need. */
const ENDING_ORDER = ['web', 'makers', 'readers', 'postgres']

const isSignInOn = (settings) => (settings.CALQUE_SIGN_IN ?? process.env.CALQUE_SIGN_IN) === 'on'

/** Where a program on this machine reaches what listens on an address, which may be all of them. */
const reachedAt = (listen) => (!listen || isLoopback(listen) || /^(0\.0\.0\.0|::)$/.test(listen) ? '127.0.0.1' : listen)

/** A Calque that is being started, runs, or is being stopped. */
export class Stack {
  /**
   * @param {{ home: string, port: number, dev?: boolean, seed?: boolean, settings?: Record<string, string>, onGiveUp?: (sentence: string) => void }} options
   *   `home`: the folder of the database; `onGiveUp`: a part can't be kept running; `settings`: variables of the web server
   */
  constructor({ home, port, dev = false, seed = true, onGiveUp = fail, settings = {} }) {
    this.options = { home, port, dev, seed, onGiveUp, settings }
    this.address = `http://${reachedAt(settings.CALQUE_LISTEN ?? listenAddress())}:${port}`
    /** By which the first person makes an account, where people sign in. */
    this.setUpCode = randomBytes(24).toString('base64url')
    this.parts = {}
    this.folder = null
    this.stopping = null
    this.endNoting = null
  }

  async start() {
    const { home, port, dev, seed, onGiveUp, settings } = this.options
    ensureFolder(home)
    this.folder = await takeFolder(home, this.address)
    if (!(await isFree(port))) {
      this.folder.giveBack()
      fail(
        `Port ${port} is taken by another program. End that one, or start Calque on another port: PORT=${port + 1} npm start`,
      )
    }
    const postgres = await startPostgres(home, {
      onStart: (pid) => this.folder.note('postgres', pid),
      onGiveUp,
    })
    this.parts.postgres = postgres.part
    // Programs that work for all projects see all of them; the web server, where people sign in, what each may see.
    this.databaseUrl = seeingAll(postgres.url)
    const env = {
      CALQUE_DATABASE_URL: this.databaseUrl,
      CALQUE_KEY_FILE: serverKeyFile(home),
      NEXT_TELEMETRY_DISABLED: '1',
    }
    const putBack = await wasPutBack(home, postgres.superuserUrl)
    if (putBack) console.log('The database was put back to an older state: open windows are told.')
    await this.must(
      'src/server/database/migrate.ts',
      { ...env, CALQUE_DATABASE_URL: postgres.ownerUrl, ...(putBack && { CALQUE_PUT_BACK: '1' }) },
      'The database could not be brought to its present form; it is as it was before. What stands above says why.',
    )
    this.endNoting = keepNoting(home, postgres.superuserUrl)
    this.keep('readers', 'The reading of files', () => {
      const readers = runProgram('src/server/reading/runner.ts', [], { env, cwd: ROOT, detached: true })
      giveWay(readers.pid)
      return readers
    })
    this.keep('makers', 'The making of files', () =>
      runProgram('src/server/making/runner.ts', [], { env, cwd: ROOT, detached: true }),
    )
    if (seed) await this.must('demo/seed.ts', env, 'The demo project could not be loaded. What stands above says why.')
    this.keep('web', 'The web server', () =>
      runProgram('src/server/web/main.ts', [], {
        cwd: ROOT,
        stdio: ['ignore', 'ignore', 'inherit'],
        detached: true,
        env: {
          ...env,
          CALQUE_LISTEN: listenAddress(),
          ...settings,
          ...(isSignInOn(settings) && { CALQUE_DATABASE_URL: postgres.url }),
          CALQUE_SET_UP_CODE: this.setUpCode,
          PORT: String(port),
          NODE_ENV: dev ? 'development' : 'production',
        },
      }),
    )
    await this.reachable()
    return this
  }

  /** Whether nobody has an account yet, where people sign in. */
  async isNobodyThere() {
    const me = await fetch(`${this.address}/api/me`).then((response) => response.json())
    return me.signIn?.begins === true
  }

  /** Runs a program that must come to its end. */
  async must(file, env, sentence) {
    if (this.stopping || (await ended(runProgram(file, [], { env, cwd: ROOT }))) === 0) return
    if (this.stopping) return
    await this.stop()
    fail(sentence)
  }

  keep(key, name, start) {
    if (this.stopping) return
    this.parts[key] = new Supervised({
      name,
      start,
      onStart: (pid) => this.folder.note(key, pid),
      onGiveUp: this.options.onGiveUp,
    })
  }

  /** Stops all that was started, in order. */
  stop() {
    this.stopping ??= (async () => {
      for (const key of ENDING_ORDER) {
        if (key === 'postgres') await this.endNoting?.()
        await this.parts[key]?.stop()
      }
      this.folder?.giveBack()
    })()
    return this.stopping
  }

  /** The process of a part now: `web`, `readers`, `makers` or `postgres`. */
  pidOf(key) {
    return this.parts[key]?.pid
  }

  /** Kills the web server without warning; it is started again. */
  async restartWeb() {
    const { pid } = this.parts.web
    signalGroup(pid, 'SIGKILL')
    while (this.parts.web.pid === pid) await sleep(50)
    await this.reachable()
  }

  async reachable() {
    for (let tries = 0; tries < 600 && !this.stopping; tries++) {
      const well = await fetch(`${this.address}/api/health`).then(
        (response) => response.ok,
        () => false,
      )
      if (well) return
      await sleep(100)
    }
    if (this.stopping) return
    await this.stop()
    fail('The web server does not answer. What stands above may say why; start again.')
  }
}

export const startStack = (options) => new Stack(options).start()

/** Does some work with a stack of its own, which is stopped afterwards, also where this process is told to end. */
export async function withStack(options, work) {
  const stack = new Stack(options)
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.once(signal, () => void stack.stop().then(() => process.exit(1)))
  try {
    return await work(await stack.start())
  } finally {
    await stack.stop()
  }
}

/** Runs a program against a fresh Calque of its own, kept in a folder of that name. @returns the program's exit status */
export async function runAgainstFresh(name, program, { port, seed, args = [] }) {
  const home = join(ROOT, '.calque', name)
  rmSync(home, { recursive: true, force: true })
  return withStack({ home, port: await freePort(port), seed }, ({ address }) =>
    ended(runProgram(program, args, { cwd: ROOT, env: { CALQUE_ADDRESS: address, CALQUE_HOME: home } })),
  )
}

/** Lets a process and all that it will start take only what others leave: whoever draws must not wait for what is prepared. */
function giveWay(pid) {
  try {
    setPriority(pid, constants.priority.PRIORITY_BELOW_NORMAL)
    // Linux shares a processor out among sessions first, and only within each by priority.
    writeFileSync(`/proc/${pid}/autogroup`, String(constants.priority.PRIORITY_BELOW_NORMAL))
  } catch {
    // Another system, or one that doesn't do so.
  }
}
