import { expect } from '@playwright/test'
import type { Wall } from '../../src/core/model/wall/schema'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { fittedPlan } from './fitted-plan'
import { StudioPage, test } from './studio'

/** Each of these goes a long way: a slow machine needs its time. */
test.beforeEach(() => test.setTimeout(240_000))

const sizeOf = ({ start, end }: Pick<Wall, 'start' | 'end'>) => Math.hypot(end.x - start.x, end.y - start.y)

test('walls have types of layers, are flipped while they are drawn, and follow when their type is changed', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Wall types')
  await studio.goTo('Trace')

  await test.step('a type is made of two layers', async () => {
    await studio.choose(studio.bench.getByLabel('Wall type'), 'Wall types…')
    const dialog = page.getByRole('dialog', { name: 'Wall types' })
    await dialog.getByRole('button', { name: 'New wall type' }).click()
    await dialog.getByLabel('Name of the type').fill('Clad')
    await dialog.getByLabel('Name of the type').press('Enter')
    await dialog.getByRole('button', { name: 'Add a layer inside' }).click()
    await expect(dialog.getByLabel('Material of layer 2')).toHaveValue('Plaster')
    await dialog.getByRole('button', { name: 'Move layer 2 further out' }).click()
    await dialog.getByLabel('Material of layer 1').fill('Larch')
    await dialog.getByLabel('Material of layer 1').press('Enter')
    await dialog.getByLabel('Thickness').first().fill('no')
    await dialog.getByLabel('Thickness').first().press('Enter')
    await expect(page.getByText(/“no” is not a length/)).toBeVisible()
    await dialog.getByRole('button', { name: 'Close' }).click()
    await expect(studio.bench.getByLabel('Thickness')).toHaveValue('315')
  })

  await test.step('the wall lies on the other side after F, with its layers turned round', async () => {
    await studio.bench.getByRole('button', { name: 'left side of the core' }).click()
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
    await studio.board.focus()
    await page.keyboard.press('f')
    await studio.clickOn(...onPaper(...CORNERS[2]), 'end')
    await page.keyboard.press('Escape')
    const walls = await studio.records(id, 'wall')
    const plain = walls.find(({ tracedLine }) => tracedLine === 'left core')
    const turned = walls.find(({ tracedLine }) => tracedLine === 'right core')
    expect(plain).toMatchObject({ tracedLine: 'left core', flipped: false, thicknessMm: 315 })
    expect(plain!.shell).toEqual({ leftMm: 15, rightMm: 0 })
    expect(turned).toMatchObject({ tracedLine: 'right core', flipped: true })
    expect(turned!.shell).toEqual({ leftMm: 0, rightMm: 15 })
  })

  await test.step('walls follow their type', async () => {
    await studio.choose(studio.bench.getByLabel('Wall type'), 'Wall types…')
    const dialog = page.getByRole('dialog', { name: 'Wall types' })
    await dialog.getByLabel('Thickness').first().fill('40')
    await dialog.getByLabel('Thickness').first().press('Enter')
    await expect(dialog).toContainText('340 mm, 2 walls')
    await dialog.getByRole('button', { name: 'Close' }).click()
    for (const wall of await studio.records(id, 'wall')) expect(wall.thicknessMm).toBe(340)
    await studio.board.focus()
    await page.keyboard.press('Control+z')
    for (const wall of await studio.records(id, 'wall')) expect(wall.thicknessMm).toBe(315)
  })

  await test.step('tables tell the materials, grouped and as a chart', async () => {
    await page.getByRole('button', { name: 'Tables' }).click()
    const tables = page.getByRole('region', { name: 'Tables' })
    await tables.getByRole('button', { name: 'Materials' }).click()
    await expect(tables.getByRole('gridcell', { name: 'Larch' })).toBeVisible()
    await studio.choose(tables.getByRole('combobox', { name: 'Grouped by' }), 'For')
    await expect(tables.getByRole('columnheader', { name: 'Material' })).toHaveCount(0)
    await expect(tables.getByRole('img', { name: /^Volume: bearing .*; finish/ })).toBeVisible()
  })
})

