// From a fresh clone to the running demo, with one command: `npm start`. Ctrl-C stops all that it started.
import { join } from 'node:path'
import { ensureDebian, wishDebian } from './lib/debian.mjs'
import { isLoopback, listenAddress } from './lib/loopback.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'
import { fail } from './lib/say.mjs'

const port = Number(process.env.PORT ?? 4680)
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT=${process.env.PORT} is no port. Give a number from 1 to 65535.`)
const dev = process.argv.includes('--dev')
const signIn = process.env.CALQUE_SIGN_IN ?? 'off'
const listen = listenAddress()
if (!['on', 'off', ''].includes(signIn)) fail(`CALQUE_SIGN_IN=${signIn} is neither “on” nor “off”.`)
if (signIn !== 'on' && !isLoopback(listen))
  fail(
    `Listening on ${listen} would let everybody who reaches this machine do everything. Let people sign in with CALQUE_SIGN_IN=on, or leave CALQUE_LISTEN (or CALQUE_ADDRESS) out.`,
  )

ensurePackages(ROOT)
ensureDebian('postgresql')
wishDebian('bubblewrap')
const { copyAssets, ensureBuilt } = await import('./lib/build.mjs')
if (dev) copyAssets()
else ensureBuilt()

const { Stack } = await import('./lib/stack.mjs')
const stop = async (status) => {
  await stack.stop()
  process.exit(status)
}
const stack = new Stack({
  home: process.env.CALQUE_HOME ?? join(ROOT, '.calque'),
  port,
  dev,
  onGiveUp: (sentence) => {
    console.error(`\n${sentence}\n`)
    void stop(1)
  },
})
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    console.log('\nStopping …')
    void stop(0)
  })
await stack.start()
console.log(`\nCalque runs at ${stack.address}\nCtrl-C stops it.`)
if (signIn !== 'on' && process.env.CALQUE_HOSTS)
  console.log(
    `\nWhoever reaches Calque as ${process.env.CALQUE_HOSTS} may do everything: nobody signs in. CALQUE_SIGN_IN=on changes that.`,
  )
if (signIn === 'on' && (await stack.isNobodyThere()))
  console.log(`\nNobody has an account yet. The first person makes theirs at ${stack.address}/join/${stack.setUpCode}`)
