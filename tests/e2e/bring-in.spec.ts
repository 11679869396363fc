import { expect } from '@playwright/test'
import JSZip from 'jszip'
import pg from 'pg'
import sharp from 'sharp'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { outriggerPlate } from '../../demo/sheets/outrigger-plate'
import { servicesDrawing } from '../../demo/sheets/services-drawing'
import { shutterBrochure } from '../../demo/sheets/shutter-brochure'
import { buildingOf } from '../../src/core/building/building'
import { writeIfc } from '../../src/core/formats/ifc/write'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { handWritten } from '../support/hand-written'
import { house, wall } from '../support/house'
import { StudioPage, test } from './studio'

const [LOWER_LEFT, , UPPER_RIGHT] = CORNERS

/** The underlays of a project as the server has them. */
async function underlays(studio: StudioPage, projectId: string) {
  const { records } = await (await studio.page.request.get(`/api/projects/${projectId}`)).json()
  return (records as { kind: string; [key: string]: unknown }[]).filter(
    ({ kind }) => kind === 'underlay',
  ) as unknown as {
    name: string
    sheetId: string
    levelId: string
    crop: { x: number; y: number }[] | null
    placement: { mmPerPt: number; originMm: { x: number; y: number }; turnRad: number }
    order: number
  }[]
}

test('several pages are picked by their pictures and laid side by side', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Several pages')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(3)).toBeEnabled()
  await expect(page.getByText('Reading the lines')).toBeHidden()
  await studio.pageCard(1).click()
  await studio.pageCard(3).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Bring in 3 pages' }).click()
  await expect(page.getByRole('list', { name: 'Sheets' }).getByRole('listitem')).toHaveCount(3)
  await studio.kept()
  const laid = await underlays(studio, id)
  // The title block says 1:100.
  for (const { placement } of laid) expect(placement.mmPerPt).toBeCloseTo(2540 / 72, 6)
  const width = A3.width * laid[0]!.placement.mmPerPt
  const lefts = laid.map(({ placement }) => placement.originMm.x).sort((a, b) => a - b)
  expect(lefts[0]).toBe(0)
  for (let i = 1; i < lefts.length; i++) expect(lefts[i]! - lefts[i - 1]!).toBeGreaterThan(width)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('list', { name: 'Sheets' }).getByRole('listitem')).toHaveCount(0)
})

test('a page is laid where a click says, turned, at a typed ratio', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Placing')
  await studio.upload('small.pdf', await handWritten('1 w 50 50 m 250 50 l S'))
  await studio.pageCard(1).click()
  await page.getByLabel('Lay it').click()
  await page.getByRole('option', { name: 'at a point I click' }).click()
  await page.getByRole('textbox', { name: 'Ratio' }).fill('1/4" = 1\'-0"')
  await page.getByLabel('Turned').click()
  await page.getByRole('option', { name: '90° left' }).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  const board = (await studio.board.boundingBox())!
  await page.mouse.move(board.x + 300, board.y + 200)
  const at = (await page.getByTestId('coordinates').textContent())!
  await page.mouse.click(board.x + 300, board.y + 200)
  await expect(page.getByRole('list', { name: 'Sheets' }).getByRole('listitem')).toHaveCount(1)
  await studio.kept()
  const [laid] = await underlays(studio, id)
  expect(laid!.placement.mmPerPt).toBeCloseTo((48 * 25.4) / 72, 6)
  expect(laid!.placement.turnRad).toBeCloseTo(Math.PI / 2, 9)
  // Turned left, the sheet's own origin is at the lower right.
  const [x, y] = at.replaceAll('−', '-').split(',').map(Number) as [number, number]
  expect(Math.abs(laid!.placement.originMm.x - 200 * laid!.placement.mmPerPt - x)).toBeLessThan(1)
  expect(Math.abs(laid!.placement.originMm.y - y)).toBeLessThan(1)
})

