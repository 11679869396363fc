import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import * as WebIfc from 'web-ifc'
import { CORNERS, onPaper } from '../support/boathouse'
import { readDxf } from '../support/ezdxf'
import { fittedPlan } from './fitted-plan'
import { StudioPage, test } from './studio'

/** Each of these goes a long way: a slow machine needs its time. */
test.beforeEach(() => test.setTimeout(240_000))

/** The boat hall between the faces of its walls, worked out by hand from the printed sizes: 277.774 m². */
const HALL_M2 = (20.8 - 0.115 - 0.365) * (14.4 - 2 * 0.365)

test('from a sheet to a building in IFC with the known areas', async ({ page }) => {
  const studio = new StudioPage(page)
  await fittedPlan(studio, 'Boathouse')

  await test.step('walls are traced, one of them ending in two others', async () => {
    await studio.goTo('Trace')
    const thickness = page.getByLabel('Thickness')
    await thickness.fill('365')
    await thickness.press('Enter')
    for (const [x, y] of [...CORNERS, CORNERS[0]]) await studio.clickOn(...onPaper(x, y), 'end')
    await thickness.fill('115')
    await thickness.press('Enter')
    await page.getByRole('button', { name: 'right face' }).click()
    await studio.clickOn(...onPaper(20_800, 365), 'end')
    await studio.clickOn(...onPaper(20_800, 14_035), 'end')
    await page.keyboard.press('Escape')
    await expect(page.getByText('5 walls', { exact: true })).toBeVisible()
  })

  await test.step('a door takes its width from two jambs of the sheet', async () => {
    await studio.take('Walls', 'Door or window')
    await page.getByRole('button', { name: 'Two jambs' }).click()
    await studio.clickOn(...onPaper(20_800, 365 + 1800), 'end')
    await studio.clickOn(...onPaper(20_800, 365 + 1800 + 885), 'end')
    await page.keyboard.press('Escape')
    await page.keyboard.press('s')
    await studio.hover(...onPaper(20_742, 365 + 1800))
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByLabel('Width')).toHaveValue(/^88[45]$/)
  })

  await test.step('what does not fit is refused in a sentence, and changes nothing', async () => {
    await page.getByLabel('Width').fill('20 m')
    await page.getByLabel('Width').press('Enter')
    await expect(page.getByText(/wide, its wall only/)).toBeVisible()
    await expect(page.getByLabel('Width')).toHaveValue(/^88[45]$/)
  })

  await test.step('a click into the hall makes a room of the right size', async () => {
    await studio.take('Rooms', 'Room$')
    await page.locator('[name="bench-name"]').fill('Boat hall')
    await studio.hover(...onPaper(9800, 7000))
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByText(/^277\.77 m², /)).toBeVisible()
    await studio.hover(...onPaper(-4000, 3000))
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByText(/Nothing encloses this place/)).toBeVisible()
  })

  await test.step('the tables tell of it, and light up what they tell of', async () => {
    await page.getByRole('button', { name: 'Tables', exact: true }).click()
    const row = page.getByRole('row').filter({ hasText: 'Boat hall' })
    await expect(row).toContainText('277.77')
    await row.getByText('Boat hall').click()
    await expect(page.getByRole('textbox', { name: 'Number' })).toHaveValue('01')
  })

  await test.step('the solids stand beside the plan', async () => {
    await page.getByRole('button', { name: 'Both', exact: true }).click()
    await studio.solidShown()
    await expect(studio.board).toBeVisible()
    await page.getByRole('button', { name: 'Plan', exact: true }).click()
  })

  await test.step('what was traced is compared with the sheet, and what lies beside it is walked through', async () => {
    await studio.goTo('Check')
    const panel = page.getByRole('region', { name: 'Traced edges against the sheet' })
    await expect(panel).toContainText('All 10 lie within 5 mm of their line.')
    const tolerance = page.getByLabel('Tolerance', { exact: true })
    await expect(panel.getByRole('img', { name: /^Distances of traced edges .*: 10 within 1 mm$/ })).toBeVisible()
    await test.step('what the sheet shows and nobody traced is told, and a report of it all is saved', async () => {
      await panel.getByRole('button', { name: 'Find what was not traced' }).click()
      const missing = panel.getByRole('region', { name: 'Not traced' })
      await expect(missing.getByRole('status')).toHaveText(/^The sheets show \d+ things that nobody traced\.$/)
      await expect(missing.getByRole('list', { name: 'What was not traced' })).toBeVisible()
      const saved = page.waitForEvent('download')
      await panel.getByRole('link', { name: 'Save report' }).click()
      const pdf = await readFile((await (await saved).path())!)
      expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    })
    await studio.goTo('Trace')
    await page.keyboard.press('s')
    await studio.hover(...onPaper(20_742, 9000))
    await page.mouse.down()
    await page.mouse.up()
    await page.getByRole('button', { name: 'Flip' }).click()
    await studio.goTo('Check')
    await expect(panel).toContainText(/[12] of 10 lie more than 5 mm beside their line\./)
    await panel.getByRole('button', { name: 'Walk through the worst' }).click()
    await expect(panel).toContainText(/Wall: (115|58|57)(\.\d)? mm beside, not turned/)
    await tolerance.fill('150 mm')
    await tolerance.press('Enter')
    await expect(panel).toContainText('All 10 lie within 150 mm of their line.')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect(panel).toContainText('All 10 lie within 5 mm of their line.')
  })

  await test.step('IFC and DXF open elsewhere with the same sizes', async () => {
    await studio.kept()
    await studio.goTo('Hand over')
    const save = async (name: string) => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name, exact: true }).click(),
      ])
      return readFile(await download.path())
    }
    const api = new WebIfc.IfcAPI()
    await api.Init()
    const model = api.OpenModel(new Uint8Array(await save('Save IFC')))
    const lines = (type: number) => {
      const ids = api.GetLineIDsWithType(model, type)
      return Array.from({ length: ids.size() }, (_, i) => api.GetLine(model, ids.get(i)))
    }
    expect(lines(WebIfc.IFCWALL)).toHaveLength(5)
    expect(lines(WebIfc.IFCDOOR)).toHaveLength(1)
    const [area] = lines(WebIfc.IFCQUANTITYAREA).filter(({ Name }) => Name.value === 'NetFloorArea')
    expect(Math.abs(area.AreaValue.value / HALL_M2 - 1)).toBeLessThan(1e-4)
    api.CloseModel(model)
    const drawing = await readDxf(await save('Save DXF'))
    expect(drawing.errors).toEqual([])
    expect(drawing.layers).toEqual(expect.arrayContaining(['A-WALL', 'A-DOOR', 'A-AREA']))
    expect(drawing.texts).toContain('01 Boat hall')
  })
})

