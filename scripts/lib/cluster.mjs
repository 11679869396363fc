// Three machines on this one, for `npm run scale`: each an address of loopback and a folder, with the files and the programs
// that a real one has. Kept running as systemd would.
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { parseEnv } from 'node:util'
import { MACHINES, writeMachineFiles } from './machine-files.mjs'
import { unprivileged } from './postgres.mjs'
import { ended, signalGroup, tied } from './processes.mjs'
import { ROOT } from './root.mjs'
import { fail } from './say.mjs'
import { Supervised } from './supervise.mjs'

const FOLDERS = ['etc/haproxy', 'var/lib/etcd', 'var/lib/postgresql', 'var/lib/pgbackrest', 'var/log/postgresql', 'var/log/pgbackrest', 'var/spool/pgbackrest', 'run/postgresql'] // biome-ignore format: a list
const LONGEST_START_MS = 120_000

/** What a machine runs, in the order in which it is started: how, from its folder and its settings. */
const PARTS = {
  etcd: {
    start: (machine) =>
      machine.spawn(
        tied(['/usr/bin/etcd', '--logger=zap', '--log-level=warn']),
        parseEnv(machine.read('etc/default/etcd')),
      ),
  },
  haproxy: {
    start: (machine) =>
      machine.spawn(tied(['/usr/sbin/haproxy', '-db', '-f', machine.path('etc/haproxy/haproxy.cfg')])),
  },
  patroni: {
    ofDatabases: true,
    start: (machine) => machine.spawn(machine.asPostgres(['/usr/bin/patroni', machine.path('etc/patroni/config.yml')])),
  },
  pgbouncer: {
    ofDatabases: true,
    stopSignal: 'SIGINT',
    start: (machine) =>
      machine.spawn(machine.asPostgres(['/usr/sbin/pgbouncer', '-q', machine.path('etc/pgbouncer/pgbouncer.ini')])),
  },
  web: { ofCalque: true, start: (machine) => machine.serve('web') },
  readers: { ofCalque: true, start: (machine) => machine.serve('readers') },
  makers: { ofCalque: true, start: (machine) => machine.serve('makers') },
}

/** One of the three. */
class Machine {
  constructor(name, address, root, settings) {
    Object.assign(this, { name, address, root, settings })
    this.parts = {}
    this.asPostgres = unprivileged(join(root, '..'))
  }

  path = (path) => join(this.root, path)
  read = (path) => readFileSync(this.path(path), 'utf8')

  get env() {
    return { ...parseEnv(this.read('etc/calque/calque.env')), ...this.settings }
  }

  spawn([program, ...words], env = {}, cwd = '/') {
    const log = openSync(this.path(`var/log/${this.starting}.log`), 'a')
    return spawn(program, words, {
      cwd,
      stdio: ['ignore', log, log],
      detached: true,
      env: { ...process.env, ...env },
    })
  }

  serve = (part) => this.spawn(tied([process.execPath, 'scripts/serve.mjs', part]), this.env, ROOT)

  /** Starts a part, kept running. */
  keep(key) {
    const { start, stopSignal } = PARTS[key]
    this.parts[key] = new Supervised({
      name: `${key} of machine ${this.name}`,
      start: () => {
        this.starting = key
        return start(this)
      },
      ...(stopSignal && { stopSignal }),
      onStart: () => undefined,
      // It is tried again for as long as the whole lasts, as systemd does.
      onGiveUp: () => setTimeout(() => this.keep(key), 2000),
      quiet: true,
    })
  }

  /** Kills a part with all that it started; it is started again. @returns whether it ran */
  kill(key) {
    const pid = this.parts[key]?.pid
    if (pid) signalGroup(pid, 'SIGKILL')
    return pid !== undefined
  }

  /** The process of the database itself, which Patroni started. */
  postgresPid() {
    try {
      return Number(this.read('var/lib/postgresql/calque/postmaster.pid').split('\n')[0])
    } catch {
      return undefined
    }
  }

  killPostgres() {
    const pid = this.postgresPid()
    if (pid) signalGroup(pid, 'SIGKILL')
  }

  /** Ends everything at once, as when the power fails. */
  async fall() {
    const parts = Object.values(this.parts)
    for (const part of parts) part.stopping = true
    for (const part of parts) if (part.pid) signalGroup(part.pid, 'SIGKILL')
    this.killPostgres()
    await Promise.all(parts.map(({ child }) => child && ended(child)))
  }

  rise() {
    for (const key of Object.keys(this.parts)) this.keep(key)
  }

  /** Ends the database, also where Patroni could not. */
  endPostgres() {
    const pid = this.postgresPid()
    if (pid) signalGroup(pid, 'SIGQUIT')
  }
}