test('a page is cropped before, the crop is changed and taken away again; what it leaves out is not caught', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Crops')
  await studio.upload('plans.pdf', await boathouseSet())
  // A page that is brought in before it is read takes its ratio later, by a change of its own.
  await studio.allRead(id)
  await page.getByRole('button', { name: 'Look closer at Page 1' }).click()
  await page.getByRole('button', { name: 'Crop by a rectangle' }).click()
  const canvas = (await page.getByRole('application', { name: 'The page' }).boundingBox())!
  const fits = 0.94 * Math.min(canvas.width / A3.width, canvas.height / A3.height)
  const onCanvas = (x: number, y: number) =>
    [
      canvas.x + canvas.width / 2 + (x - A3.width / 2) * fits,
      canvas.y + canvas.height / 2 - (y - A3.height / 2) * fits,
    ] as const
  await page.mouse.click(...onCanvas(...onPaper(-3000, -3000)))
  await page.mouse.click(...onCanvas(...onPaper(15_000, 7000)))
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page.getByRole('complementary', { name: 'Fit: card' })).toBeVisible()
  await expect(page.getByText('cropped')).toBeVisible()
  await studio.kept()
  const [first] = await underlays(studio, id)
  expect(first!.crop).toHaveLength(4)

  // The same page again, whole, to know where things stand on the screen.
  await page.keyboard.press('Control+z')
  await studio.kept()
  await page.reload()
  await studio.bringIn(1, A3.width, A3.height)
  await studio.hover(...onPaper(...UPPER_RIGHT))
  await expect(studio.caught).toContainText('end')
  await page.getByRole('button', { name: /^Adjust plans/ }).click()
  await page.getByRole('button', { name: 'Crop it' }).click()
  await studio.hover(...onPaper(-3000, -3000))
  await page.mouse.down()
  await page.mouse.up()
  await studio.hover(...onPaper(15_000, 7000))
  await page.mouse.down()
  await page.mouse.up()
  await page.keyboard.press('m')
  await studio.hover(...onPaper(...UPPER_RIGHT))
  await expect(studio.caught).toHaveText('the sheet is cropped away here')
  await studio.hover(...onPaper(...LOWER_LEFT))
  await expect(studio.caught).toContainText('end')
  // A wall that runs out of the crop has no middle and no end in it.
  await studio.hover(...onPaper(15_000, 0), 6)
  await expect(studio.caught).not.toContainText('middle')
  await page.getByRole('button', { name: /^Adjust plans/ }).click()
  await page.getByRole('button', { name: 'Whole sheet' }).click()
  await page.keyboard.press('m')
  await studio.hover(...onPaper(...UPPER_RIGHT))
  await expect(studio.caught).toContainText('end')
})

test('a layer that is off neither shows nor is caught; sheets without layers are sorted by look', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Layers')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await studio.drawn()
  const before = await studio.inked()
  // Where the upper dimension line ends, far from everything else.
  const dimension = onPaper(31_200, 14_400 + 2300)
  await studio.hover(...dimension)
  await expect(studio.caught).toContainText(/end|crossing|on line/)
  await page.getByRole('button', { name: /^Adjust plans/ }).click()
  await page.getByRole('switch', { name: 'Dimensions shows' }).click()
  await studio.hover(...dimension)
  await expect(studio.caught).toHaveText('nothing caught')
  await studio.drawn()
  await expect.poll(() => studio.inked()).toBeLessThan(before * 0.95)
  await page.getByRole('button', { name: 'As it came' }).click()
  await studio.hover(...dimension, 0.8)
  await expect(studio.caught).toContainText(/end|crossing|on line/)

  await studio.goTo('Bring in')
  const content = '0.5 w 50 50 m 250 50 l S 2 w 1 0 0 RG 50 150 m 250 150 l S'
  await studio.upload('plain.pdf', await handWritten(content))
  await expect(page.getByRole('region', { name: 'plain.pdf' })).toBeVisible()
  await page.getByRole('button', { name: /300|106 × 71 mm, lines: select/ }).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page.getByRole('button', { name: /^Adjust plain/ }).click()
  await expect(page.getByText('Sorted by kind and look')).toBeVisible()
  await page.getByRole('switch', { name: 'Lines, 2 pt shows' }).click()
  await expect(page.getByText('the sheet is drawn from its lines')).toBeVisible()
})

