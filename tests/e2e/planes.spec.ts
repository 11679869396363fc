import { expect, type Page } from '@playwright/test'
import type { Level } from '../../src/core/model/level/schema'
import type { Member } from '../../src/core/model/member/schema'
import type { Underlay } from '../../src/core/model/underlay/schema'
import { byCairo } from '../support/producers'
import { chooseSection, GRID, give, placeMember } from './framing'
import { StudioPage, test } from './studio'

const UPPER: Level = { id: 'upper', kind: 'level', name: 'Upper', elevationMm: 3000 }

/** Stands a plane up along a grid line of the plan, by typing where it runs. */
async function standPlane(studio: StudioPage, xMm: number): Promise<void> {
  const { page, bench } = studio
  await page.keyboard.press('Escape')
  await studio.take('Structure', 'Work plane')
  await bench.getByRole('button', { name: 'By two points' }).click()
  for (const y of [-2000, 16_000]) {
    await bench.locator('[name="bench-across"]').fill(`=${xMm}`)
    await bench.locator('[name="bench-up"]').fill(`=${y}`)
    await bench.locator('[name="bench-up"]').press('Enter')
  }
}

const look = (page: Page, name: string) => page.getByRole('button', { name: `Look at ${name}`, exact: true }).click()

/** Changes a record, as another window would. */
async function edit(page: Page, project: string, before: Underlay, after: Underlay): Promise<void> {
  const change = { id: crypto.randomUUID(), label: 'Hide sheet', cause: 'edit', of: null }
  const response = await page.request.post(`/api/projects/${project}/changes`, {
    data: { ...change, edits: [{ id: after.id, before, after }] },
  })
  expect(response.ok()).toBe(true)
}

/** What the next members are made by, beside the board. */
const seat = (page: Page) => page.getByRole('region', { name: 'Section of the next members' })

/** The end of a member that is not fitted to anything before the other. */
const lengthOf = ({ start, end, startAsideMm, endAsideMm }: Member) =>
  Math.hypot(end.x - start.x, end.y - start.y, endAsideMm - startAsideMm)

/** Frames the board on what is traced, of a known size. */
async function frame(studio: StudioPage, size: { width: number; height: number }): Promise<void> {
  await studio.page.keyboard.press('Escape')
  await studio.page.keyboard.press('Home')
  await studio.framed()
  await studio.frameSheet(size)
}

test('members are broken at others, run to other planes, and levels are caught', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Planes')
  await give(page, id, [...GRID, UPPER])
  await studio.open(id)
  await studio.goTo('Trace')
  await standPlane(studio, 5200)
  await look(page, 'Plane 1')
  await standPlane(studio, 0)

  // Posts, then a beam that is broken at the one in the middle.
  await studio.take('Structure', 'Member$')
  await chooseSection(studio, 'HEB 200')
  for (const x of [100, 3100, 6100]) await placeMember(studio, 'Column', [x, 0], [x, 4000])
  await studio.choose(seat(page).getByRole('combobox', { name: 'Over others it' }), 'is broken')
  await chooseSection(studio, 'IPE 200')
  await placeMember(studio, 'Beam', [100, 2000], [6100, 2000])
  const members = await studio.records(id, 'member')
  const middle = members.find(({ start }) => start.x === 3100 && start.y === 0)!
  const beams = members.filter(({ use }) => use === 'beam').sort((a, b) => a.start.x - b.start.x)
  expect(beams.map(lengthOf)).toEqual([3000, 3000])
  expect(beams[0]!.endJoint).toMatchObject({ to: middle.id, kind: 'square' })
  expect(beams[1]!.startJoint).toMatchObject({ to: middle.id, kind: 'square' })

  // The upper level crosses the plane as a line that is caught.
  await frame(studio, { width: 6200, height: 4000 })
  await studio.take('Structure', 'Member$')
  await studio.bench.getByRole('button', { name: 'Beam', exact: true }).click()
  await studio.hover(1600, 3000, 1)
  await expect(studio.caught).toContainText('on line')
  await studio.clickOn(100, 3000, 'crossing')
  await studio.clickOn(3100, 3000, 'crossing')
  const upper = (await studio.records(id, 'member')).find(({ start, use }) => use === 'beam' && start.y > 2500)!
  expect(upper.start.y).toBeCloseTo(3000, 6)
  expect(upper.end.y).toBeCloseTo(3000, 6)
  expect(upper.end.x).toBeCloseTo(3100, 6)

  // A purlin runs straight to the other plane; a brace goes from foot to head of it.
  await studio.choose(seat(page).getByRole('combobox', { name: 'It ends on' }), 'Plane 1')
  await studio.bench.getByRole('button', { name: 'Purlin', exact: true }).click()
  await expect(studio.bench.getByText('Click where the purlin runs straight on to Plane 1.')).toBeVisible()
  await studio.bench.locator('[name="bench-across"]').fill('=1000')
  await studio.bench.locator('[name="bench-up"]').fill('=3900')
  await studio.bench.locator('[name="bench-up"]').press('Enter')
  await placeMember(studio, 'Brace', [100, 0], [100, 4000])
  const across = (await studio.records(id, 'member')).filter(
    ({ startAsideMm, endAsideMm }) => startAsideMm !== endAsideMm,
  )
  expect(across.map(lengthOf).sort((a, b) => a - b)).toEqual(
    [5200, Math.hypot(5200, 4000)].map((mm) => expect.closeTo(mm, 6)),
  )
})