/** The three together. */
export class Cluster {
  /**
   * @param {string} home a folder of its own, emptied first
   * @param {Record<string, string>} machines as `describeMachines` makes it, with addresses of loopback
   * @param {Record<string, string>} settings of Calque's parts, beside those of the files
   */
  constructor(home, machines, settings = {}) {
    this.home = home
    this.description = machines
    rmSync(home, { recursive: true, force: true })
    mkdirSync(home, { recursive: true })
    this.machines = MACHINES.map((name) => new Machine(name, machines[name], join(home, name), settings))
  }

  /** @param parts which of Calque's parts run on each machine */
  async start(parts) {
    for (const machine of this.machines) {
      for (const folder of FOLDERS) mkdirSync(machine.path(folder), { recursive: true })
      writeMachineFiles(this.description, machine.name, machine.root)
      certify(machine, this.description.host)
      if (process.getuid?.() === 0)
        spawnSync('chown', [
          '-R',
          'postgres:postgres',
          ...['var', 'run', 'etc/patroni', 'etc/pgbouncer', 'etc/pgbackrest'].map(machine.path),
        ])
    }
    this.keepAll('etcd', 'haproxy', 'patroni', 'pgbouncer')
    await this.until('a database that leads', () => this.leader())
    await this.until('a follower that has everything', () => this.follows())
    await this.prepareDatabase()
    for (const machine of this.machines) for (const part of parts[machine.name]) machine.keep(part)
    await this.until('web servers', () => this.allWell())
    return this
  }

  keepAll(...keys) {
    for (const key of keys)
      for (const machine of this.machines) if (!(PARTS[key].ofDatabases && machine.name === 'three')) machine.keep(key)
  }

  /** The machine whose database leads, or null. */
  async leader() {
    for (const machine of this.machines.slice(0, 2))
      if (await answers(`http://${machine.address}:8008/primary`)) return machine
    return null
  }

  /** Whether the other database is one that would lose nothing. */
  async follows() {
    for (const machine of this.machines.slice(0, 2))
      if (await answers(`http://${machine.address}:8008/synchronous`)) return true
    return false
  }

  /** Hands the lead to the other database, in order (Patroni's REST interface). */
  async switchOver() {
    const leader = await this.leader()
    const candidate = this.machines.slice(0, 2).find((machine) => machine !== leader)
    await fetch(`http://${leader.address}:8008/switchover`, {
      method: 'POST',
      body: JSON.stringify({ leader: leader.name, candidate: candidate.name }),
    }).then((response) => response.text())
  }

  async allWell() {
    const web = this.machines.filter(({ parts }) => parts.web)
    const well = await Promise.all(
      web.map(({ address }) => answers(`http://${address}:4680/api/health`, { host: 'localhost' })),
    )
    return well.every(Boolean)
  }

  async prepareDatabase(...words) {
    const [{ env, name }] = this.machines
    await this.until(`the way to the database on machine ${name}`, () => reaches(env.CALQUE_DATABASE_ADMIN_URL))
    const { status } = spawnSync(process.execPath, ['scripts/serve.mjs', 'database', ...words], {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: 'inherit',
    })
    if (status !== 0) fail('The database of the cluster could not be brought to its form.')
  }

  /** Waits for something, within bounds. */
  async until(what, test, longestMs = LONGEST_START_MS) {
    for (const began = performance.now(); performance.now() - began < longestMs; await sleep(100)) {
      const found = await test()
      if (found) return found
    }
    await this.stop()
    fail(`The cluster has no ${what} within ${longestMs / 1000} s; ${this.home} has the logs.`)
  }

  /** Ends all, each kind of part before those that it needs. */
  async stop() {
    for (const key of Object.keys(PARTS).reverse())
      await Promise.all(this.machines.map(({ parts }) => parts[key]?.stop()))
    for (const machine of this.machines) machine.endPostgres()
  }
}

async function answers(url, headers = {}) {
  return fetch(url, { headers, signal: AbortSignal.timeout(2000) }).then(
    async (response) => {
      await response.arrayBuffer()
      return response.ok
    },
    () => false,
  )
}

async function reaches(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 2000 })
  client.on('error', () => undefined)
  try {
    await client.connect()
    await client.query('select 1')
    return true
  } catch {
    return false
  } finally {
    await client.end().catch(() => undefined)
  }
}

/** A certificate that nobody has signed but itself. */
function certify(machine, host) {
  const [key, certificate] = [machine.path('etc/haproxy/key.pem'), machine.path('etc/haproxy/certificate.pem')]
  const words = ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '30', '-subj', `/CN=${host}`]
  const { status, stderr } = spawnSync('openssl', [...words, '-keyout', key, '-out', certificate], { encoding: 'utf8' })
  if (status !== 0) fail(`openssl: ${stderr}`)
  writeFileSync(machine.path('etc/haproxy/calque.pem'), readFileSync(certificate) + readFileSync(key))
}
