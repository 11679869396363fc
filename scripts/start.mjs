// From a fresh clone to the running demo, with one command: `npm start`. Ctrl-C stops all that it started.
import { join } from 'node:path'
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'
import { fail } from './lib/say.mjs'

const port = Number(process.env.PORT ?? 4680)
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT=${process.env.PORT} is no port. Give a number from 1 to 65535.`)
const dev = process.argv.includes('--dev')

ensurePackages(ROOT)
ensureDebian('postgresql')
const { copyAssets, ensureBuilt } = await import('./lib/build.mjs')
if (dev) copyAssets()
else ensureBuilt()

const { startStack } = await import('./lib/stack.mjs')
let stopping = false
let stack = null
const stop = async (status) => {
  if (stopping) return
  stopping = true
  await stack?.stop()
  process.exit(status)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    console.log('\nStopping …')
    // Before everything runs, what was started ends with its parts' own signals.
    if (stack) void stop(0)
    else process.exit(1)
  })
stack = await startStack({
  home: process.env.CALQUE_HOME ?? join(ROOT, '.calque'),
  port,
  dev,
  onExit: (what) => {
    if (stopping) return
    console.error(`${what} ended unexpectedly; Calque stops. Nothing is lost: start it again with npm start.`)
    void stop(1)
  },
})
console.log(`\nCalque runs at ${stack.address}\nCtrl-C stops it.`)