test('walls are read from the sheet by a click, mended where they miss, and copied with their level', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Read from the sheet')
  await studio.goTo('Trace')
  await test.step('a wall comes with the openings between its jambs, and the next one meets it', async () => {
    await studio.take('Walls', 'Wall from the sheet')
    // The lines of the sheet may come after the mouse.
    await expect(async () => {
      await studio.hover(...onPaper(5000, 190), 0)
      await studio.hover(...onPaper(5000, 182), 0)
      await expect(studio.bench).toContainText('A wall of 365 mm with 4 openings', { timeout: 1000 })
    }).toPass()
    await page.mouse.down()
    await page.mouse.up()
    await studio.hover(...onPaper(31_018, 7000), 0)
    await expect(studio.bench).toContainText('A wall of 365 mm with 2 openings')
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByText('2 walls', { exact: true })).toBeVisible()
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByText('This wall is there already.')).toBeVisible()
    const openings = await studio.records(id, 'opening')
    expect(openings.filter(({ use, way }) => use === 'door' && way === 'double')).toHaveLength(4)
    expect(openings.filter(({ use }) => use === 'window')).toHaveLength(2)
    for (const door of openings.filter(({ use }) => use === 'door'))
      expect(Math.abs(door.widthMm - 3000)).toBeLessThan(1)
    const [south, east] = await studio.records(id, 'wall')
    const gaps = [south!.start, south!.end].flatMap((a) =>
      [east!.start, east!.end].map((b) => Math.hypot(a.x - b.x, a.y - b.y)),
    )
    expect(Math.min(...gaps)).toBeLessThan(1e-6)
    await page.keyboard.press('Escape')
  })

  await test.step('a wall that stops short is found and mended by one click', async () => {
    await page.keyboard.press('w')
    // The demo's walls run about their centre: 30 mm above the inner face of the southern one.
    const [south] = await studio.records(id, 'wall')
    const { x, y } = south!.start
    await page.locator('[name="bench-across"]').fill(String((x + south!.end.x) / 2))
    await page.locator('[name="bench-up"]').fill(String(y + 182.5 + 30))
    await page.keyboard.press('Enter')
    await page.locator('[name="bench-length"]').fill('5000')
    await page.locator('[name="bench-angle"]').fill('90')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await expect(page.getByText('3 walls', { exact: true })).toBeVisible()
    await studio.goTo('Check')
    const list = page.getByRole('region', { name: 'Near misses' })
    await expect(list).toContainText(/stops \d+ mm before another/)
    await list.getByRole('button', { name: 'Extend' }).click()
    await expect(list).not.toContainText('before another')
  })

  await test.step('a level is copied with all that stands on it', async () => {
    await studio.goTo('Trace')
    await page.getByRole('button', { name: /^Copy level/ }).click()
    await expect(page.getByText('3 walls', { exact: true })).toHaveCount(2)
    const levels = await studio.records(id, 'level')
    expect(levels).toHaveLength(2)
    const upper = levels.find(({ elevationMm }) => elevationMm === 3000)!
    const walls = (await studio.records(id, 'wall'))
      .filter(({ levelId }) => levelId === upper.id)
      .map((wall) => wall.id)
    expect(walls).toHaveLength(3)
    const openings = await studio.records(id, 'opening')
    expect(openings.filter(({ wallId }) => walls.includes(wallId))).toHaveLength(6)
  })
})

