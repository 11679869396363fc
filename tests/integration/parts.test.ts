import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { freePort, seeingAll, serverKeyFile, startPostgres } from '../../scripts/lib/postgres.mjs'

/** Parts that are started by themselves, as on machines of their own: `scripts/serve.mjs`. */

const ROOT = resolve(import.meta.dirname, '../..')
const running: ChildProcess[] = []
let home: string
let postgres: Awaited<ReturnType<typeof startPostgres>>
let env: Record<string, string>
let address: string

function serve(part: string, ...more: string[]) {
  const child = spawn(process.execPath, ['scripts/serve.mjs', part, ...more], {
    cwd: ROOT,
    env: { ...process.env, ...env },
  })
  running.push(child)
  let said = ''
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (text) => {
      said += text
    })
  const ended = once(child, 'exit').then(([status]) => ({ status: status as number | null, said }))
  return { child, ended }
}

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'calque-parts-'))
  postgres = await startPostgres(home)
  const port = await freePort(5580)
  address = `http://127.0.0.1:${port}`
  env = {
    CALQUE_DATABASE_ADMIN_URL: postgres.superuserUrl,
    CALQUE_DATABASE_OWNER_URL: postgres.ownerUrl,
    CALQUE_DATABASE_URL: postgres.url,
    CALQUE_DATABASE_WORKER_URL: seeingAll(postgres.url),
    CALQUE_DATABASE_LISTEN_URL: postgres.url,
    CALQUE_KEY_FILE: serverKeyFile(home),
    CALQUE_SIGN_IN: 'on',
    CALQUE_SET_UP_CODE: 'the code of the first one',
    CALQUE_READERS: '1',
    PORT: String(port),
  }
}, 60_000)

afterAll(async () => {
  for (const child of running) if (child.exitCode === null) child.kill('SIGTERM')
  await Promise.all(running.map((child) => (child.exitCode === null ? once(child, 'exit') : null)))
  await postgres?.part.stop()
  rmSync(home, { recursive: true, force: true })
}, 30_000)

const status = (path: string) =>
  fetch(`${address}${path}`).then(
    (answer) => answer.status,
    () => 0,
  )

describe('a part', () => {
  it('says which ones there are, and what it lacks', async () => {
    const none = await serve('everything').ended
    expect(none.status).not.toBe(0)
    expect(none.said).toContain('build, database, web, readers, makers')
    const { CALQUE_DATABASE_WORKER_URL, CALQUE_KEY_FILE, ...less } = env
    const all = env
    env = { ...less, CALQUE_DATABASE_WORKER_URL: '', CALQUE_KEY_FILE: '' }
    const readers = await serve('readers').ended
    env = all
    expect(readers.status).not.toBe(0)
    expect(readers.said).toContain('CALQUE_DATABASE_WORKER_URL and CALQUE_KEY_FILE must be set')
    expect(CALQUE_DATABASE_WORKER_URL).toBeTruthy()
    expect(CALQUE_KEY_FILE).toBeTruthy()
  })

  it('does not let everybody in from elsewhere where nobody signs in', async () => {
    const all = env
    env = { ...all, CALQUE_SIGN_IN: 'off', CALQUE_LISTEN: '0.0.0.0' }
    const { status: ended, said } = await serve('web').ended
    env = all
    expect(ended).not.toBe(0)
    expect(said).toContain('CALQUE_SIGN_IN=on')
  })

  it('serves with the others, each started by itself', async () => {
    expect((await serve('database').ended).status).toBe(0)
    // Once more changes nothing.
    expect((await serve('database').ended).status).toBe(0)
    const web = serve('web')
    await vi.waitUntil(async () => (await status('/api/health')) === 200, { timeout: 60_000, interval: 200 })
    // Nobody reads yet, and that is said.
    expect(await status('/api/health/ready')).toBe(503)
    expect(await status('/api/projects')).toBe(401)
    const readers = serve('readers')
    await vi.waitUntil(async () => (await status('/api/health/ready')) === 200, { timeout: 30_000, interval: 200 })
    for (const part of [readers, web]) {
      part.child.kill('SIGTERM')
      expect((await part.ended).status).toBe(0)
    }
  }, 120_000)
})
