import { expect, type Page } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { seriousOn } from './axe'
import { StudioPage, test } from './studio'

/** The share of the window in which the board shows, beside what stands next to it. */
async function shareOfBoard(page: Page, studio: StudioPage): Promise<number> {
  const { width, height } = (await studio.board.boundingBox())!
  const size = page.viewportSize()!
  return (width * height) / (size.width * size.height)
}

const index = (page: Page) => page.getByRole('complementary', { name: 'Index' })
const card = (page: Page) => page.getByRole('complementary', { name: /: card$/ })

test('the board has most of the window; index and card fold by a key, and are found as they were left', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Board first')
  await studio.goTo('Trace')
  expect(await shareOfBoard(page, studio)).toBeGreaterThanOrEqual(0.7)
  await studio.board.focus()
  await page.keyboard.press('[')
  await expect(index(page)).toBeHidden()
  expect(await shareOfBoard(page, studio)).toBeGreaterThanOrEqual(0.85)
  // The card comes where the step needs it, else when something is picked; a key opens and folds it.
  await expect(card(page)).toBeHidden()
  await page.keyboard.press(']')
  await expect(card(page)).toBeVisible()
  expect(await shareOfBoard(page, studio)).toBeGreaterThanOrEqual(0.85)
  await page.keyboard.press(']')
  await expect(card(page)).toBeHidden()
  await page.reload()
  await expect(studio.board).toBeVisible()
  await expect(index(page)).toBeHidden()
  await page.keyboard.press('[')
  await page.getByRole('separator', { name: 'Size of the index' }).focus()
  const before = (await index(page).boundingBox())!.width
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await index(page).boundingBox())!.width).toBeGreaterThan(before)
  await studio.open(id)
  expect((await index(page).boundingBox())!.width).toBeGreaterThan(before)
})

test('the card floats where it is dragged, and is docked beside the board', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Card')
  await studio.goTo('Check')
  const from = (await card(page).boundingBox())!
  await page.mouse.move(from.x + 40, from.y + 24)
  await page.mouse.down()
  await page.mouse.move(from.x - 160, from.y + 124, { steps: 4 })
  await page.mouse.up()
  const moved = (await card(page).boundingBox())!
  expect(moved.x).toBeCloseTo(from.x - 200, 0)
  expect(moved.y).toBeCloseTo(from.y + 100, 0)
  const wide = (await studio.board.boundingBox())!.width
  await page.getByRole('button', { name: 'Dock the card' }).click()
  await expect.poll(async () => (await studio.board.boundingBox())!.width).toBeLessThan(wide)
  await page.getByRole('button', { name: 'Float the card' }).click()
  await expect.poll(async () => (await studio.board.boundingBox())!.width).toBe(wide)
})

test('everything is found by the words of the trade', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Find')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible({ timeout: 60_000 })
  await studio.goTo('Trace')
  const field = page.getByRole('combobox', { name: /^Find/ })
  await page.keyboard.press('Control+k')
  await field.fill('partition')
  await page.getByRole('option', { name: /^Wall tool/ }).click()
  await expect(studio.bench.getByRole('button', { name: 'Walls', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Find' }).click()
  // What was used last stands in front.
  await expect(page.getByRole('option').first()).toContainText('Wall')
  await field.fill('dark mode')
  await page.keyboard.press('Enter')
  await expect(page.locator('html')).toHaveAttribute('data-light', 'dark')
  await page.keyboard.press('Control+k')
  await field.fill('workshop')
  await expect(page.getByRole('option', { name: /on page \d+ of plans\.pdf/ }).first()).toBeVisible({ timeout: 30_000 })
})

test('the right button says what can be done with a line, a sheet and the ground', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Menu')
  await studio.goTo('Trace')
  await page.keyboard.press('r')
  const { x, y } = (await studio.board.boundingBox())!
  await page.mouse.click(x + 200, y + 200)
  await page.mouse.click(x + 400, y + 320)
  await page.keyboard.press('Escape')
  const menu = page.getByRole('menu', { name: 'What can be done here' })
  await page.mouse.click(x + 700, y + 500, { button: 'right' })
  await expect(menu.getByRole('menuitem', { name: 'Show everything' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.mouse.click(x + 300, y + 200, { button: 'right' })
  await expect(menu.getByRole('menuitem', { name: /^Move/ })).toBeVisible()
  await menu.getByRole('menuitem', { name: /^Remove/ }).click()
  await expect(page.getByRole('button', { name: /^Select what is traced here/ })).toHaveCount(0)
})

for (const [width, height] of [
  [1024, 768],
  [820, 1180],
] as const)
  test(`nothing is cut off at ${width} by ${height}, in either light`, async ({ page }) => {
    test.setTimeout(120_000)
    await page.setViewportSize({ width, height })
    const studio = new StudioPage(page)
    await studio.newProject('Narrow')
    for (const step of ['Bring in', 'Fit', 'Trace', 'Check', 'Hand over']) {
      await studio.goTo(step)
      for (const button of await page.getByRole('banner').getByRole('button').all()) {
        const box = (await button.boundingBox())!
        expect(box.x + box.width, `${step}: ${await button.textContent()}`).toBeLessThanOrEqual(width + 1)
      }
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
    }
    await studio.goTo('Trace')
    await studio.bench.getByRole('button', { name: 'Structure', exact: true }).click()
    const tray = (await page.getByRole('group', { name: 'Drawer: Structure' }).boundingBox())!
    expect(tray.x + tray.width).toBeLessThanOrEqual(width)
    await page.keyboard.press('Escape')
    expect(await seriousOn(page), 'by day').toEqual([])
    await page.getByRole('button', { name: 'Dark room' }).click()
    await expect(page.locator('html')).toHaveAttribute('data-light', 'dark')
    expect(await seriousOn(page), 'by night').toEqual([])
  })

test('a finger that stays aims with the loupe above it, and places where it is lifted; two fingers move the view', async ({
  browser,
}) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 820, height: 1180 } })
  const page = await context.newPage()
  const studio = new StudioPage(page)
  const id = await studio.newProject('By hand')
  await studio.goTo('Trace')
  await page.keyboard.press('p')
  const { x, y } = (await studio.board.boundingBox())!
  const touch = await context.newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: [number, number][]) =>
    touch.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(([px, py], i) => ({ x: x + px, y: y + py, id: i })),
    })
  const loupe = page.locator('.loupe')
  for (const [px, py] of [
    [200, 400],
    [420, 520],
  ] as const) {
    await send('touchStart', [px - 40, py])
    await expect(loupe).toHaveCSS('visibility', 'visible')
    await send('touchMove', [px, py])
    await expect
      .poll(async () => {
        const box = (await loupe.boundingBox())!
        return box.y + box.height < y + py - 40
      })
      .toBe(true)
    await send('touchEnd')
    await expect(loupe).toHaveCSS('visibility', 'hidden')
  }
  await page.keyboard.press('Escape')
  const [path] = await studio.records(id, 'path')
  expect(path!.xy).toHaveLength(4)
  const before = path!.xy[2]! - path!.xy[0]!
  await send('touchStart', [200, 300], [300, 300])
  await send('touchMove', [150, 300], [350, 300])
  await send('touchEnd')
  // Coming nearer by two fingers changes nothing that is drawn.
  expect((await studio.records(id, 'path'))[0]!.xy[2]! - (await studio.records(id, 'path'))[0]!.xy[0]!).toBe(before)
  await context.close()
})