test('a newer revision takes the place of the older one, matched by content, and can be put back', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Revisions')
  const text = (words: string) => `BT /H 14 Tf 60 160 Td (${words}) Tj ET`
  const resources = '/Font << /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>'
  const walls = '1 w 50 50 m 250 50 l S 250 50 m 250 120 l S 40 20 m 40 180 l S 20 20 m 280 20 l S'
  await studio.upload('issue-1.pdf', await handWritten(`${walls} ${text('Hall plan')}`, { resources }))
  await studio.bringIn(1, 300, 200)
  await page.getByRole('button', { name: /^Adjust issue-1/ }).click()
  await page.getByRole('button', { name: '90° left' }).click()
  await studio.kept()
  const [before] = await underlays(studio, id)
  await studio.goTo('Bring in')
  const newer = await handWritten(`${walls} ${text('Hall plan')} 60 100 m 120 100 l S`, { resources })
  await page
    .getByLabel('Newer revision of issue-1.pdf')
    .first()
    .setInputFiles({ name: 'issue-2.pdf', mimeType: 'application/pdf', buffer: Buffer.from(newer) })
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('issue-2.pdf in place of issue-1.pdf')
  await expect(dialog.getByText('alike')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take the newer revision' }).click()
  await expect(page.getByRole('list', { name: 'Sheets' })).toContainText('issue-2.pdf')
  await studio.kept()
  const [after] = await underlays(studio, id)
  expect(after).toEqual({ ...before, sheetId: after!.sheetId })
  expect(after!.sheetId).not.toBe(before!.sheetId)
  await studio.goTo('Bring in')
  await expect(page.getByText('superseded by issue-2.pdf')).toBeVisible()
  await page.getByRole('button', { name: 'Put back' }).click()
  await expect(page.getByRole('list', { name: 'Sheets' })).toContainText('There is a newer revision')
  await studio.kept()
  expect((await underlays(studio, id))[0]!.sheetId).toBe(before!.sheetId)
})

test('a locked sheet is neither picked nor moved on the board, but still caught', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Lock')
  await studio.upload('small.pdf', await handWritten('1 w 50 50 m 250 50 l S'))
  await studio.bringIn(1, 300, 200)
  const pick = page.getByRole('button', { name: 'Select small' })
  await page.getByRole('button', { name: 'Lock small' }).click()
  await pick.click()
  await expect(pick).toHaveAttribute('aria-pressed', 'false')
  await page.keyboard.press('s')
  const { x, y } = studio.at(150, 150)
  await page.mouse.click(x, y)
  await expect(pick).toHaveAttribute('aria-pressed', 'false')
  await pick.click()
  await page.keyboard.press('v')
  await expect(studio.bench).toContainText('small is locked and does not move')
  await studio.clickOn(50, 50, 'end')
  await studio.hover(150, 100)
  await page.mouse.click(x, y)
  await studio.kept()
  expect((await underlays(studio, id))[0]!.placement.originMm).toEqual({ x: 0, y: 0 })
  await page.getByRole('button', { name: 'Unlock small' }).click()
  await page.keyboard.press('s')
  await page.keyboard.press('Escape')
  await page.mouse.click(x, y)
  await expect(pick).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('v')
  await studio.clickOn(50, 50, 'end')
  await studio.clickOn(250, 50, 'end')
  await studio.kept()
  const [moved] = await underlays(studio, id)
  expect(moved!.placement.originMm.x).toBeCloseTo(200 * moved!.placement.mmPerPt, 3)
})

test('every kind of sheet lies on one board: scan, drawing, SVG, DXF and a storey of an IFC', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('All kinds')
  const scan = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#444444' } })
    .withMetadata({ density: 150 })
    .png()
    .toBuffer()
  await studio.upload('scan.png', scan)
  await studio.upload('plate.svg', outriggerPlate())
  await studio.upload('services.dxf', servicesDrawing())
  const model = writeIfc(buildingOf(house()), { projectId: 'p', name: 'House', madeAt: '2026-01-02T03:04:05' })
  await studio.upload('house.ifc', Buffer.from(model))
  for (const name of ['image only', 'lines', 'full size'])
    await expect(page.getByRole('button', { name: new RegExp(`${name}.*: select$`) }).first()).toBeEnabled()
  await expect(page.getByText(/Reading the lines|Drawing page|Opening/)).toHaveCount(0)
  for (const card of await page.getByRole('button', { name: /: select$/ }).all()) await card.click()
  await page.getByRole('button', { name: 'Bring in 4 pages' }).click()
  await studio.drawn()
  await studio.kept()
  const laid = await underlays(studio, id)
  expect(laid.find(({ name }) => name === 'services')!.placement.mmPerPt).toBeCloseTo(25.4 / 72, 9)
  expect(laid.find(({ name }) => /house|Ground/.test(name))!.placement.mmPerPt).toBeCloseTo(25.4 / 72, 9)
  expect(laid.find(({ name }) => name === 'plate')!.placement.mmPerPt).toBeCloseTo(25.4 / 72, 9)
  const scanned = laid.find(({ name }) => name === 'scan')!
  expect(scanned.placement.mmPerPt).toBeCloseTo(2540 / 72, 9)
  // It goes along beneath a plan as a picture, and beside a DXF as a file.
  const handedOver = `/api/projects/${id}/hand-over`
  expect(await (await page.request.get(`${handedOver}/svg?sheets=true`)).text()).toContain('<image ')
  const bundle = await JSZip.loadAsync(await (await page.request.get(`${handedOver}/dxf-bundle`)).body())
  expect(Object.keys(bundle.files)).toContain('sheets/scan 1.png')
  // The scan is dark all over.
  await expect.poll(() => studio.inked()).toBeGreaterThan(0.02)
  await test.step('the storey stands in the solid view as the solids of its model', async () => {
    const came = page.waitForResponse(async (response) => {
      if (!response.url().includes('/api/contents/') || !response.ok()) return false
      return (await response.body()).subarray(0, 4).toString() === 'CQB1'
    })
    await page.getByRole('button', { name: 'Solid', exact: true }).click()
    expect((await (await came).body()).length).toBeGreaterThan(1000)
    await studio.solidShown()
    await page.getByRole('button', { name: 'Plan', exact: true }).click()
  })

  await page.getByRole('button', { name: 'Adjust scan: crop, layers, look' }).click()
  await page.getByLabel('Pixels to the inch').fill('300')
  await page.keyboard.press('Enter')
  await expect(page.getByText('as you say')).toBeVisible()
  await studio.kept()
  await expect
    .poll(async () => (await underlays(studio, id)).find(({ name }) => name === 'scan')!.placement.mmPerPt)
    .toBeCloseTo(2540 / 72 / 2, 9)
})

