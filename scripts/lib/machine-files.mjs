// The files of a Calque on three machines, filled in from one description of them: the templates in deploy/machines/.
import { randomBytes } from 'node:crypto'
import { chmodSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { ROOT } from './root.mjs'

const TEMPLATES = join(ROOT, 'deploy', 'machines')

export const MACHINES = ['one', 'two', 'three']

/** What only a machine with a database has: the third one is there to agree on who leads. */
const OF_DATABASES = /^(var\/lib\/postgresql|etc\/(patroni|pgbouncer|pgbackrest|systemd\/system\/calque-copy))/

/** Files that hold secrets. */
const SECRET = /\.(env|key)$|patroni|pgbouncer|pgbackrest/

const secret = () => randomBytes(24).toString('base64url')

/**
 * A description of three machines, with secrets of their own.
 * @param {{ one: string, two: string, three: string }} addresses on the network that they share
 * @param {string} host the name under which people reach Calque
 */
export const describeMachines = (addresses, host) => ({
  ...addresses,
  host,
  superuserPassword: secret(),
  replicaPassword: secret(),
  ownerPassword: secret(),
  appPassword: secret(),
  workerPassword: secret(),
  backupPassword: secret(),
  setUpCode: secret(),
  serverKey: randomBytes(32).toString('base64'),
})

/**
 * Writes the files of one machine.
 * @param {Record<string, string>} machines as `describeMachines` makes it
 * @param {string} name `one`, `two` or `three`
 * @param {string} root the folder before all paths; empty on a real machine
 * @returns their paths
 */
export function writeMachineFiles(machines, name, root = '') {
  const backups = root ? join(root, '..', 'backups') : '/var/lib/pgbackrest'
  const values = { ...machines, name, address: machines[name], root, backups }
  const written = []
  for (const template of filesIn(TEMPLATES)) {
    const path = relative(TEMPLATES, template)
    if (name === 'three' && OF_DATABASES.test(path)) continue
    const target = join(root || '/', path)
    mkdirSync(dirname(target), { recursive: true })
    writeFileSync(target, filled(readFileSync(template, 'utf8'), values, path))
    // PostgreSQL's programs take passwords only from a file that nobody else reads.
    chmodSync(target, path.endsWith('.pgpass') ? 0o600 : SECRET.test(path) ? 0o640 : 0o644)
    written.push(target)
  }
  return written
}

const filled = (text, values, path) =>
  text.replace(/\{\{(\w+)\}\}/g, (_, key) => {
    if (values[key] === undefined)
      throw new Error(`${path} wants “${key}”, which the description of the machines lacks.`)
    return values[key]
  })

function filesIn(folder) {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .sort()
}
