import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { buildSync } from 'esbuild'
import { expect, it } from 'vitest'
import { jailFor } from './jail'

it('what runs in the jail reaches no socket, no file outside and no 6 GB', async () => {
  const jail = jailFor(process.cwd())
  expect(jail.closed, jail.about).toBe(true)
  // In the folder of programs, which is seen from within; a secret beside it, in the project's folder, is not.
  const builds = join(process.cwd(), '.build')
  mkdirSync(builds, { recursive: true })
  const folder = mkdtempSync(join(builds, 'escape-'))
  const secret = join(process.cwd(), '.calque-test-secret')
  const server = createServer()
  try {
    writeFileSync(secret, 'secret')
    const script = join(folder, 'escape.mjs')
    buildSync({ entryPoints: ['tests/support/escape.ts'], outfile: script, format: 'esm', platform: 'node' })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const { port } = server.address() as { port: number }
    const [program, ...args] = jail.command(script, 1500)
    const child = spawn(program!, [...args, String(port), secret, folder], {
      env: { ...process.env, CALQUE_DATABASE_URL: 'postgres://somebody' },
      stdio: ['ignore', 'pipe', 'ignore'],
    })
    let said = ''
    child.stdout.on('data', (text) => {
      said += text
    })
    const status = await new Promise((resolve) => child.on('close', resolve))
    const lines = said.trim().split('\n')
    expect(JSON.parse(lines[0]!)).toMatchObject({
      socket: expect.stringMatching(/^E/),
      outside: 'ENOENT',
      users: expect.stringMatching(/ENOENT|EACCES/),
      write: 'EROFS',
      environment: expect.not.stringContaining('CALQUE'),
      user: 65534,
    })
    expect(status).not.toBe(0)
    expect(lines).toHaveLength(1)
  } finally {
    server.close()
    rmSync(folder, { recursive: true, force: true })
    rmSync(secret, { force: true })
  }
})
