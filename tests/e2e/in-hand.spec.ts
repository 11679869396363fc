import { expect } from '@playwright/test'
import { PDFDocument, PDFName } from 'pdf-lib'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { siteSheet } from '../../demo/sheets/site-sheet'
import { project } from '../../src/core/geometry/projective'
import { distance, type Point } from '../../src/core/geometry/vector'
import { boardMap } from '../../src/core/model/underlay/placement'
import type { Underlay } from '../../src/core/model/underlay/schema'
import type { SourceView } from '../../src/core/project/views'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { fittedPlan } from './fitted-plan'
import { StudioPage, test } from './studio'

const at = ({ placement }: Underlay, x: number, y: number): Point => project(boardMap(placement), { x, y })

test('a locked sheet keeps its size, place, crop and existence until it is unlocked at the spot', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Locked')
  await page.getByRole('button', { name: /^Lock plans/ }).click()
  const [locked] = await studio.records(id, 'underlay')
  const unchanged = async () => expect((await studio.records(id, 'underlay'))[0]).toEqual(locked)
  const card = page.getByRole('complementary', { name: 'Fit: card' })
  await expect(card.getByText('Locked: its place, size and crop stay.')).toBeVisible()

  for (const typed of ['1:50', '×2', '50 %']) {
    await card.getByLabel('Scale, or a factor').fill(typed)
    await card.getByRole('button', { name: 'Set' }).click()
    await expect(page.getByRole('alert').filter({ hasText: 'is locked' })).toBeVisible()
    await unchanged()
  }
  await card.getByRole('button', { name: '90° left' }).click()
  await unchanged()
  await studio.board.focus()
  await page.keyboard.press('c')
  await studio.pressOn(...onPaper(0, 0))
  await unchanged()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^More for plans/ }).click()
  await page.getByRole('menuitem', { name: 'Remove from the board' }).click()
  await unchanged()
  await page.getByRole('button', { name: 'Select plans – page 1' }).click()
  await page.keyboard.press('Delete')
  await unchanged()
  // Nor does another program change it.
  const elsewhere = { ...locked!, placement: { ...locked!.placement, mmPerPt: 1 } }
  for (const after of [elsewhere, null]) {
    const answer = await page.request.post(`/api/projects/${id}/changes`, {
      data: {
        id: crypto.randomUUID(),
        label: 'From outside',
        cause: 'edit',
        of: null,
        edits: [{ id: locked!.id, before: locked, after }],
      },
    })
    expect(answer.status()).toBe(422)
    await unchanged()
  }

  await page.getByRole('alert').filter({ hasText: 'is locked' }).getByRole('button', { name: 'Unlock it' }).click()
  await expect(card.getByText('Locked: its place, size and crop stay.')).toBeHidden()
  await page.getByRole('button', { name: 'Select plans – page 1' }).click()
  await card.getByLabel('Scale, or a factor').fill('×2')
  await card.getByRole('button', { name: 'Set' }).click()
  await expect(async () =>
    expect((await studio.records(id, 'underlay'))[0]!.placement.mmPerPt).toBeCloseTo(2 * locked!.placement.mmPerPt, 9),
  ).toPass()
})

test('a sheet is scaled by a known length about a base point that is typed', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Base point')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const [before] = await studio.records(id, 'underlay')
  await page.keyboard.press('b')
  await page.keyboard.press('Enter')
  await expect(studio.bench).toContainText('Click the first end of a length that you know')
  await studio.clickOn(...onPaper(0, 0), 'end')
  await studio.clickOn(...onPaper(31_200, 0), 'end')
  await page.keyboard.type('31.2 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  const [after] = await studio.records(id, 'underlay')
  expect(distance(at(after!, ...onPaper(0, 0)), at(after!, ...onPaper(31_200, 0)))).toBeCloseTo(31_200, 2)
  const growth = after!.placement.mmPerPt / before!.placement.mmPerPt
  for (const p of CORNERS.map(([x, y]) => onPaper(x, y))) {
    const [was, is] = [at(before!, ...p), at(after!, ...p)]
    expect(is.x).toBeCloseTo(was.x * growth, 6)
    expect(is.y).toBeCloseTo(was.y * growth, 6)
  }
})

