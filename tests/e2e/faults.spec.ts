import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { startStack } from '../../scripts/lib/stack.mjs'
import { kill } from '../faults/kills'
import { handWritten } from '../support/hand-written'

/** The short form of `npm run faults`. */
test('parts are killed in turn while people edit and files are read, and nothing is lost or doubled', async () => {
  test.setTimeout(240_000)
  const home = mkdtempSync(join(tmpdir(), 'calque-'))
  const stack = await startStack({ home, port: await freePort(4920), seed: false })
  try {
    const file = { name: 'line.pdf', bytes: await handWritten('1 w 50 50 m 250 50 l S') }
    const report = await kill({ address: stack.address, home }, 12, 120, file)
    expect(report).toMatchObject({ kills: 12, lost: 0, doubled: 0, replayed: report.projects })
    expect(report.acknowledged).toBeGreaterThan(50)
    expect(report.filesDone).toBe(report.files)
    expect(report.files).toBeGreaterThan(0)
  } finally {
    await stack.stop()
    rmSync(home, { recursive: true, force: true })
  }
})
