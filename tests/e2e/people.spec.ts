import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { type Browser, type BrowserContext, expect, type Page } from '@playwright/test'
import JSZip from 'jszip'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { type RunningStack, startStack } from '../../scripts/lib/stack.mjs'
import { plainWall } from '../support/plain-wall'
import { seriousOn } from './axe'
import { StudioPage, test } from './studio'

/** A Calque in which people sign in. */
let home: string
let stack: RunningStack
/** Ada looks after it and owns the project. */
let ada: Page
let projectId: string
const contexts: BrowserContext[] = []

const PASSWORD = 'a long password'

async function newPage(browser: Browser, options: Parameters<Browser['newContext']>[0] = {}): Promise<Page> {
  const context = await browser.newContext({ baseURL: stack.address, reducedMotion: 'reduce', ...options })
  contexts.push(context)
  return context.newPage()
}

async function makeAccount(page: Page, address: string, name: string, email?: string): Promise<void> {
  await page.goto(address)
  await page.getByLabel('Your name').fill(name)
  if (email) await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Make the account' }).click()
}

/** The address in the latest letter to somebody. */
async function letterTo(email: string): Promise<string> {
  const letters = (await (await ada.request.get('/api/letters')).json()) as { to: string; text: string }[]
  return letters.find(({ to }) => to === email)!.text.match(/https?:\/\/\S+/)![0]
}

const share = async (tab: 'People' | 'Links' | 'Programs') => {
  await ada.getByRole('button', { name: 'Share', exact: true }).click()
  await ada.getByRole('tab', { name: tab }).click()
}
const closeShare = () => ada.getByRole('button', { name: 'Close', exact: true }).click()

async function invite(email: string, role: string): Promise<void> {
  await share('People')
  await ada.getByLabel('E-mail').fill(email)
  await ada.getByRole('combobox', { name: 'As' }).click()
  await ada.getByRole('option', { name: new RegExp(role) }).click()
  await ada.getByRole('button', { name: 'Invite' }).click()
  await expect(ada.getByRole('list', { name: 'People of the project' })).toContainText(email)
  await closeShare()
}

test.describe.configure({ mode: 'serial' })

test.beforeAll(async ({ browser }) => {
  test.setTimeout(120_000)
  home = await mkdtemp(join(tmpdir(), 'calque-'))
  stack = await startStack({ home, port: await freePort(4860), seed: false, settings: { CALQUE_SIGN_IN: 'on' } })
  ada = await newPage(browser)
  await makeAccount(ada, `/join/${stack.setUpCode}`, 'Ada Brook', 'ada@reach.example')
  await ada.waitForURL(`${stack.address}/`)
  projectId = await new StudioPage(ada).newProject('Weir Lodge')
})

test.afterAll(async () => {
  for (const context of contexts) await context.close()
  await stack?.stop()
  await rm(home, { recursive: true, force: true })
})

test('who is nobody is asked to sign in, and comes back to where they were going', async ({ browser }) => {
  const page = await newPage(browser)
  await page.goto(`/projects/${projectId}`)
  await page.waitForURL(/\/sign-in\?to=/)
  expect((await page.request.get('/api/projects')).status()).toBe(401)
  await page.getByLabel('E-mail').fill('ada@reach.example')
  await page.getByLabel('Password').fill('not the password')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText('Invalid email or password')).toBeVisible()
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.waitForURL(new RegExp(`/projects/${projectId}`))
  await test.step('a used code makes no second first account', async () => {
    const again = await page.request.get(`/api/join?secret=${stack.setUpCode}`)
    expect(again.status()).toBe(404)
  })
  await test.step('signed out, nothing is left', async () => {
    await page.getByRole('button', { name: 'Your account' }).click()
    await page.getByRole('menuitem', { name: 'Sign out' }).click()
    await page.waitForURL(/\/sign-in/)
    expect((await page.request.get(`/api/projects/${projectId}`)).status()).toBe(401)
  })
})