test('sheets that are picked together are scaled and turned together, and keep their places to one another', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Group')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.pageCard(1).click()
  await studio.pageCard(2).click({ modifiers: ['ControlOrMeta'] })
  await page.getByRole('button', { name: 'Bring in 2 pages' }).click()
  const card = page.getByRole('complementary', { name: 'Fit: card' })
  await expect(card).toBeVisible()
  const before = await studio.records(id, 'underlay')
  expect(before).toHaveLength(2)
  // Brought in together they are two sheets; picked together they are one group.
  await expect(card.getByText('2 selected sheets')).toBeHidden()
  await card.getByRole('button', { name: 'Size and turn them together' }).click()
  await expect(card.getByText('2 selected sheets are sized and turned together')).toBeVisible()
  await card.getByLabel('Base point (x, y)').fill('1 m, 2 m')
  await card.getByLabel('Base point (x, y)').press('Enter')
  await card.getByLabel('Scale, or a factor').fill('150 %')
  await card.getByRole('button', { name: 'Set' }).click()
  await card.getByRole('button', { name: '90° left' }).click()
  const after = await studio.records(id, 'underlay')
  for (const [i, sheet] of before.entries())
    for (const [x, y] of [
      [0, 0],
      [700, 30],
      [120, 800],
    ] as const) {
      const was = at(sheet, x, y)
      const [away, up] = [1.5 * (was.x - 1000), 1.5 * (was.y - 2000)]
      const is = at(after[i]!, x, y)
      expect(is.x).toBeCloseTo(1000 - up, 5)
      expect(is.y).toBeCloseTo(2000 + away, 5)
    }
})

test('walls and lines are laid onto a line of known length by two pairs of points, and scaled or not', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Laid')
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Escape')
  const [wall] = await studio.records(id, 'wall')
  await page.keyboard.press('s')
  await studio.pressOn(...onPaper(15_000, 0))
  await studio.take('Change', 'Lay onto')
  for (const typed of ['Turn, keep the size', 'Turn and scale']) {
    await studio.bench.getByRole('button', { name: typed }).click()
    const [now] = await studio.records(id, 'wall')
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await studio.pressOn(...onPaper(...CORNERS[3]))
    await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
    await expect(async () => expect((await studio.records(id, 'wall'))[0]).not.toEqual(now)).toPass()
    const [laid] = await studio.records(id, 'wall')
    const size = distance(laid!.start, laid!.end)
    expect(size).toBeCloseTo(typed === 'Turn and scale' ? 14_400 : distance(wall!.start, wall!.end), 2)
    expect(laid!.end.x).toBeCloseTo(laid!.start.x, 2)
    await page.keyboard.press('Control+z')
  }
})

test('no key is announced that takes another tool, and tools are named by their words', async ({ page }) => {
  const studio = new StudioPage(page)
  await fittedPlan(studio, 'Keys')
  await studio.goTo('Trace')
  const crop = page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: 'Crop', exact: true })
  await crop.hover()
  await expect(page.getByRole('tooltip')).toHaveCount(0)
  await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: 'Measure', exact: true }).hover()
  await expect(page.getByRole('tooltip')).toHaveText('Key M')
})

