// Three machines under load, and what happens to them: `npm run scale`. The machines are processes of this one, each group
// at a loopback address of its own, with the files of deploy/machines/.
import { join } from 'node:path'
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian('postgresql', 'bubblewrap', 'haproxy', 'patroni', 'python3-etcd', 'etcd-server', 'pgbouncer', 'pgbackrest')
const { ensureBuilt } = await import('./lib/build.mjs')
ensureBuilt()
const { Cluster } = await import('./lib/cluster.mjs')
const { describeMachines } = await import('./lib/machine-files.mjs')
const { ended } = await import('./lib/processes.mjs')
const { runProgram } = await import('./lib/programs.mjs')

const addresses = { one: '127.0.0.11', two: '127.0.0.12', three: '127.0.0.13' }
const description = describeMachines(addresses, 'plans.example.org')
const cluster = new Cluster(join(ROOT, '.calque', 'scale'), description, {
  CALQUE_HOSTS: Object.values(addresses).join(','),
  CALQUE_URL: `https://${addresses.one}`,
  CALQUE_READERS: '1',
})
let child
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, () => {
    child?.kill()
    void cluster.stop().then(() => process.exit(1))
  })
await cluster.start({ one: ['web', 'readers', 'makers'], two: ['web', 'readers'], three: ['web'] })
child = runProgram('tests/scale/main.ts', process.argv.slice(2), {
  cwd: ROOT,
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  env: {
    CALQUE_MACHINES: Object.values(addresses)
      .map((address) => `https://${address}`)
      .join(','),
    CALQUE_SET_UP_CODE: description.setUpCode,
    // The certificates of the machines are their own.
    NODE_TLS_REJECT_UNAUTHORIZED: '0',
    NODE_NO_WARNINGS: '1',
  },
})

const machineOf = (name) => cluster.machines.find((machine) => machine.name === name)
const ACTS = {
  state: async () => ({
    leader: (await cluster.leader())?.name ?? null,
    follows: await cluster.follows(),
    well: await cluster.allWell(),
  }),
  kill: ({ machine, part }) => machineOf(machine).kill(part),
  'kill-database': ({ machine }) => machineOf(machine).killPostgres(),
  fall: ({ machine }) => machineOf(machine).fall(),
  rise: ({ machine }) => machineOf(machine).rise(),
  'switch-over': () => cluster.switchOver(),
  stop: ({ machine, part }) => machineOf(machine).parts[part]?.stop(),
  start: ({ machine, part }) => machineOf(machine).keep(part),
  'jobs-done': () => cluster.jobsDone(),
  'database-seconds': () => cluster.databaseSeconds(),
  'back-up': () => cluster.backUp(),
  'restore-aside': () => cluster.restoreAside(),
  'go-back': ({ time }) => cluster.goBackTo(time),
}
child.on('message', async ({ id, act, ...about }) => child.send({ id, result: (await ACTS[act](about)) ?? null }))
const status = await ended(child)
await cluster.stop()
process.exit(status)