test('storeys of a building model lie on one another, each on a level of its height', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Storeys')
  const records = house()
  records.set('up', { id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 })
  records.set('above', { ...wall('above', { x: 2000, y: 1000 }, { x: 6000, y: 1000 }, 200), levelId: 'up' })
  const model = writeIfc(buildingOf(records), { projectId: 'p', name: 'House', madeAt: '2026-01-02T03:04:05' })
  await studio.upload('house.ifc', Buffer.from(model))
  for (const storey of ['Ground', 'Upper'])
    await page.getByRole('button', { name: new RegExp(`${storey}.*: select$`) }).click()
  await page.getByRole('button', { name: 'Bring in 2 pages' }).click()
  await studio.kept()
  const laid = await underlays(studio, id)
  const { records: kept } = await (await page.request.get(`/api/projects/${id}`)).json()
  const upper = (kept as { id: string; kind: string; name?: string; elevationMm?: number }[]).find(
    ({ kind, name }) => kind === 'level' && name === 'Upper',
  )
  expect(upper).toMatchObject({ elevationMm: 3000 })
  const levelOf = (name: RegExp) => laid.find((underlay) => name.test(underlay.name))!.levelId
  expect([levelOf(/Ground/), levelOf(/Upper/)]).toEqual(['level-0', upper!.id])
  // The house begins at zero, the wall above it two metres farther along.
  const [below, above] = [/Ground/, /Upper/].map((name) => laid.find((one) => name.test(one.name))!.placement.originMm)
  expect(above!.x - below!.x).toBeCloseTo(2000, 0)
})

test('pages are found by their text and named by the file', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Finding')
  await studio.upload('brochure.pdf', await shutterBrochure())
  await expect(page.getByText(/Reading the lines|Drawing page|Opening/)).toHaveCount(0, { timeout: 60_000 })
  await expect(studio.pageCard(1)).toHaveAccessibleName(/1 · i Reach 40/)
  await page.getByRole('searchbox', { name: 'Find text on pages' }).fill('lock house')
  await expect(page.getByText(/on \d pages/)).toBeVisible()
  await expect(page.getByRole('button', { name: /Lock house.*: select$/ })).toHaveCount(1)
  await page.getByRole('searchbox', { name: 'Find text on pages' }).fill('nowhere')
  await expect(page.getByText('on no page')).toBeVisible()
})

test('the same file is recognised, and a name from elsewhere is tidied', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Names')
  const pdf = await handWritten('1 w 50 50 m 250 50 l S')
  await studio.upload('plan.pdf', pdf)
  await expect(studio.pageCard(1)).toBeEnabled()
  await studio.upload('copy of plan.pdf', pdf)
  await expect(page.getByText('copy of plan.pdf is the same file as plan.pdf, and was not added twice.')).toBeVisible()
  const other = Buffer.from(await handWritten('1 w 9 9 m 50 50 l S'))
  const name = encodeURIComponent('C:\\plans\\..\\evil\u0007\u202e.pdf')
  const answer = await page.request.post(`/api/projects/${id}/sources?name=${name}`, { data: other })
  expect(answer.status()).toBe(201)
  const sources = (await (await page.request.get(`/api/projects/${id}/sources`)).json()) as { name: string }[]
  expect(sources.map((source) => source.name)).toEqual(['plan.pdf', 'evil.pdf'])
})