test('a frame is copied mirrored, and a plane leans', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Mirrored')
  await give(page, id, [...GRID, UPPER])
  await studio.open(id)
  await studio.goTo('Trace')
  await standPlane(studio, 0)
  await studio.take('Structure', 'Member$')
  await placeMember(studio, 'Column', [0, 0], [0, 4000])
  await placeMember(studio, 'Rafter', [0, 4000], [6000, 2500])
  const planes = page.getByRole('region', { name: 'Work planes' })
  await planes.getByRole('button', { name: 'Copy the frame on Plane 1' }).click()
  const dialog = page.getByRole('dialog', { name: 'Copy the frame on Plane 1' })
  await dialog.getByRole('checkbox', { name: /^3 \(/ }).check()
  await dialog.getByRole('checkbox', { name: /^Mirrored/ }).check()
  await dialog.getByRole('button', { name: 'Copy to one plane' }).click()
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(4)
  const copied = (await studio.records(id, 'member')).filter(({ copyOf }) => copyOf)
  expect(copied.find(({ use }) => use === 'column')!.start.x).toBe(6000)
  expect(copied.find(({ use }) => use === 'rafter')).toMatchObject({
    start: { x: 6000, y: 4000 },
    end: { x: 0, y: 2500 },
  })
  await expect(planes.getByText('follows Plane 1, mirrored')).toBeVisible()

  // What is added to the first stands mirrored on the copy too.
  await placeMember(studio, 'Column', [6000, 0], [6000, 2500])
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(6)
  const post = (await studio.records(id, 'member')).find(
    ({ copyOf, use, start }) => copyOf && use === 'column' && start.x === 0,
  )
  expect(post).toMatchObject({ start: { x: 0, y: 0 }, end: { x: 0, y: 2500 } })

  // A plane that leans by 30°: the level at 3 m lies further up along it.
  await page.keyboard.press('Escape')
  await look(page, 'Plane 1')
  await standPlane(studio, 20_800)
  await planes.getByLabel('Tilted back by °').fill('30')
  await planes.getByLabel('Tilted back by °').press('Enter')
  await studio.take('Structure', 'Member$')
  await chooseSection(studio, 'IPE 200')
  await placeMember(studio, 'Rafter', [0, 0], [0, 5000])
  await placeMember(studio, 'Rafter', [6000, 0], [6000, 5000])
  await frame(studio, { width: 6100, height: 5000 })
  await studio.take('Structure', 'Member$')
  const upMm = 3000 / Math.cos(Math.PI / 6)
  await studio.hover(3000, upMm, 1)
  await expect(studio.caught).toContainText('on line')
  await studio.pressOn(3000, upMm, 1)
  await studio.pressOn(4500, upMm, 1)
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(9)
  const level = (await studio.records(id, 'member')).find(({ start }) => Math.abs(start.y - upMm) < 1)!
  expect(level.start.y).toBeCloseTo(upMm, 6)
  expect(level.end.y).toBeCloseTo(upMm, 6)
})