test('the walls that a sheet shows are taken one by one, in a run, or all at once', async ({ page }) => {
  const studio = new StudioPage(page)
  await fittedPlan(studio, 'Proposed walls')
  await studio.goTo('Trace')
  await studio.take('Walls', 'Walls the sheet shows')
  const card = page.getByRole('complementary', { name: 'Walls: card' })
  const make = card.getByRole('button', { name: /^Make these \d+ walls$/ })
  await expect(make).toBeVisible()
  const count = Number(/\d+/.exec((await make.textContent())!)![0])

  await test.step('a click makes one, and undo takes it back', async () => {
    await studio.hover(...onPaper(5000, 182), 0)
    await expect(studio.bench).toContainText(/A wall of 365 mm, \d+ % sure/)
    await page.mouse.down()
    await page.mouse.up()
    await expect(page.getByText('1 wall', { exact: true })).toBeVisible()
    await expect(card.getByRole('button', { name: `Make these ${count - 1} walls` })).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(card.getByRole('button', { name: `Make these ${count} walls` })).toBeVisible()
  })

  await test.step('with Shift all that hang together are made, and the rest by the button', async () => {
    await page.keyboard.down('Shift')
    await studio.hover(...onPaper(6000, 182), 0)
    await page.mouse.down()
    await page.mouse.up()
    await page.keyboard.up('Shift')
    await expect(card.getByText('Nothing more on this sheet looks like a wall.')).toBeVisible()
    await expect(page.getByText(`${count} walls`, { exact: true })).toBeVisible()
    await page.keyboard.press('Control+z')
    const thickness = card.getByLabel(/^Thickness of/).last()
    await thickness.fill('120')
    await thickness.press('Enter')
    await make.click()
    await expect(page.getByText(`${count} walls`, { exact: true })).toBeVisible()
  })

  await test.step('the walls close the rooms', async () => {
    await studio.take('Rooms', 'Room$')
    await studio.hover(...onPaper(9800, 7000))
    await expect(async () => {
      await page.mouse.down()
      await page.mouse.up()
      await expect(page.getByText(/^277\.\d+ m², /)).toBeVisible({ timeout: 2000 })
    }).toPass()
  })
})