test('two people in one project: an invitation, who is here, a change that arrives, undo of one’s own only', async ({
  browser,
}) => {
  await invite('bea@reach.example', 'Editor')
  const bea = await newPage(browser)
  await makeAccount(bea, await letterTo('bea@reach.example'), 'Bea Marsh')
  await bea.waitForURL(new RegExp(`/projects/${projectId}`))
  await expect(ada.getByRole('button', { name: 'Follow Bea Marsh' })).toBeVisible()
  await expect(bea.getByRole('button', { name: 'Follow Ada Brook' })).toBeVisible()
  const [studioA, studioB] = [new StudioPage(ada), new StudioPage(bea)]
  for (const studio of [studioA, studioB]) await studio.goTo('Trace')
  await test.step('what one draws the other sees', async () => {
    const wall = plainWall('from-ada')
    const made = await ada.request.post(`/api/projects/${projectId}/changes`, {
      data: {
        id: 'c1',
        label: 'Trace wall',
        cause: 'edit',
        of: null,
        edits: [{ id: wall.id, before: null, after: wall }],
      },
    })
    expect(made.status()).toBe(200)
    await expect(bea.getByText('1 wall').first()).toBeVisible()
  })
  await test.step('but cannot take back, here or by a program', async () => {
    const [kept] = (await (await bea.request.get(`/api/projects/${projectId}/changes?since=0`)).json()) as {
      edits: { id: string; before: unknown; after: unknown }[]
    }[]
    const undo = {
      id: 'c2',
      label: 'Trace wall',
      cause: 'undo',
      of: 'c1',
      edits: kept!.edits.map(({ id, before, after }) => ({ id, before: after, after: before })),
    }
    const refused = await bea.request.post(`/api/projects/${projectId}/changes`, { data: undo })
    expect([refused.status(), (await refused.json()).type]).toEqual([422, '/problems/not-yours'])
    await expect(bea.getByRole('button', { name: 'Undo' })).toBeDisabled()
  })
  await test.step('the history names whoever did it', async () => {
    await bea.getByRole('button', { name: 'History' }).click()
    await expect(bea.getByRole('list', { name: 'What was done' })).toContainText('Ada Brook')
  })
  await test.step('following somebody shows what they look at', async () => {
    await ada.getByRole('button', { name: 'Follow Bea Marsh' }).click()
    await bea.keyboard.press('Home')
    await expect(ada.getByRole('button', { name: 'Stop following Bea Marsh' })).toBeVisible()
    await ada.getByRole('button', { name: 'Stop following Bea Marsh' }).click()
  })
  await bea.close()
  // Whose farewell is lost is dropped once they were silent for a while.
  await expect(ada.getByRole('button', { name: /Follow Bea/ })).toBeHidden({ timeout: 40_000 })
})

