import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { describe, expect, it, vi } from 'vitest'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { takeFolder } from '../../scripts/lib/running.mjs'
import { Supervised } from '../../scripts/lib/supervise.mjs'

async function inFolder(work: (home: string) => Promise<void>): Promise<void> {
  const home = mkdtempSync(join(tmpdir(), 'calque-start-'))
  try {
    await work(home)
  } finally {
    rmSync(home, { recursive: true, force: true })
  }
}

const node = (code: string) => spawn(process.execPath, ['-e', code], { stdio: 'ignore', detached: true })

describe('the start command', () => {
  const start = async (env: Record<string, string>) => {
    const child = spawn(process.execPath, ['scripts/start.mjs'], { env: { ...process.env, ...env } })
    let said = ''
    child.stderr.on('data', (text) => {
      said += text
    })
    const [status] = (await once(child, 'exit')) as [number]
    return { status, said }
  }

  it.each(['0.0.0.0', '::', '10.1.2.3'])('refuses to listen on %s where nobody signs in', async (address) => {
    const { status, said } = await start({ CALQUE_LISTEN: address })
    expect(status).not.toBe(0)
    expect(said).toContain('CALQUE_SIGN_IN=on')
  })

  it('refuses it under the other name as well', async () => {
    const { status, said } = await start({ CALQUE_ADDRESS: '0.0.0.0' })
    expect(status).not.toBe(0)
    expect(said).toContain('CALQUE_SIGN_IN=on')
  })

  it('refuses a setting that it does not know', async () => {
    const { status, said } = await start({ CALQUE_SIGN_IN: 'maybe' })
    expect(status).not.toBe(0)
    expect(said).toContain('neither “on” nor “off”')
  })
})

describe('a part that is watched', () => {
  it('is started again, and given up on with a sentence where it can not begin', async () => {
    const pids = new Set<number>()
    const said: string[] = []
    const part = new Supervised({
      name: 'The part',
      start: () => node('process.exit(3)'),
      onStart: (pid) => pids.add(pid),
      onGiveUp: (sentence) => said.push(sentence),
      firstPauseMs: 1,
    })
    await part.watching
    expect(pids.size).toBe(8)
    expect(said).toEqual([expect.stringMatching(/^The part ended 8 times in a row .* Nothing that was kept is lost\./)])
  })

  it('is not started again once it was told to stop', async () => {
    let starts = 0
    const part = new Supervised({
      name: 'The part',
      start: () => node('setInterval(() => {}, 1000)'),
      onStart: () => starts++,
      onGiveUp: () => undefined,
    })
    await vi.waitFor(() => expect(starts).toBe(1))
    await part.stop()
    await part.watching
    expect(starts).toBe(1)
  })
})

describe('a folder', () => {
  it('is taken over from a start that is gone, whose parts are ended', () =>
    inFolder(async (home) => {
      const left = node('setInterval(() => {}, 1000)')
      const ended = new Promise((resolve) => left.on('exit', resolve))
      const first = await takeFolder(home, 'http://127.0.0.1:1')
      first.note('web', left.pid!)
      // As if whoever noted that had been killed.
      const file = join(home, 'running.json')
      writeFileSync(file, JSON.stringify({ ...JSON.parse(readFileSync(file, 'utf8')), by: '999999:1' }))
      const second = await takeFolder(home, 'http://127.0.0.1:2')
      await ended
      expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({ address: 'http://127.0.0.1:2', parts: {} })
      second.giveBack()
      expect(existsSync(file)).toBe(false)
    }))
})

describe('the database', () => {
  it('has checksums, and starts beside a note of a process whose number is somebody else’s now', () =>
    inFolder(async (home) => {
      const first = await startPostgres(home)
      await first.part.stop()
      writeFileSync(join(home, 'postgres', 'postmaster.pid'), `${process.pid}\n${join(home, 'postgres')}\n`)
      const { superuserUrl, part } = await startPostgres(home)
      const client = new pg.Client({ connectionString: superuserUrl })
      client.on('error', () => undefined)
      await client.connect()
      expect((await client.query('show data_checksums')).rows).toEqual([{ data_checksums: 'on' }])
      await client.end()
      await part.stop()
    }))
})
