import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Page } from '@playwright/test'
import pg from 'pg'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { ended } from '../../scripts/lib/processes.mjs'
import { type RunningStack, startStack } from '../../scripts/lib/stack.mjs'
import { plainWall as wall } from '../support/plain-wall'
import { program } from '../support/producers'
import { StudioPage, test } from './studio'

const STACK = new URL('../../scripts/lib/stack.mjs', import.meta.url)

/** A Calque of its own, whose parts are killed and whose database is put back. */
let home: string
let stack: RunningStack

test.beforeAll(async () => {
  test.setTimeout(120_000)
  home = mkdtempSync(join(tmpdir(), 'calque-'))
  stack = await startStack({ home, port: await freePort(4900), seed: false })
})

test.afterAll(async () => {
  await stack?.stop()
  rmSync(home, { recursive: true, force: true })
})

async function newProject(page: Page, name: string): Promise<string> {
  const response = await page.request.post(`${stack.address}/api/projects`, { data: { name } })
  return (await response.json()).id
}

const keep = (page: Page, project: string, id: string) =>
  page.request.post(`${stack.address}/api/projects/${project}/changes`, {
    data: { id, label: 'Trace wall', cause: 'edit', of: null, edits: [{ id, before: null, after: wall(id, 5) }] },
  })

/** Opens a project as one who traces. */
async function open(page: Page, project: string): Promise<StudioPage> {
  await page.goto(`${stack.address}/projects/${project}`)
  const studio = new StudioPage(page)
  // There once the project is: then its first step has been chosen.
  await expect(page.getByText('Drop plans anywhere here')).toBeVisible()
  await studio.goTo('Trace')
  return studio
}

/** Starts another Calque in the same folder, which can't be. @returns what it says */
const startedBeside = (): Promise<string> =>
  program(
    process.execPath,
    '-e',
    `import('${STACK}').then(({ startStack }) => startStack({ home: ${JSON.stringify(home)}, port: 4999, seed: false }))`,
  ).then(
    () => '',
    (error: { stderr: string }) => error.stderr,
  )

const wallsIn = (page: Page, count: number) =>
  expect(page.getByText(count === 1 ? '1 wall' : `${count} walls`, { exact: true })).toBeVisible()

for (const part of ['web', 'readers', 'makers', 'postgres'] as const)
  test(`${part}: what is killed comes back, and an open window goes on`, async ({ page }) => {
    const project = await newProject(page, `Killed ${part}`)
    await open(page, project)
    await keep(page, project, 'w1')
    await wallsIn(page, 1)
    const killed = stack.pidOf(part)!
    process.kill(killed, 'SIGKILL')
    await expect.poll(() => stack.pidOf(part), { timeout: 10_000 }).not.toBe(killed)
    await expect
      .poll(async () => (await page.request.get(`${stack.address}/api/health/ready`).catch(() => null))?.status(), {
        timeout: 20_000,
      })
      .toBe(200)
    expect((await keep(page, project, 'w2')).ok()).toBe(true)
    // The window hears of it without a reload: whatever was lost between them is there again.
    await wallsIn(page, 2)
    const file = await page.request.get(`${stack.address}/api/projects/${project}/hand-over/dxf`)
    expect(await file.text()).toContain('WALL')
  })

test('a window sees what is put back, and is told what that took from it', async ({ page }) => {
  test.setTimeout(150_000)
  const project = await newProject(page, 'Put back')
  const studio = await open(page, project)
  await keep(page, project, 'before')
  await wallsIn(page, 1)
  await stack.stop()
  const copy = join(home, 'copy')
  cpSync(join(home, 'postgres'), copy, { recursive: true })
  await program('chown', '-R', '--reference', join(home, 'postgres'), copy)
  stack = await startStack({ home, port: Number(new URL(stack.address).port), seed: false })
  const board = (await studio.board.boundingBox())!
  await page.mouse.click(board.x + 100, board.y + 90)
  await page.mouse.click(board.x + 360, board.y + 90)
  await page.keyboard.press('Escape')
  await studio.kept()
  await wallsIn(page, 2)

  await stack.stop()
  rmSync(join(home, 'postgres'), { recursive: true })
  cpSync(copy, join(home, 'postgres'), { recursive: true })
  await program('chown', '-R', '--reference', copy, join(home, 'postgres'))
  await program('chmod', '700', join(home, 'postgres'))
  stack = await startStack({ home, port: Number(new URL(stack.address).port), seed: false })
  await wallsIn(page, 1)
  await page.getByRole('button', { name: '1 not kept' }).click()
  await expect(page.getByText('The server was put back to a state from before this was done.')).toBeVisible()
  await page.getByRole('button', { name: /^Send .* again$/ }).click()
  await studio.kept()
  await wallsIn(page, 2)
  await page.reload()
  await wallsIn(page, 2)
})