test('walls run round, in rectangles and along lines; their thickness is taken from the sheet', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Forms of walls')
  await studio.goTo('Trace')

  await test.step('a pull from face to face gives the thickness', async () => {
    await studio.take('Walls', 'Thickness from the sheet')
    await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
    await studio.clickOn(...onPaper(365, 14_035), 'crossing')
    const offered = studio.bench.getByRole('group', { name: 'Selected thickness' })
    await expect(offered).toContainText(/36[56] mm/)
    await offered.getByRole('button', { name: 'Plain wall' }).click()
    await expect(studio.bench.getByLabel('Thickness')).toHaveValue(/^36[56]$/)
  })

  await test.step('a rectangle is four walls that meet', async () => {
    await studio.bench.getByRole('button', { name: 'Rectangle' }).click()
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await page.keyboard.type('6 m')
    await page.keyboard.press('Tab')
    await page.keyboard.type('4 m')
    await page.keyboard.press('Enter')
    const walls = await studio.records(id, 'wall')
    expect(walls.map((wall) => Math.round(sizeOf(wall))).sort()).toEqual([4000, 4000, 6000, 6000])
    for (const { end } of walls)
      expect(walls.filter(({ start }) => start.x === end.x && start.y === end.y)).toHaveLength(1)
  })

  await test.step('a round wall takes a typed radius, and the next wall begins where it ends', async () => {
    await studio.bench.getByRole('button', { name: 'Round' }).click()
    await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[2]), 'end')
    await studio.hover(...onPaper(15_600, 20_000), 0)
    await page.keyboard.type('16 m')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    const round = (await studio.records(id, 'wall')).find(({ bulge }) => bulge !== undefined)!
    // The sagitta of a chord over a radius, against that of the bulge.
    const half = sizeOf(round) / 2
    const sagitta = 16_000 - Math.sqrt(16_000 ** 2 - half ** 2)
    expect(Math.abs(round.bulge!) * half).toBeCloseTo(sagitta, 3)
  })

  await test.step('a radius that is too short is refused in a sentence', async () => {
    await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[2]), 'end')
    await page.keyboard.type('3')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/does not reach from end to end/)).toBeVisible()
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
  })

  await test.step('lines become walls', async () => {
    const before = (await studio.records(id, 'wall')).length
    await studio.take('Lines', 'Line')
    for (const [x, y] of [CORNERS[3], CORNERS[2], CORNERS[1]]) await studio.clickOn(...onPaper(x, y), 'end')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    const [line] = await studio.records(id, 'path')
    await page.keyboard.press('s')
    await studio.pressOn(...onPaper(31_200, 7000))
    await page.getByRole('button', { name: 'Walls along' }).click()
    await expect(page.getByText('2 walls made along 1 line, which stay.')).toBeVisible()
    const walls = await studio.records(id, 'wall')
    expect(walls).toHaveLength(before + 2)
    expect(walls.filter(({ tracedFrom }) => tracedFrom === line!.tracedFrom).length).toBeGreaterThanOrEqual(2)
  })
})

test('a wall runs along a line of the sheet, on the side of the mouse; with Shift along all that hang together', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Along a line')
  await studio.goTo('Trace')
  await studio.take('Walls', 'Wall along a sheet line')
  const point = async (up: number) =>
    expect(async () => {
      await studio.hover(...onPaper(3000, up - 60), 0)
      await studio.hover(...onPaper(3000, up), 0)
      await expect(studio.bench).toContainText(/A wall of \d+ mm: click to make it/, { timeout: 1000 })
    }).toPass()
  // The northern outer face, from the west to the first window.
  await point(14_400 + 300)
  await page.mouse.down()
  await page.mouse.up()
  await studio.kept()
  const [outside] = await studio.records(id, 'wall')
  expect(Math.abs(sizeOf(outside!) - 6800)).toBeLessThan(5)
  expect(outside!.tracedFrom).toBeDefined()
  const rightward = outside!.end.x > outside!.start.x
  expect(outside!.tracedLine).toBe(rightward ? 'right' : 'left')
  await page.keyboard.press('Control+z')
  await page.keyboard.down('Shift')
  await studio.hover(...onPaper(3000, 14_400 + 290), 0)
  await expect(studio.bench).toContainText(/\d walls along lines that hang together/)
  await page.mouse.down()
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await studio.kept()
  expect((await studio.records(id, 'wall')).length).toBeGreaterThan(1)
})

test('with Shift, Wall from the sheet makes all that hang together', async ({ page }) => {
  const studio = new StudioPage(page)
  await fittedPlan(studio, 'A run of walls')
  await studio.goTo('Trace')
  await studio.take('Walls', 'Wall from the sheet')
  await page.keyboard.down('Shift')
  await expect(async () => {
    await studio.hover(...onPaper(5000, 190), 0)
    await studio.hover(...onPaper(5000, 182), 0)
    await expect(studio.bench).toContainText(/^.*\d walls that hang together/, { timeout: 1000 })
  }).toPass()
  await page.mouse.down()
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(page.getByText(/^[4-7] walls$/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/^[4-7] walls$/)).toBeHidden()
})

