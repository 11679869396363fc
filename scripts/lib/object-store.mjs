// A store that speaks S3, for tests and measures: the gateway of Ceph over one monitor and one disk in memory, all of them
// Debian's, on loopback and in a folder of their own.
import { spawn, spawnSync } from 'node:child_process'
import { randomBytes, randomUUID } from 'node:crypto'
import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { freePort } from './postgres.mjs'
import { ended, signalGroup, tied } from './processes.mjs'

const HERE = '127.0.0.1'
const LONGEST_START_MS = 60_000

/**
 * Starts it.
 * @param {string} home a folder, emptied first
 * @returns where it answers, the keys of its one user, and how to stop it; its log is in the folder
 */
export async function startObjectStore(home) {
  rmSync(home, { recursive: true, force: true })
  for (const folder of ['mon', 'osd', 'run', 'log']) mkdirSync(join(home, folder), { recursive: true })
  const config = join(home, 'ceph.conf')
  const keys = join(home, 'keyring')
  const map = join(home, 'monmap')
  const cluster = randomUUID()
  const monitor = `${HERE}:${await freePort(43300)}`
  const gatewayPort = await freePort(47480)
  const user = { key: randomBytes(10).toString('hex'), secret: randomBytes(20).toString('hex') }
  writeFileSync(config, configOf(home, { cluster, monitor, gatewayPort }))
  const run = (program, ...words) => mustRun(program, [...words])
  const parts = []
  const keep = (program, ...words) => {
    const [tool, ...all] = tied([program, '-c', config, '-f', ...words])
    parts.push(spawn(tool, all, { cwd: '/', stdio: 'ignore', detached: true }))
  }
  const stop = async () => {
    for (const part of parts.reverse()) if (part.pid) signalGroup(part.pid, 'SIGKILL')
    await Promise.all(parts.map(ended))
  }
  try {
    run('ceph-authtool', '--create-keyring', keys, '--gen-key', '-n', 'mon.', '--cap', 'mon', 'allow *')
    for (const name of ['client.admin', 'client.gateway', 'osd.0'])
      run('ceph-authtool', keys, '--gen-key', '-n', name, '--cap', 'mon', 'allow *', '--cap', 'osd', 'allow *')
    run('monmaptool', '--create', '--addv', 'a', `[v2:${monitor}]`, '--fsid', cluster, map)
    run('ceph-mon', '-c', config, '--mkfs', '-i', 'a', '--monmap', map, '--keyring', keys)
    keep('ceph-mon', '-i', 'a')
    const disk = randomUUID()
    run('ceph', '-c', config, '--connect-timeout', '30', 'osd', 'new', disk)
    run('ceph-osd', '-c', config, '-i', '0', '--mkfs', '--osd-uuid', disk)
    keep('ceph-osd', '-i', '0')
    const person = ['--uid=calque', '--display-name=calque', `--access-key=${user.key}`, `--secret=${user.secret}`]
    run('radosgw-admin', '-c', config, 'user', 'create', ...person)
    keep('radosgw', '-n', 'client.gateway')
    const endpoint = `http://${HERE}:${gatewayPort}`
    for (const began = Date.now(); !(await answers(endpoint)); await sleep(100))
      if (Date.now() - began > LONGEST_START_MS) throw new Error(`The gateway does not answer; ${home}/log says more.`)
    return { endpoint, ...user, stop }
  } catch (error) {
    await stop()
    throw error
  }
}

const configOf = (home, { cluster, monitor, gatewayPort }) => `[global]
fsid = ${cluster}
mon host = [v2:${monitor}]
mon initial members = a
public addr = ${HERE}
ms bind ipv6 = false
keyring = ${home}/keyring
mon data = ${home}/mon
osd data = ${home}/osd
run dir = ${home}/run
admin socket = ${home}/run/$name.$pid.asok
pid file = ${home}/run/$name.pid
log file = ${home}/log/$name.log
osd objectstore = memstore
memstore device bytes = 4294967296
osd pool default size = 1
osd pool default min size = 1
osd pool default pg num = 4
osd pool default pgp num = 4
osd pool default pg autoscale mode = off
osd crush chooseleaf type = 0
mon allow pool size one = true
rgw frontends = beast endpoint=${HERE}:${gatewayPort}
rgw data = ${home}/rgw
`

function mustRun(program, words) {
  const { status, stderr } = spawnSync(program, words, { encoding: 'utf8', timeout: LONGEST_START_MS })
  if (status !== 0) throw new Error(`${program}: ${stderr}`)
}

const answers = (endpoint) =>
  fetch(endpoint).then(
    ({ ok }) => ok,
    () => false,
  )