test('what is refused is held, told, saved as a file and sent again', async ({ page }) => {
  const project = await newProject(page, 'Refused')
  const studio = await open(page, project)
  await page.route('**/changes', (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 422, json: { type: '/problems/not-whole', detail: 'That can not be.' } })
      : route.continue(),
  )
  const board = (await studio.board.boundingBox())!
  await page.mouse.click(board.x + 100, board.y + 90)
  await page.mouse.click(board.x + 360, board.y + 90)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: '1 not kept' })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: '1 not kept' }).click()
  await expect(page.getByText('That can not be.')).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ])
  const saved = JSON.parse(readFileSync(await download.path(), 'utf8'))
  expect(saved).toMatchObject([{ sentence: 'That can not be.', change: { edits: [{ after: { kind: 'wall' } }] } }])
  await page.unroute('**/changes')
  await page.getByRole('button', { name: /^Send .* again$/ }).click()
  await studio.kept()
  await wallsIn(page, 1)
})

test('a sign-in that ran out, or too much at once, deletes nothing', async ({ page }) => {
  const project = await newProject(page, 'Later')
  const studio = await open(page, project)
  for (const [i, status] of [401, 429].entries()) {
    await page.route('**/changes', (route) =>
      route.request().method() === 'POST' ? route.fulfill({ status, json: { detail: 'Not now.' } }) : route.continue(),
    )
    const board = (await studio.board.boundingBox())!
    await page.mouse.click(board.x + 100, board.y + 90 + 90 * i)
    await page.mouse.click(board.x + 360, board.y + 90 + 90 * i)
    await page.keyboard.press('Escape')
    await expect(page.getByText('1 waiting here')).toBeVisible()
    await page.unroute('**/changes')
    await studio.kept()
  }
  await wallsIn(page, 2)
})

test('a project goes to the trash with its bytes, comes back, and goes permanently', async ({ page }) => {
  const project = await newProject(page, 'Thrown away')
  const address = `${stack.address}/api/projects/${project}`
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><path d="M1 1L50 50" stroke="red"/></svg>'
  await page.request.post(`${address}/sources?name=a.svg`, {
    headers: { 'content-type': 'application/octet-stream' },
    data: svg,
  })
  const [source] = await (await page.request.get(`${address}/sources`)).json()
  const bytes = async () => (await page.request.get(`${stack.address}/api/contents/${source.contentHash}`)).status()
  expect(await bytes()).toBe(200)
  await page.goto(stack.address)
  await page.getByRole('button', { name: 'Delete Thrown away', exact: true }).click()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page.getByRole('link', { name: /Thrown away/ })).toBeHidden()
  // The list goes ahead of the server.
  await expect.poll(bytes).toBe(404)
  expect((await page.request.get(address)).status()).toBe(404)
  await page.getByRole('button', { name: /^Trash/ }).click()
  await page.getByRole('button', { name: 'Restore Thrown away' }).click()
  await expect(page.getByRole('link', { name: /Thrown away/ })).toBeAttached()
  expect(await bytes()).toBe(200)
  await page.request.delete(address)
  await page.reload()
  await page.getByRole('button', { name: /^Trash/ }).click()
  await page.getByRole('button', { name: 'Delete Thrown away permanently' }).click()
  await page.getByRole('button', { name: 'Delete permanently', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Trash/ })).toBeHidden()
  expect(await bytes()).toBe(404)
})

test('the application can neither change the form of the tables nor be another role', async () => {
  const client = new pg.Client({ connectionString: stack.databaseUrl })
  await client.connect()
  try {
    for (const statement of [
      'create table planted (id int)',
      'alter table project add column planted int',
      'drop table record',
      'set role calque_owner',
      'set role calque',
      "copy record to program 'true'",
      "select pg_read_file('/etc/passwd')",
      'create role planted superuser',
    ])
      await expect(client.query(statement), statement).rejects.toMatchObject({ code: '42501' })
  } finally {
    await client.end()
  }
})

