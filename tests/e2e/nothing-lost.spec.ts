import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Page } from '@playwright/test'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { type RunningStack, startStack } from '../../scripts/lib/stack.mjs'
import { endlessPage, handWritten } from '../support/hand-written'
import { StudioPage, test } from './studio'

/** A Calque of its own, since these tests kill parts of it. */
let home: string
let stack: RunningStack

test.beforeAll(async () => {
  test.setTimeout(120_000)
  process.env.CALQUE_PAGE_SECONDS = '4'
  home = await mkdtemp(join(tmpdir(), 'calque-'))
  stack = await startStack({ home, port: await freePort(4880), seed: false })
})

test.afterAll(async () => {
  await stack?.stop()
  await rm(home, { recursive: true, force: true })
})

async function begin(page: Page, name: string): Promise<string> {
  const studio = new StudioPage(page)
  const id = await studio.newProject(name, stack.address)
  await studio.goTo('Trace')
  return id
}

/** Traces a wall on the bare board, `row` rows from the top. */
async function traceWall(page: Page, row: number): Promise<void> {
  const board = await new StudioPage(page).board.boundingBox()
  const y = board!.y + 80 + row * 90
  await page.mouse.click(board!.x + 100, y)
  await page.mouse.click(board!.x + 360, y)
  await page.keyboard.press('Escape')
}

const walls = (page: Page, count: number) =>
  expect(page.getByText(count === 1 ? '1 wall' : `${count} walls`, { exact: true })).toBeVisible()

test('the server is killed between two edits, and both are there', async ({ page, context }) => {
  const id = await begin(page, 'Killed')
  await traceWall(page, 0)
  await new StudioPage(page).kept()
  const again = stack.restartWeb()
  await traceWall(page, 1)
  await walls(page, 2)
  await again
  await new StudioPage(page).kept()
  const fresh = await context.newPage()
  await fresh.goto(`${stack.address}/projects/${id}`)
  await walls(fresh, 2)
  const { records, revision } = await (await page.request.get(`${stack.address}/api/projects/${id}`)).json()
  expect(revision).toBe(2)
  expect(records.filter(({ kind }: { kind: string }) => kind === 'wall')).toHaveLength(2)
})

test('an edit that could not be sent survives a reload of the window', async ({ page }) => {
  await begin(page, 'Unsent')
  await page.route('**/changes', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
  await traceWall(page, 0)
  await expect(page.getByText('1 waiting here')).toBeVisible()
  await page.reload()
  await walls(page, 1)
  await expect(page.getByText('1 waiting here')).toBeVisible()
  await page.unroute('**/changes')
  await new StudioPage(page).kept()
  await page.reload()
  await walls(page, 1)
})

test('two windows see one another, and the later is asked where both touch one thing', async ({ page, context }) => {
  const id = await begin(page, 'Two windows')
  const other = await context.newPage()
  await other.goto(`${stack.address}/projects/${id}`)
  await traceWall(page, 0)
  await walls(other, 1)

  await other.route('**/changes', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
  await other.getByLabel('Unit of lengths').click()
  await other.getByRole('option', { name: 'Metres', exact: true }).click()
  await expect(other.getByText('1 waiting here')).toBeVisible()
  await page.getByLabel('Unit of lengths').click()
  await page.getByRole('option', { name: 'Inches', exact: true }).click()
  await new StudioPage(page).kept()
  await other.unroute('**/changes')

  await expect(other.getByText('Another window was faster')).toBeVisible()
  await other.getByRole('button', { name: 'Mine' }).click()
  await new StudioPage(other).kept()
  await expect(other.getByLabel('Unit of lengths')).toHaveText('m')
  await expect(page.getByLabel('Unit of lengths')).toHaveText('m')
})

test('a page that never ends is stopped with a sentence, and the next file is read', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Endless', stack.address)
  await studio.upload('endless.pdf', await endlessPage())
  await expect(page.getByText(/endless\.pdf, page 1 took too long to read and was stopped/)).toBeVisible({
    timeout: 40_000,
  })
  await studio.upload('good.pdf', await handWritten('50 50 m 250 50 l S'))
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible()
})

test('a window with an older Calque is told to load anew, and sends what it holds once it has', async ({ page }) => {
  const id = await begin(page, 'Renewed')
  // An older window says an older version; a server that is not renewed yet is asked again.
  let spoken = '0'
  await page.route('**/api/projects/**', (route) =>
    route.continue({ headers: { ...route.request().headers(), ...(spoken && { 'x-calque-model': spoken }) } }),
  )
  await traceWall(page, 0)
  await expect(page.getByText('Calque was renewed.')).toBeVisible()
  spoken = ''
  await page.getByRole('button', { name: 'Load anew' }).click()
  const walls = async () => {
    const { records } = await (await page.request.get(`${stack.address}/api/projects/${id}`)).json()
    return records.filter(({ kind }: { kind: string }) => kind === 'wall').length
  }
  await expect.poll(walls).toBe(1)
  const newer = await page.request.get(`${stack.address}/api/projects/${id}`, { headers: { 'x-calque-model': '999' } })
  expect(newer.status()).toBe(503)
})

test('where a part of the page can’t be loaded, that is said, and nothing drawn is lost', async ({ page }) => {
  // Else parts are fetched ahead while the browser is idle.
  await page.addInitScript(() => Object.assign(window, { requestIdleCallback: () => 0 }))
  await begin(page, 'Parts')
  await traceWall(page, 0)
  await expect(page.getByText('All saved')).toBeVisible()
  await page.route('**/_next/static/**', (route) => route.abort())
  await new StudioPage(page).goTo('Hand over')
  await expect(page.getByRole('heading', { name: 'A part of Calque could not be loaded' })).toBeVisible()
  await page.unroute('**/_next/static/**')
  await page.getByRole('button', { name: 'Load anew' }).click()
  await expect(page.getByRole('button', { name: /^Select what is traced here: 1 wall/ })).toBeVisible()
})