test('a page that is brought in before it was read takes its own ratio once it is; a typed one counts as typed', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  // The server says nothing of the page yet.
  const sources = '**/api/projects/*/sources'
  let unread = true
  await page.route(sources, async (route) => {
    if (!unread || route.request().method() !== 'GET') return route.fallback()
    const response = await route.fetch()
    const list = ((await response.json()) as SourceView[]).map((source) => ({
      ...source,
      sheets: source.sheets.map((sheet) => ({ ...sheet, status: 'reading', ratio: null, lineworkHash: null })),
    }))
    return route.fulfill({ response, json: list })
  })
  const id = await studio.newProject('Unread')
  await studio.upload('site.pdf', await siteSheet())
  await studio.pageCard(1).click()
  await expect(page.getByLabel('Ratio')).toHaveAttribute('placeholder', 'as it says, once read')
  await page.getByRole('button', { name: 'Bring it in' }).click()
  const card = page.getByRole('complementary', { name: 'Fit: card' })
  await expect(card).toContainText('assumed until it is read')
  await studio.goTo('Bring in')
  await studio.pageCard(1).click()
  await page.getByLabel('Ratio').fill('1:200')
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await expect(card).toContainText('1:200as typed')

  unread = false
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await studio.goTo('Bring in')
  await studio.upload(
    'again.svg',
    new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
  )
  await studio.goTo('Fit')
  await page
    .getByRole('button', { name: /^Select site/ })
    .last()
    .click()
  await expect(card).toContainText('1:500as the sheet says, not fitted')
  const sheets = await studio.records(id, 'underlay')
  const typed = sheets.find(({ sizedBy }) => sizedBy === 'typed')
  const read = sheets.find(({ sizedBy }) => sizedBy === undefined)
  expect(read!.placement.mmPerPt).toBeCloseTo((500 * 25.4) / 72, 9)
  expect(typed!.placement.mmPerPt).toBeCloseTo((200 * 25.4) / 72, 9)

  // Feet and inches have names of their own for ratios.
  await page.getByLabel('Unit of lengths').click()
  await page.getByRole('option', { name: 'Feet and inches' }).click()
  await card.getByLabel('Scale, or a factor').fill('1/4" = 1\'-0"')
  await card.getByRole('button', { name: 'Set' }).click()
  await expect(card).toContainText('1/4″ = 1′-0″as typed')
  await page.unrouteAll({ behavior: 'ignoreErrors' })
})

test('a door is put into a wall traced by one face where the cursor catches the other', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Door by a face')
  await studio.goTo('Trace')
  await page.getByLabel('Thickness').fill('365')
  await page.getByLabel('Thickness').press('Enter')
  await page.getByRole('button', { name: 'right face' }).click()
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Escape')
  await studio.take('Walls', 'Door or window')
  await studio.clickOn(...onPaper(9000, 365), 'on')
  await expect(async () => expect(await studio.records(id, 'opening')).toHaveLength(1)).toPass()
  const [door] = await studio.records(id, 'opening')
  expect(door).toMatchObject({ use: 'door', heightMm: 2100, sillMm: 0 })
  expect(Math.abs(door!.alongMm - 9000)).toBeLessThan(500)
  await studio.bench.getByRole('button', { name: 'Window', exact: true }).click()
  await expect(studio.bench.getByLabel('Sill')).toHaveValue('900')
  await studio.clickOn(...onPaper(15_000, 365), 'on')
  await expect(async () => expect(await studio.records(id, 'opening')).toHaveLength(2)).toPass()

  // In feet and inches sizes are round ones of their own.
  await page.getByLabel('Unit of lengths').click()
  await page.getByRole('option', { name: 'Feet and inches' }).click()
  await studio.bench.getByRole('button', { name: 'Door', exact: true }).click()
  await expect(studio.bench.getByLabel('Width')).toHaveValue('3′ 0″')
})

test('a portfolio says what it holds, and its files stand on the wall', async ({ page }) => {
  const document = await PDFDocument.create()
  document.addPage([300, 200])
  await document.attach(await siteSheet(), 'meadow.pdf', { mimeType: 'application/pdf' })
  await document.attach(new TextEncoder().encode('hello'), 'letter.txt', { mimeType: 'text/plain' })
  document.catalog.set(PDFName.of('Collection'), document.context.obj({ Type: 'Collection' }))
  const studio = new StudioPage(page)
  await studio.newProject('Portfolio')
  await studio.upload('folder.pdf', await document.save())
  await expect(page.getByText('A portfolio of 2 files.')).toBeVisible()
  await expect(page.getByText('Can’t be read: letter.txt.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'meadow.pdf' })).toBeVisible()
})