test('a grid, a stair and a roof are drawn; the solids are cut along a line and looked at again', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Grid, stair, roof')
  await studio.goTo('Trace')

  await studio.take('Structure', 'Grid line')
  for (const corner of [CORNERS[0], CORNERS[1], CORNERS[3], CORNERS[2]]) {
    const [x, y] = corner
    await studio.clickOn(...onPaper(x, y), 'end')
  }
  await page.locator('[name="bench-name"]').fill('A')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await expect(page.locator('[name="bench-name"]')).toHaveValue('B')
  await studio.kept()
  expect((await studio.records(id, 'grid-line')).map(({ name }) => name).sort()).toEqual(['1', '2', 'A'])

  await studio.take('Structure', 'Stair')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await page.keyboard.type('4760')
  await page.locator('[name="bench-angle"]').fill('90')
  await page.keyboard.press('Enter')
  const [stair] = await studio.records(id, 'stair')
  expect([stair!.risers, Math.round(sizeOf(stair!))]).toEqual([17, 4760])

  await studio.take('Structure', 'Roof plane')
  await studio.bench.getByLabel('Pitch °').fill('35')
  await studio.bench.getByLabel('Pitch °').press('Enter')
  for (const [x, y] of CORNERS) await studio.clickOn(...onPaper(x, y), 'end')
  await page.keyboard.press('Enter')
  const [roof] = await studio.records(id, 'roof')
  expect(roof).toMatchObject({ eavesMm: 3000, pitchRad: expect.closeTo((35 * Math.PI) / 180, 9) })

  await page.keyboard.press('Escape')
  await page.keyboard.press('s')
  await page.getByRole('button', { name: 'Solid', exact: true }).click()
  await page.getByRole('button', { name: 'Cut along selected' }).click()
  await expect(page.getByText(/Select a wall, a grid line or another straight line first/)).toBeVisible()
  await page.getByRole('button', { name: 'Plan', exact: true }).click()
  // It is shown whole anew, without a card over it.
  await studio.framed()
  await studio.frameSheet(A3)
  // The roof lies over the lines: a bubble is free.
  await studio.pressOn(...onPaper(31_600, 14_800))
  await expect(page.getByText('Grid line', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Solid', exact: true }).click()
  await page.getByRole('button', { name: 'Cut along selected' }).click()
  await expect(page.getByText('Cut along a line')).toBeVisible()
  const views = page.getByRole('region', { name: 'Saved views' })
  await views.getByRole('button', { name: 'Save this view' }).click()
  await page.getByRole('button', { name: 'Remove the cut' }).click()
  await expect(page.getByText('Cut along a line')).toBeHidden()
  await views.getByRole('button', { name: 'Go to View 1' }).click()
  await expect(page.getByText('Cut along a line')).toBeVisible()
  const [view] = await studio.records(id, 'view')
  const second = (await studio.records(id, 'grid-line')).find(({ name }) => name === '2')
  expect(view!.cut.rightOf).toEqual({ start: second!.start, end: second!.end })
  await views.getByRole('button', { name: 'Remove View 1' }).click()
  await expect.poll(async () => (await studio.records(id, 'view')).length).toBe(0)
})

test('a jamb that is pulled too far is let go again, with the reason', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Jambs')
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Escape')
  await studio.take('Walls', 'Door or window')
  await studio.pressOn(...onPaper(8000, 30))
  const [before] = await studio.records(id, 'opening')
  await page.keyboard.press('Escape')
  await page.keyboard.press('s')
  await studio.pressOn(...onPaper(8000, -60))
  const jamb = before!.alongMm + before!.widthMm / 2
  const drag = async (toMm: number) => {
    // The jamb stands in the middle of the wall, which lies below its traced line.
    await studio.hover(...onPaper(jamb, -150), 2)
    await page.mouse.down()
    await studio.hover(...onPaper(toMm, -150), 0)
    await page.mouse.up()
  }
  await drag(33_000)
  await expect(page.getByText('The opening would reach beyond the end of its wall.')).toBeVisible()
  expect((await studio.records(id, 'opening'))[0]).toEqual(before)
  await drag(10_000)
  await expect.poll(async () => (await studio.records(id, 'opening'))[0]!.widthMm).toBeGreaterThan(1500)
})

test('doors and windows have types: placed at their size, and changed together where all of them fit', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Types of openings')
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Escape')
  await studio.take('Walls', 'Door or window')
  await studio.bench.getByRole('button', { name: 'Window', exact: true }).click()
  await studio.choose(studio.bench.getByLabel('Type of the opening'), 'Save as a type')
  await expect(studio.bench.getByLabel('Type of the opening')).toHaveText('W1')
  for (const at of [5000, 12_000, 28_000]) {
    await studio.pressOn(...onPaper(at, 250))
  }
  await studio.kept()
  const placed = await studio.records(id, 'opening')
  expect(placed.map(({ use, widthMm, sillMm }) => [use, widthMm, sillMm])).toEqual(Array(3).fill(['window', 900, 900]))

  await studio.choose(studio.bench.getByLabel('Type of the opening'), 'Types…')
  const row = page.getByRole('dialog', { name: 'Types of doors and windows' }).getByRole('region', { name: 'W1' })
  await row.getByLabel('Width').fill('1.5 m')
  await row.getByLabel('Width').press('Enter')
  await studio.kept()
  for (const { widthMm } of await studio.records(id, 'opening')) expect(widthMm).toBe(1500)
  await row.getByLabel('Width').fill('9 m')
  await row.getByLabel('Width').press('Enter')
  await expect(page.getByText(/^W1 stays as it was:/)).toBeVisible()
  for (const { widthMm } of await studio.records(id, 'opening')) expect(widthMm).toBe(1500)
})
