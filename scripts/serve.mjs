// One part of a Calque whose parts run on machines of their own: `node scripts/serve.mjs web`. Which database, and all else,
// stands in the environment; docs/operating.md says how. `npm start` is for one machine.
import { randomBytes } from 'node:crypto'
import { isLoopback, listenAddress } from './lib/loopback.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ended } from './lib/processes.mjs'
import { ROOT } from './lib/root.mjs'
import { fail } from './lib/say.mjs'

/** Each part with the settings that it can't do without. */
const PARTS = {
  build: { needs: [], run: build },
  database: {
    needs: [
      'CALQUE_DATABASE_ADMIN_URL',
      'CALQUE_DATABASE_OWNER_URL',
      'CALQUE_DATABASE_URL',
      'CALQUE_DATABASE_WORKER_URL',
    ],
    run: prepareDatabase,
  },
  web: { needs: ['CALQUE_DATABASE_URL'], run: web },
  readers: { needs: ['CALQUE_DATABASE_WORKER_URL'], run: () => work('src/server/reading/runner.ts') },
  makers: { needs: ['CALQUE_DATABASE_WORKER_URL'], run: () => work('src/server/making/runner.ts') },
}

const [name, ...more] = process.argv.slice(2)
const part = PARTS[name]
if (!part) fail(`Say a part: ${Object.keys(PARTS).join(', ')}.`)
const missing = [...part.needs, ...(name === 'build' ? [] : ['CALQUE_KEY_FILE'])].filter((each) => !process.env[each])
if (missing.length > 0) fail(`${missing.join(' and ')} must be set. docs/operating.md says to what.`)
ensurePackages(ROOT)
await part.run()

async function build() {
  const { ensureBuilt } = await import('./lib/build.mjs')
  const { builtPrograms } = await import('./lib/programs.mjs')
  ensureBuilt()
  builtPrograms()
}

/** Roles and tables; run by one machine, before the others start a newer Calque. `--put-back`: the database is an older state. */
async function prepareDatabase() {
  const { prepareRoles } = await import('./lib/roles.mjs')
  const passwordIn = (setting) => decodeURIComponent(new URL(process.env[setting]).password)
  await prepareRoles(process.env.CALQUE_DATABASE_ADMIN_URL, {
    ownerPassword: passwordIn('CALQUE_DATABASE_OWNER_URL'),
    appPassword: passwordIn('CALQUE_DATABASE_URL'),
    workerPassword: passwordIn('CALQUE_DATABASE_WORKER_URL'),
  })
  await keepTo('src/server/database/migrate.ts', {
    CALQUE_DATABASE_URL: process.env.CALQUE_DATABASE_OWNER_URL,
    ...(more.includes('--put-back') && { CALQUE_PUT_BACK: '1' }),
  })
}

async function web() {
  const signIn = process.env.CALQUE_SIGN_IN === 'on'
  const listen = listenAddress()
  if (!signIn && !isLoopback(listen))
    fail(`Listening on ${listen} would let everybody who reaches this machine do everything: set CALQUE_SIGN_IN=on.`)
  await build()
  await keepTo('src/server/web/main.ts', {
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    CALQUE_LISTEN: listen,
    PORT: process.env.PORT ?? '4680',
    // One that nobody knows where none is given: then nobody makes the first account.
    CALQUE_SET_UP_CODE: process.env.CALQUE_SET_UP_CODE || randomBytes(24).toString('base64url'),
    // Where nobody signs in, everything shows.
    ...(!signIn && { CALQUE_DATABASE_URL: process.env.CALQUE_DATABASE_WORKER_URL || process.env.CALQUE_DATABASE_URL }),
  })
}

function work(program) {
  return keepTo(program, { CALQUE_DATABASE_URL: process.env.CALQUE_DATABASE_WORKER_URL })
}

/** Runs a program until it ends, tells it to end where this is told, and ends as it does. */
async function keepTo(program, env) {
  const { runProgram } = await import('./lib/programs.mjs')
  const child = runProgram(program, [], { cwd: ROOT, env })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
  process.exit(await ended(child))
}