test('stored bytes that are lost or damaged are said to be so, and can be given again', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Damage')
  const pdf = await handWritten('1 w 50 50 m 250 50 l S')
  await studio.upload('plan.pdf', pdf)
  await expect(studio.pageCard(1)).toHaveAccessibleName(/lines: select$/)
  const [source] = (await (await page.request.get(`/api/projects/${id}/sources`)).json()) as { contentHash: string }[]
  const database = new pg.Client({ connectionString: process.env.CALQUE_DATABASE_URL })
  await database.connect()
  try {
    await database.query('delete from content_chunk where hash = $1', [source!.contentHash])
    await page.reload()
    await studio.goTo('Bring in')
    await expect(page.getByText('The stored bytes of plan.pdf are missing.')).toBeVisible()
    const give = (bytes: Uint8Array) =>
      page
        .getByLabel('Give plan.pdf again')
        .first()
        .setInputFiles({ name: 'plan.pdf', mimeType: 'application/pdf', buffer: Buffer.from(bytes) })
    await give(await handWritten('1 w 9 9 m 50 50 l S'))
    await expect(page.getByText('plan.pdf is another file than plan.pdf was.')).toBeVisible()
    await give(pdf)
    await expect(page.getByText('plan.pdf is whole again.')).toBeVisible()
    await expect(page.getByText('The stored bytes of plan.pdf are missing.')).toBeHidden()

    await database.query(
      'update content_chunk set bytes = set_byte(bytes, 30, (get_byte(bytes, 30) + 1) % 256) where hash = $1',
      [source!.contentHash],
    )
    await database.query('update source set checked_at = null where project_id = $1', [id])
    await page.reload()
    await studio.goTo('Bring in')
    await expect(page.getByText('The stored bytes of plan.pdf are damaged')).toBeVisible()
  } finally {
    await database.end()
  }
})

test('the stack: several at once, alone, duplicated, reordered, and the last use asks about the file', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Stack')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(2)).toBeEnabled()
  await studio.pageCard(1).click()
  await studio.pageCard(2).click()
  await page.getByRole('button', { name: 'Bring in 2 pages' }).click()
  const sheets = page.getByRole('list', { name: 'Sheets' }).getByRole('listitem')
  await expect(sheets).toHaveCount(2)
  const uppermost = sheets.first().getByRole('button', { name: /^Select/ })
  const bar = page.getByRole('region', { name: 'Selected sheets' })
  await bar.getByRole('button', { name: 'Lock' }).click()
  await expect(page.getByRole('button', { name: /^Unlock plans/ })).toHaveCount(2)
  await bar.getByRole('button', { name: 'Unlock' }).click()
  await page.getByRole('button', { name: /^More for plans – page 1/ }).click()
  await page.getByRole('menuitem', { name: 'Show it alone' }).click()
  await expect(page.getByRole('button', { name: /One sheet alone/ })).toBeVisible()
  await page.getByRole('button', { name: /One sheet alone/ }).click()
  await page.getByRole('button', { name: /^More for plans – page 1/ }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(sheets).toHaveCount(3)
  await expect(uppermost).toHaveAccessibleName('Select plans – page 1 (copy)')
  await page.getByRole('button', { name: 'Reorder plans – page 1 (copy)' }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByText('(copy) is picked up')).toBeAttached()
  // The first arrow may come before the list has been measured.
  await expect(async () => {
    await page.keyboard.press('ArrowDown')
    await expect(page.getByText('(copy) lies at plans – page 2')).toBeAttached({ timeout: 1500 })
  }).toPass()
  await page.keyboard.press('Space')
  await expect(uppermost).toHaveAccessibleName('Select plans – page 2')
  await studio.kept()
  expect((await underlays(studio, id)).sort((a, b) => b.order - a.order).map(({ name }) => name)).toEqual([
    'plans – page 2',
    'plans – page 1 (copy)',
    'plans – page 1',
  ])
  for (let left = 3; left > 1; left--) {
    await page
      .getByRole('button', { name: /^More for plans/ })
      .first()
      .click()
    await page.getByRole('menuitem', { name: 'Remove from the board' }).click()
    await expect(sheets).toHaveCount(left - 1)
  }
  await page.getByRole('button', { name: /^Select plans/ }).click()
  await page.keyboard.press('Delete')
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('That was the last sheet of plans.pdf')
  await dialog.getByRole('button', { name: 'Keep its pages' }).click()
  await page.keyboard.press('Control+z')
  await expect(sheets).toHaveCount(1)
})
