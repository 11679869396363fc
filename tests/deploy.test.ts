import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { certify } from '../scripts/lib/certificate.mjs'
import { describeMachines, writeMachineFiles } from '../scripts/lib/machine-files.mjs'
import { type TestDatabase, testDatabase } from './support/test-database'

/** The files that are handed to whoever runs Calque, judged by the programs that read them. */

const ROOT = resolve(import.meta.dirname, '..')
const MACHINES = ['one', 'two', 'three'] as const
let folder: string

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'calque-deploy-'))
  const described = describeMachines({ one: '10.0.0.11', two: '10.0.0.12', three: '10.0.0.13' }, 'plans.example.org')
  for (const name of MACHINES) writeMachineFiles(described, name, join(folder, name))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const at = (machine: string, path: string) => join(folder, machine, path)
const read = (machine: string, path: string) => readFileSync(at(machine, path), 'utf8')
const filesOf = (machine: string) =>
  readdirSync(join(folder, machine), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name).slice(join(folder, machine).length + 1))

describe.each(MACHINES)('machine %s', (machine) => {
  it('has all its files filled in', () => {
    for (const path of filesOf(machine)) expect(read(machine, path), path).not.toMatch(/\{\{\w+\}\}|undefined/)
    expect(filesOf(machine).some((path) => path.startsWith('etc/patroni'))).toBe(machine !== 'three')
  })

  it('has a proxy’s file that the proxy takes', () => {
    certify(at(machine, 'etc/haproxy/calque.pem'), 'plans.example.org')
    const { status, stderr } = spawnSync('/usr/sbin/haproxy', ['-c', '-f', at(machine, 'etc/haproxy/haproxy.cfg')], {
      encoding: 'utf8',
    })
    expect(stderr).not.toMatch(/ALERT|WARNING/)
    expect(status).toBe(0)
  })

  it('has figures and alerts that Prometheus takes', () => {
    const { status, stdout, stderr } = spawnSync(
      '/usr/bin/promtool',
      ['check', 'config', at(machine, 'etc/prometheus/prometheus.yml')],
      { encoding: 'utf8' },
    )
    expect(stdout + stderr).toContain('SUCCESS')
    expect(status).toBe(0)
  })
})

it('secrets are for those who need them alone, and differ from one description to the next', () => {
  const another = describeMachines({ one: '10.9.9.1', two: '10.9.9.2', three: '10.9.9.3' }, 'other.example')
  expect(Object.entries(another).filter(([, value]) => read('one', 'etc/calque/calque.env').includes(value))).toEqual(
    [],
  )
  for (const path of filesOf('one').filter((each) =>
    /calque\.env|server\.key|userlist|pgpass|patroni|pgbackrest\/|machines/.test(each),
  ))
    expect(statSync(at('one', path)).mode & 0o007, path).toBe(0)
  const passwords = Object.entries(another).filter(([name]) => /Password|Code|Key/.test(name))
  expect(new Set(passwords.map(([, value]) => value)).size).toBe(passwords.length)
  for (const [, value] of passwords) expect(value.length).toBeGreaterThanOrEqual(32)
})

describe('figures that alerts and the dashboard are about', () => {
  let database: TestDatabase
  beforeAll(async () => {
    database = await testDatabase()
  }, 60_000)
  afterAll(() => database?.stop())

  it('are told', async () => {
    const { metricsText } = await import('@/server/metrics')
    const { text } = await metricsText()
    const told = new Set([...text.matchAll(/^# TYPE (\w+)/gm)].map(([, name]) => name!))
    const wanted = [
      read('one', 'etc/prometheus/calque-alerts.yml'),
      readFileSync(join(ROOT, 'deploy/monitoring/dashboard.json'), 'utf8'),
    ].flatMap((file) => [...file.matchAll(/\b(calque_\w+|process_\w+)\b/g)].map(([, name]) => name!))
    expect(wanted.length).toBeGreaterThan(10)
    const missing = wanted.filter((name) => !told.has(name.replace(/_(bucket|count|sum)$/, '')))
    expect([...new Set(missing)]).toEqual([])
  })
})

it('each alert has its lines in the paper for whoever is called', () => {
  const alerts = [...read('one', 'etc/prometheus/calque-alerts.yml').matchAll(/alert: (\w+)/g)].map(([, name]) => name!)
  const paper = readFileSync(join(ROOT, 'docs/operating.md'), 'utf8')
  expect(alerts.filter((name) => !paper.includes(`\`${name}\``))).toEqual([])
})