test('an end is notched around another member, and its mass says so', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Notched')
  await studio.goTo('Trace')
  await studio.take('Structure', 'Member$')
  await chooseSection(studio, 'IPE 400')
  await placeMember(studio, 'Beam', [0, 0], [6000, 0])
  await chooseSection(studio, 'IPE 300')
  await seat(page).getByLabel('Out of the plane').fill('50')
  await seat(page).getByLabel('Out of the plane').press('Enter')
  await placeMember(studio, 'Beam', [3000, 4000], [3000, 0])
  const cutList = async () => (await page.request.get(`/api/projects/${id}/hand-over/csv-cut-list`)).text()
  const massOf = (csv: string) =>
    Number(
      csv
        .split('\r\n')
        .find((line) => line.includes('IPE 300'))!
        .split(',')
        .at(-1),
    )
  await studio.kept()
  const plain = massOf(await cutList())
  await frame(studio, { width: 6000, height: 4090 })
  await studio.take('Structure', 'Fit an end')
  await studio.bench.getByRole('button', { name: 'Notched' }).click()
  await studio.pressOn(3000, 1090)
  await studio.pressOn(1000, 90)
  await expect.poll(async () => (await studio.records(id, 'member')).filter(({ endJoint }) => endJoint).length).toBe(1)
  const notched = await cutList()
  expect(notched).toContain('notched')
  // To the girder's web at least the length is lost, its half width at most besides.
  const perMm = plain / 4000
  expect(massOf(notched)).toBeLessThan(plain - perMm * 4)
  expect(massOf(notched)).toBeGreaterThan(plain - perMm * 100)
})

/** Four storeys of a section in feet, at a quarter of an inch to the foot. */
const FEET_SECTION = `<svg xmlns="http://www.w3.org/2000/svg" width="842pt" height="595pt" viewBox="0 0 842 595">
  <g stroke="black" stroke-width="0.7" fill="none">
    ${[0, 10, 20.5].map((feet) => `<path d="M100 ${495 - feet * 18} H700"/>`).join('')}
    <rect x="200" y="${495 - 20.5 * 18}" width="360" height="${20.5 * 18}"/>
  </g>
  <g font-family="DejaVu Sans" font-size="10">
    <text x="100" y="492">EL. 0'-0"</text>
    <text x="100" y="${492 - 180}">EL. 10'-0"</text>
    <text x="100" y="${492 - 369}">EL. 20'-6"</text>
  </g>
</svg>`

test('a section in feet stands on several planes at its stated heights, and in the solid view', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Feet')
  await give(page, id, GRID)
  await studio.open(id)
  await studio.goTo('Bring in')
  await studio.upload('section.pdf', await byCairo(FEET_SECTION))
  await studio.goTo('Trace')
  for (const x of [0, 10_400]) await standPlane(studio, x).then(() => page.keyboard.press('/'))
  for (const name of ['Plane 1', 'Plane 2']) {
    await look(page, name)
    await studio.goTo('Bring in')
    if (name === 'Plane 1') await studio.bringIn(1, 842, 595)
    else await studio.bringInAgain(1, 842, 595)
    await page.keyboard.press('k')
    await studio.clickOn(200, 100, 'end')
    await studio.clickOn(560, 100, 'end')
    await page.keyboard.type("20'")
    await page.keyboard.press('Enter')
    await expect(page.getByText('1:48', { exact: true }).first()).toBeVisible()
    const heights = page.getByRole('region', { name: 'Heights on the sheet' })
    await heights.getByRole('button', { name: `Make EL. 20'-6" hold` }).click()
    await expect(heights.getByRole('status')).toHaveText('All 3 stated heights lie where they are drawn.')
    const asLevel = heights.getByRole('button', { name: `Make a level at EL. 20'-6"` })
    if (name === 'Plane 1') await asLevel.click()
    await expect(asLevel).toHaveText('Is a level')
  }
  const sheets = await studio.records(id, 'underlay')
  expect(new Set(sheets.map(({ levelId }) => levelId)).size).toBe(2)
  for (const { placement } of sheets) expect(placement.originMm.y + 100 * placement.mmPerPt).toBeCloseTo(0, 1)

  // Both stand in the solid view: with each that is shown again it looks otherwise.
  for (const sheet of sheets) await edit(page, id, sheet, { ...sheet, visible: false })
  await page.keyboard.press('\\')
  const solids = page.getByRole('img', { name: 'Solid view of the model' }).locator('canvas')
  await expect(solids).toBeVisible()
  const seen = async () => (await solids.screenshot()).toString('base64')
  const looks = [await seen()]
  for (const sheet of sheets) {
    await edit(page, id, { ...sheet, visible: false }, sheet)
    await page.getByRole('button', { name: 'See all' }).click()
    await expect.poll(async () => looks.includes(await seen())).toBe(false)
    looks.push(await seen())
  }
})