test('no password of a file leaves the server, nor stands in the clear in the database', async ({ page }) => {
  const { handWritten, withPassword } = await import('../support/hand-written')
  const project = await newProject(page, 'Secret')
  const address = `${stack.address}/api/projects/${project}`
  await page.request.post(`${address}/sources?name=secret.pdf`, {
    data: Buffer.from(await withPassword(await handWritten('1 w 50 50 m 250 50 l S'), 'teal-secret')),
  })
  const source = async () => (await (await page.request.get(`${address}/sources`)).json())[0]
  await expect.poll(async () => (await source()).status).toBe('locked')
  await page.request.post(`${stack.address}/api/sources/${(await source()).id}/password`, {
    data: { password: 'teal-secret' },
  })
  await expect.poll(async () => (await source()).sheets[0]?.status, { timeout: 30_000 }).toBe('ready')
  const { sheets, contentHash } = await source()
  // Browsers draw it from a copy that needs no password.
  expect(sheets[0].print.pdf.hash).not.toBe(contentHash)
  const open = await page.request.get(`${stack.address}/api/contents/${sheets[0].print.pdf.hash}`)
  expect((await open.body()).toString('latin1')).not.toContain('/Encrypt')
  const archive = await page.request.get(`${address}/hand-over/archive`)
  const told = `${await (await page.request.get(address)).text()} ${(await archive.body()).toString('latin1')}`
  expect(told).not.toContain('teal-secret')
  const client = new pg.Client({ connectionString: stack.databaseUrl })
  await client.connect()
  const { rows } = await client.query('select password from source where project_id = $1', [project])
  await client.end()
  expect(rows[0].password).toMatch(/^v1\./)
  expect(existsSync(join(home, 'server.key'))).toBe(true)
  // Whoever takes the archive in is asked for it.
  const taken = await page.request.post(`${stack.address}/api/projects`, {
    headers: { 'content-type': 'application/zip' },
    data: await archive.body(),
  })
  const copy = `${stack.address}/api/projects/${(await taken.json()).id}/sources`
  await expect.poll(async () => (await (await page.request.get(copy)).json())[0].status).toBe('locked')
})

test('ten uploads that stall hold nobody up', async ({ page }) => {
  const project = await newProject(page, 'Stalled')
  const { request } = await import('node:http')
  const stalled = Array.from({ length: 12 }, (_, i) => {
    const upload = request(`${stack.address}/api/projects/${project}/sources?name=${i}.pdf`, {
      method: 'POST',
      headers: { 'content-type': 'application/pdf', 'content-length': 1e6 },
    })
    upload.on('error', () => undefined)
    upload.write('%PDF-1.7\n')
    return upload
  })
  try {
    for (let i = 0; i < 5; i++) expect((await keep(page, project, `w${i}`)).ok()).toBe(true)
  } finally {
    for (const upload of stalled) upload.destroy()
  }
})

test('eight windows of one browser all hear what is done, over one stream', async ({ page, context }) => {
  test.setTimeout(120_000)
  const project = await newProject(page, 'Many windows')
  const windows = [page]
  while (windows.length < 8) windows.push(await context.newPage())
  for (const each of windows) await open(each, project)
  await keep(page, project, 'w1')
  for (const each of windows) await wallsIn(each, 1)
  // The window that listens for all is closed: another one takes over.
  await windows.shift()!.close()
  await keep(windows[0]!, project, 'w2')
  for (const each of windows) await wallsIn(each, 2)
})

test('a start that was killed leaves nothing in the way of the next one', async () => {
  test.setTimeout(120_000)
  const own = mkdtempSync(join(tmpdir(), 'calque-'))
  const port = await freePort(4940)
  const start = `import('${STACK}').then(({ startStack }) => startStack({ home: ${JSON.stringify(own)}, port: ${port}, seed: false }))`
  const child = spawn(process.execPath, ['-e', start], { stdio: 'ignore' })
  const ready = async () => (await fetch(`http://127.0.0.1:${port}/api/health/ready`).catch(() => null))?.ok ?? false
  await expect.poll(ready, { timeout: 60_000 }).toBe(true)
  child.kill('SIGKILL')
  // A signal is sent, not done: until the system has ended the process it still runs there.
  await ended(child)
  const next = await startStack({ home: own, port, seed: false })
  // Its readers say a moment later that they are there.
  await expect.poll(ready, { timeout: 30_000 }).toBe(true)
  await next.stop()
  expect(existsSync(join(own, 'running.json'))).toBe(false)
  rmSync(own, { recursive: true, force: true })
})

test('a second start in the same folder says what runs there, and touches nothing', async ({ page }) => {
  const second = await startedBeside()
  expect(second).toContain(`Calque runs in this folder already, at ${stack.address}`)
  expect((await page.request.get(`${stack.address}/api/health`)).ok()).toBe(true)
})

test('keys that are lost are a sentence that costs nobody the data', async () => {
  test.setTimeout(120_000)
  await stack.stop()
  const keys = join(home, 'database.json')
  const kept = readFileSync(keys, 'utf8')
  writeFileSync(keys, '')
  const said = await startedBeside()
  expect(said).toContain('is missing, empty or damaged. The data itself in')
  expect(said).not.toContain('move')
  writeFileSync(keys, kept)
  stack = await startStack({ home, port: Number(new URL(stack.address).port), seed: false })
})