test('what a browser holds for somebody is not sent by whoever signs in there next', async ({ browser }) => {
  const page = await newPage(browser)
  const signIn = async (email: string) => {
    // As a page of ours asks: with cookies, nobody else is answered.
    const headers = { origin: stack.address }
    await page.request.post('/api/auth/sign-out', { data: {}, headers })
    const signedIn = await page.request.post('/api/auth/sign-in/email', {
      data: { email, password: PASSWORD },
      headers,
    })
    expect(signedIn.status()).toBe(200)
    await page.goto(`/projects/${projectId}`)
    await expect(new StudioPage(page).board).toBeVisible()
  }
  const authors = async () =>
    (
      (await (await ada.request.get(`/api/projects/${projectId}/history`)).json()) as {
        label: string
        author: string
      }[]
    )
      .filter(({ label }) => label === 'Add level')
      .map(({ author }) => author)
  await signIn('ada@reach.example')
  await page.route('**/changes', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
  await page.getByRole('button', { name: 'Add a level' }).click()
  await expect(page.getByRole('status').filter({ hasText: /waiting here|not reachable/ })).toBeVisible()
  // The page goes before the network is there again: else it would still send, rightly, as Ada.
  await page.goto('about:blank')
  await page.unroute('**/changes')
  await signIn('bea@reach.example')
  await expect(page.getByRole('status').filter({ hasText: 'All saved' })).toBeVisible()
  expect(await authors()).toEqual([])
  await page.goto('about:blank')
  await signIn('ada@reach.example')
  await expect.poll(authors).toEqual(['Ada Brook'])
})

test('a reviewer writes remarks under their own name and changes nothing else', async ({ browser }) => {
  await invite('cal@reach.example', 'Reviewer')
  const cal = await newPage(browser)
  await makeAccount(cal, await letterTo('cal@reach.example'), 'Cal Reed')
  await cal.waitForURL(new RegExp(`/projects/${projectId}`))
  await expect(cal.getByText('You can look, measure, write remarks and export here.')).toBeVisible()
  await expect(cal.getByRole('navigation', { name: 'Steps' }).getByRole('button')).toHaveText(['Check', 'Hand over'])
  await cal.getByRole('button', { name: 'Remark', exact: true }).click()
  const board = (await new StudioPage(cal).board.boundingBox())!
  await cal.mouse.click(board.x + 300, board.y + 300)
  await cal.getByRole('textbox', { name: 'Remark', exact: true }).fill('The wall is too thin.')
  await cal.getByRole('textbox', { name: 'For (a name, if you like)' }).fill('Ada Brook')
  await cal.getByRole('button', { name: 'Add remark' }).click()
  await expect(cal.getByRole('list', { name: 'Remarks' })).toContainText('Cal Reed')
  await expect.poll(() => letterTo('ada@reach.example').catch(() => '')).toContain(`/projects/${projectId}`)
  await test.step('and marks up by hand, which is nobody else’s to rub out', async () => {
    await cal.getByRole('button', { name: 'Mark up' }).click()
    await cal.mouse.move(board.x + 200, board.y + 200)
    await cal.mouse.down()
    for (const [x, y] of [
      [260, 180],
      [320, 230],
      [260, 280],
      [200, 200],
    ] as const)
      await cal.mouse.move(board.x + x, board.y + y, { steps: 4 })
    await cal.mouse.up()
    const records = async () =>
      (await (await ada.request.get(`/api/projects/${projectId}`)).json()).records as {
        id: string
        kind: string
        author?: string
      }[]
    const marks = async () => (await records()).filter(({ kind }) => kind === 'mark-up')
    await expect.poll(marks).toMatchObject([{ author: 'Cal Reed' }])
    const [mark] = await marks()
    const rubbed = await ada.request.post(`/api/projects/${projectId}/changes`, {
      data: {
        id: 'rub',
        label: 'Rub out',
        cause: 'edit',
        of: null,
        edits: [{ id: mark!.id, before: mark, after: null }],
      },
    })
    expect(rubbed.status()).toBe(403)
  })
  const changed = (label: string, after: object) =>
    cal.request.post(`/api/projects/${projectId}/changes`, {
      data: { id: label, label, cause: 'edit', of: null, edits: [{ id: label, before: null, after }] },
    })
  expect((await changed('wall', plainWall('wall'))).status()).toBe(403)
  const remark = {
    id: 'forged',
    kind: 'remark',
    number: 9,
    text: 'Fine',
    at: { x: 0, y: 0 },
    levelId: 'ground',
    about: [],
    status: 'open',
    author: 'Ada Brook',
    madeAt: '2026-05-01T09:30:00Z',
    assignedTo: '',
    answers: [],
  }
  expect((await changed('forged', remark)).status()).toBe(403)
  expect((await changed('forged', { ...remark, author: 'Cal Reed' })).status()).toBe(200)
  await test.step('taken out of the project, they are out at once', async () => {
    await share('People')
    await ada.getByRole('button', { name: 'Remove Cal Reed' }).click()
    await expect(ada.getByRole('list', { name: 'People of the project' })).not.toContainText('Cal Reed')
    await closeShare()
    expect((await cal.request.get(`/api/projects/${projectId}`)).status()).toBe(404)
  })
})

test('a link opens the project on a phone, allows what it says, and ends', async ({ browser }) => {
  await share('Links')
  await ada.getByLabel('For whom').fill('The client')
  await ada.getByLabel('Password, if wanted').fill('heron at dusk')
  await ada.getByRole('button', { name: 'Make a link' }).click()
  const address = await ada.getByLabel('Address').inputValue()
  await closeShare()
  const phone = await newPage(browser, { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  await phone.goto(address)
  await expect(phone.getByRole('heading')).not.toContainText('Weir Lodge')
  await phone.getByLabel('Your name, for remarks').fill('Dee Finch')
  await phone.getByLabel('Password of the link').fill('heron at dawn')
  await phone.getByRole('button', { name: 'Open', exact: true }).click()
  await expect(phone.getByText('That is not the password of this link.')).toBeVisible()
  await phone.getByLabel('Password of the link').fill('heron at dusk')
  await phone.getByRole('button', { name: 'Open', exact: true }).click()
  await phone.waitForURL(new RegExp(`/projects/${projectId}`))
  await expect(phone.getByText('You can look, measure and write remarks here.')).toBeVisible()
  await expect(phone.getByRole('button', { name: 'Measure' })).toBeVisible()
  const asVisitor = phone.request
  expect((await asVisitor.get('/api/projects')).status()).toBe(403)
  expect((await asVisitor.get(`/api/projects/${projectId}/hand-over/json`)).status()).toBe(403)
  expect((await asVisitor.patch(`/api/projects/${projectId}`, { data: { name: 'Mine' } })).status()).toBe(403)
  expect(await (await asVisitor.get(`/api/projects/${projectId}/people`)).json()).toEqual({ people: [], invited: [] })
  await share('Links')
  await ada.getByRole('button', { name: 'End The client' }).click()
  await expect(ada.getByRole('list', { name: 'Links' })).not.toContainText('The client')
  await closeShare()
  expect((await asVisitor.get(`/api/projects/${projectId}`)).status()).toBe(401)
  await phone.goto(address)
  await expect(phone.getByRole('heading')).toHaveText('This link opens nothing')
})

test('a token lets a program do what it says', async ({ playwright }) => {
  const made = await ada.request.post(`/api/projects/${projectId}/tokens`, {
    data: { name: 'Meter', scope: 'measurements' },
  })
  const { token } = (await made.json()) as { token: string }
  const program = await playwright.request.newContext({
    baseURL: stack.address,
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  })
  const sent = await program.post(`/api/projects/${projectId}/readings`, { data: { length: '5.210 m' } })
  expect(sent.status()).toBe(201)
  expect((await program.get(`/api/projects/${projectId}`)).status()).toBe(403)
  const own = await ada.request.post('/api/tokens', { data: { name: 'Copies', scope: 'read' } })
  const cleat = { id: 'cleat', kind: 'symbol', name: 'Cleat', base: { x: 0, y: 0 } }
  const line = { id: 'l', kind: 'path', layerId: '0', xy: [0, 0, 9, 9], closed: false }
  const kept = await ada.request.post('/api/library?shelf=mine', { data: { ...cleat, shapes: [line] } })
  expect(await kept.json()).toMatchObject({ shelf: 'mine', version: 1, by: 'Ada Brook' })
  const folder = join(home, 'copies')
  const { stdout } = await promisify(execFile)(
    process.execPath,
    ['scripts/calque.mjs', 'archive-all', '--out', folder, '--address', stack.address],
    { env: { ...process.env, CALQUE_TOKEN: ((await own.json()) as { token: string }).token } },
  )
  expect(stdout.trim().split('\n')).toEqual([expect.stringMatching(/Weir Lodge \w{8}\.zip$/)])
  const library = JSON.parse(await readFile(join(folder, 'library.json'), 'utf8')) as { name: string }[]
  expect(library.map(({ name }) => name)).toEqual(['Cleat'])
  const zip = await JSZip.loadAsync(await readFile(stdout.trim()))
  expect(Object.keys(zip.files).length).toBeGreaterThan(0)
  const wrong = await playwright.request.newContext({
    baseURL: stack.address,
    extraHTTPHeaders: { authorization: 'Bearer calque_none' },
  })
  expect((await wrong.get('/api/projects')).status()).toBe(401)
})

test('the pages about people hold nothing against whoever can’t see or uses keys alone', async () => {
  for (const path of ['/account', '/letters', '/administration']) {
    await ada.goto(path)
    await expect(ada.getByRole('heading', { level: 1 })).toBeVisible()
    await ada.waitForLoadState('networkidle')
    expect(await seriousOn(ada)).toEqual([])
  }
})
