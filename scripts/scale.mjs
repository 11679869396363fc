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
const machineOf = (name) => cluster.machines.find((machine) => machine.name === name)
const ACTS = {
  state: async () => ({
    leader: (await cluster.leader())?.name ?? null,
    follows: await cluster.follows(),
    well: await cluster.allWell(),
  }),
  kill: ({ machine, part }) => machineOf(machine).kill(part),
  'kill-database': ({ machine }) => machineOf(machine).endPostgres(),
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

let status = 1
try {
  await cluster.start({ one: ['web', 'readers', 'makers'], two: ['web', 'readers'], three: ['web'] })
  status = await measure()
} catch (error) {
  console.error(`${error.message}\n${cluster.home} has the logs.`)
} finally {
  await cluster.stop()
}
process.exit(status)

/** Runs the measures, which say over the channel between what is to be done to the machines. @returns their exit status */
function measure() {
  child = runProgram('tests/scale/main.ts', process.argv.slice(2), {
    cwd: ROOT,
    stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
    env: {
      CALQUE_MACHINES: Object.values(addresses)
        .map((address) => `https://${address}`)
        .join(','),
      CALQUE_SET_UP_CODE: description.setUpCode,
      CALQUE_DATABASE_URL: cluster.machines[0].env.CALQUE_DATABASE_URL,
      // The certificates of the machines are their own.
      NODE_TLS_REJECT_UNAUTHORIZED: '0',
      NODE_NO_WARNINGS: '1',
    },
  })
  return new Promise((resolve, reject) => {
    child.on('message', ({ id, act, ...about }) => {
      Promise.resolve(ACTS[act](about)).then(
        (result) => child.connected && child.send({ id, result: result ?? null }),
        (error) => {
          child.kill()
          reject(error)
        },
      )
    })
    void ended(child).then(resolve)
  })
}
