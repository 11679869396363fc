// Three machines on this one, for `npm run scale`: each an address of loopback and a folder, with the files and the programs
// that a real one has. Kept running as systemd would.
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, openSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { parseEnv } from 'node:util'
import { rowsOf } from './ask-database.mjs'
import { certify } from './certificate.mjs'
import { MACHINES, writeMachineFiles } from './machine-files.mjs'
import { unprivileged } from './postgres.mjs'
import { childrenOf, ended, processorMs, signalGroup, tied } from './processes.mjs'
import { ROOT } from './root.mjs'
import { Supervised } from './supervise.mjs'

const FOLDERS = ['etc/haproxy', 'var/lib/etcd', 'var/lib/postgresql', 'var/log/postgresql', 'var/log/pgbackrest', 'var/spool/pgbackrest', 'run/postgresql'] // biome-ignore format: a list
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

  /** Ends the database itself, past Patroni. @param signal `SIGQUIT` lets it close its files */
  endPostgres(signal = 'SIGKILL') {
    const pid = this.postgresPid()
    if (pid) signalGroup(pid, signal)
  }

  /** Ends everything at once, as when the power fails. */
  async fall() {
    const parts = Object.values(this.parts)
    for (const part of parts) part.stopping = true
    for (const part of parts) if (part.pid) signalGroup(part.pid, 'SIGKILL')
    this.endPostgres()
    await Promise.all(parts.map(({ child }) => child && ended(child)))
  }

  rise() {
    for (const key of Object.keys(this.parts)) this.keep(key)
  }

  /** Runs pgBackRest as whom the database belongs to. @returns what it says */
  pgbackrest(...words) {
    const config = `--config=${this.path('etc/pgbackrest/pgbackrest.conf')}`
    const [program, ...all] = this.asPostgres(['/usr/bin/pgbackrest', config, '--stanza=calque', ...words])
    const PGPASSFILE = this.path('var/lib/postgresql/.pgpass')
    const { status, stdout, stderr } = spawnSync(program, all, {
      cwd: '/',
      encoding: 'utf8',
      env: { ...process.env, PGPASSFILE },
    })
    if (status !== 0) throw new Error(`pgbackrest ${words.at(-1)}: ${stderr || stdout}`)
    return stdout
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
    const backups = join(this.home, 'backups')
    mkdirSync(backups)
    if (process.getuid?.() === 0) spawnSync('chown', ['postgres:postgres', backups])
    for (const machine of this.machines) {
      for (const folder of FOLDERS) mkdirSync(machine.path(folder), { recursive: true })
      writeMachineFiles(this.description, machine.name, machine.root)
      certify(machine.path('etc/haproxy/calque.pem'), this.description.host)
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
    ;(await this.leader()).pgbackrest('stanza-create')
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

  /** What readers have done: when it was taken and done, in seconds (the queue keeps it for half a day). */
  jobsDone = () =>
    rowsOf(
      this.machines[0].env.CALQUE_DATABASE_ADMIN_URL,
      `select extract(epoch from started_on)::float8 as "takenAt", extract(epoch from completed_on)::float8 as "doneAt"
         from pgboss.job where state = 'completed' and name <> 'make' order by completed_on`,
    )

  /** Processor time that the leading database took so far, in seconds. */
  async databaseSeconds() {
    const pid = (await this.leader()).postgresPid()
    return [pid, ...childrenOf(pid)].reduce((sum, each) => sum + processorMs(each), 0) / 1000
  }

  /** A full copy by pgBackRest, of the database that leads. @returns seconds, and bytes of what was copied */
  async backUp() {
    const leader = await this.leader()
    const began = Date.now()
    leader.pgbackrest('--type=full', 'backup')
    const [{ backup }] = JSON.parse(leader.pgbackrest('--output=json', 'info'))
    return { seconds: (Date.now() - began) / 1000, bytes: backup.at(-1).info.size }
  }

  /** Brings the last copy in beside what is there, as on a machine that has nothing yet. @returns seconds */
  async restoreAside() {
    const leader = await this.leader()
    const aside = leader.path('var/lib/postgresql/aside')
    mkdirSync(aside)
    if (process.getuid?.() === 0) spawnSync('chown', ['postgres:postgres', aside])
    const began = Date.now()
    leader.pgbackrest(`--pg1-path=${aside}`, 'restore')
    const seconds = (Date.now() - began) / 1000
    rmSync(aside, { recursive: true })
    return seconds
  }

  /**
   * Puts the whole back to a moment, step by step as docs/operating.md says.
   * @param {string} time as the database writes it
   */
  async goBackTo(time) {
    const began = Date.now()
    const databases = this.machines.slice(0, 2)
    const calque = Object.keys(PARTS).filter((key) => PARTS[key].ofCalque)
    const running = this.machines.map(({ parts }) => calque.filter((part) => parts[part]))
    for (const { parts } of this.machines) for (const part of calque) await parts[part]?.stop()
    const leader = await this.leader()
    const other = databases.find((machine) => machine !== leader)
    await other.parts.patroni.stop()
    await leader.parts.patroni.stop()
    leader.pgbackrest('--delta', '--type=time', `--target=${time}`, '--target-action=promote', 'restore')
    await this.recover(leader)
    const remove = ['-c', leader.path('etc/patroni/config.yml'), 'remove', 'calque']
    spawnSync('/usr/bin/patronictl', remove, { input: 'calque\nYes I am aware\n' })
    leader.keep('patroni')
    await this.until('a database that leads after the way back', () => this.leader())
    rmSync(other.path('var/lib/postgresql/calque'), { recursive: true, force: true })
    other.keep('patroni')
    await this.until('a follower after the way back', () => this.follows())
    await this.prepareDatabase('--put-back')
    this.machines.forEach((machine, i) => {
      for (const part of running[i]) machine.keep(part)
    })
    await this.until('web servers', () => this.allWell())
    return { seconds: (Date.now() - began) / 1000 }
  }

  /**
   * Lets a database go as far through its log as it was told to, by itself: Patroni would take the moment out of its settings
   * and go to the end.
   */
  async recover(machine) {
    const data = machine.path('var/lib/postgresql/calque')
    const pgCtl = (...words) => {
      const [program, ...all] = machine.asPostgres(['/usr/lib/postgresql/15/bin/pg_ctl', '-D', data, '-w', ...words])
      const { status, stdout } = spawnSync(program, all, { cwd: '/', encoding: 'utf8' })
      if (status !== 0) throw new Error(`pg_ctl ${words.at(-1)}: ${stdout}`)
    }
    pgCtl('-l', machine.path('var/log/postgresql/recovery.log'), 'start')
    const url = new URL(machine.env.CALQUE_DATABASE_ADMIN_URL)
    url.port = '5432'
    await this.until(
      'a database that has gone back',
      async () => (await rowsOf(url.href, 'select pg_is_in_recovery() as follows'))?.[0].follows === false,
    )
    pgCtl('stop')
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
    await this.until(`the way to the database on machine ${name}`, () =>
      rowsOf(env.CALQUE_DATABASE_ADMIN_URL, 'select 1'),
    )
    const { status } = spawnSync(process.execPath, ['scripts/serve.mjs', 'database', ...words], {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: 'inherit',
    })
    if (status !== 0) throw new Error('The database of the cluster could not be brought to its form.')
  }

  /** Waits for something, within bounds. */
  async until(what, test) {
    for (const began = performance.now(); performance.now() - began < LONGEST_START_MS; await sleep(100)) {
      const found = await test()
      if (found) return found
    }
    throw new Error(`The cluster has no ${what} within ${LONGEST_START_MS / 1000} s; ${this.home} has the logs.`)
  }

  /** Ends all, each kind of part before those that it needs. */
  async stop() {
    for (const key of Object.keys(PARTS).reverse())
      await Promise.all(this.machines.map(({ parts }) => parts[key]?.stop()))
    for (const machine of this.machines) machine.endPostgres('SIGQUIT')
  }
}

async function answers(url, headers = {}) {
  try {
    const response = await fetch(url, { headers, signal: AbortSignal.timeout(2000) })
    await response.arrayBuffer()
    return response.ok
  } catch {
    return false
  }
}
