import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { outriggerPlate } from '../../demo/sheets/outrigger-plate'
import { judgeStep } from '../support/judge-step'
import { seriousOn } from './axe'
import { typePoint } from './framing'
import { StudioPage, test } from './studio'

const PT_PER_IN = 72
/** The plate's sheet: 9 by 5.5 inches. */
const SHEET = { width: 9 * PT_PER_IN, height: 5.5 * PT_PER_IN }
/** A place of the plate on its sheet, in inches from the plate's lower left corner. */
const onPlate = (xIn: number, yIn: number) => [(1.5 + xIn) * PT_PER_IN, (2.2 + yIn) * PT_PER_IN] as const

/** By hand: the rounded plate less its slot, its bore and its four holes, a quarter of an inch thick. */
const ROUNDED = 6 * 3 - (4 - Math.PI) * 0.375 ** 2
const SLOT = (1.8 - 0.31) * 0.31 + Math.PI * 0.155 ** 2
const HOLES = 4 * Math.PI * (0.201 / 2) ** 2 + Math.PI * 0.375 ** 2
const VOLUME_MM3 = (ROUNDED - SLOT - HOLES) * 0.25 * 25.4 ** 3

test('the plate’s sheet becomes a solid with the holes that it calls for', async ({ page }) => {
  test.setTimeout(120_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Plate')
  await studio.upload('plate.svg', outriggerPlate())
  await expect(studio.pageCard(1)).toBeVisible()
  await page.getByRole('button', { name: 'Begin a part' }).click()
  await studio.bringIn(1, SHEET.width, SHEET.height)
  const [underlay] = await studio.records(id, 'underlay')
  const [view] = await studio.records(id, 'work-plane')
  expect(underlay!.levelId).toBe(view!.id)

  // Fitted by its printed length: the ends of its extension lines.
  await page.keyboard.press('k')
  await studio.clickOn(...onPlate(0, -0.1), 'end')
  await studio.clickOn(...onPlate(6, -0.1), 'end')
  await page.keyboard.type('6"')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:1', { exact: true }).first()).toBeVisible()

  // The outline and the slot are taken from the sheet, arcs as arcs.
  await studio.goTo('Trace')
  await page.keyboard.press('Home')
  await studio.framed()
  await studio.frameSheet(SHEET)
  await studio.take('Lines', 'Outline')
  await studio.hover(...onPlate(2, 0))
  await expect(studio.bench.getByText(/^A closed outline of/)).toBeVisible()
  await studio.pressOn(...onPlate(2, 0))
  await studio.hover(...onPlate(3, 0.69))
  await expect(studio.bench.getByText(/^A closed outline of/)).toBeVisible()
  await studio.pressOn(...onPlate(3, 0.69))
  await expect.poll(async () => (await studio.records(id, 'path')).length).toBe(2)
  const lines = await studio.records(id, 'path')
  for (const { closed, planeId } of lines) expect({ closed, planeId }).toEqual({ closed: true, planeId: view!.id })
  expect(lines.map(({ bulges }) => bulges!.filter((bulge) => Math.abs(bulge) > 0.1).length).sort()).toEqual([2, 4])

  // All that is drawn is given a thickness, which the sheet states.
  await page.keyboard.press('s')
  await page.keyboard.press('Control+a')
  const part = page.getByRole('region', { name: 'Part Part 1' })
  await part.getByRole('button', { name: 'Thickness', exact: true }).click()
  await expect(part.getByText('1. Thickness')).toBeVisible()
  await part.getByRole('button', { name: /^Take thickness OUTRIGGER PLATE/ }).click()
  await expect(part.getByRole('textbox', { name: 'Thickness' })).toHaveValue('6.350')

  // The sheet’s notes are read, and drilled where they point.
  await expect(part.getByText('4 of 4 found')).toBeVisible()
  await part.getByRole('button', { name: 'Drill 4x ⌀.201 THRU' }).click()
  await part.getByRole('button', { name: 'Drill ⌀.750 ±.002' }).click()
  await expect(part.getByText('3. Hole')).toBeVisible()
  const facts = part.getByRole('region', { name: 'Facts' })
  await expect(facts.getByText(`${(VOLUME_MM3 / 1000).toFixed(3)} cm³`)).toBeVisible()

  // Another program reads the same solid.
  await studio.kept()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    facts.getByRole('link', { name: 'Save STEP' }).click(),
  ])
  const judged = await judgeStep(await readFile(await download.path()))
  expect(Math.abs(judged.volumeMm3 / VOLUME_MM3 - 1)).toBeLessThan(1e-4)
  expect(judged).toMatchObject({ solids: 1, faces: 2 + 8 + 4 + 5 })

  // Nothing speaks against making it, until a hole has a size for which there is no drill; its figure can be changed.
  const make = part.getByRole('region', { name: 'Can it be made' })
  await expect(make.getByRole('status')).toHaveText(/^Nothing speaks against it/)
  await part.getByRole('textbox', { name: 'Diameter' }).first().fill('6.03')
  await part.getByRole('textbox', { name: 'Diameter' }).first().press('Enter')
  await expect(make.getByText('No usual drill of this size')).toBeVisible()
  await make.getByRole('textbox', { name: 'At most' }).fill('3')
  await make.getByRole('textbox', { name: 'At most' }).press('Enter')
  await expect(make.getByRole('status')).toHaveText(/^Nothing speaks against it/)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(make.getByRole('status')).toHaveText(/^Nothing speaks against it/)

  // What it costs can be followed, and the price book is kept.
  const price = part.getByRole('region', { name: 'What it costs' })
  const unitCost = async () => Number((await price.getByText(/ each$/).textContent())!.split(' ')[0])
  const before = await unitCost()
  expect(before).toBeGreaterThan(0)
  await price.getByRole('button', { name: 'Price book of this project' }).click()
  await price.getByLabel('Rate an hour').fill('160')
  await price.getByLabel('Rate an hour').press('Enter')
  await expect.poll(unitCost).toBeGreaterThan(before * 1.5)
  const [book] = await studio.records(id, 'price-book')
  expect(book!.ratePerHour).toBe(160)
  await price.getByLabel('Pieces').fill('100')
  await price.getByLabel('Pieces').press('Enter')
  await expect.poll(unitCost).toBeLessThan(before)
  expect(await seriousOn(page)).toEqual([])

  // A step that is switched off leaves the solid, one that can’t be done says so.
  await part.getByRole('checkbox', { name: 'Step 3 counts' }).uncheck()
  await expect(facts.getByText('18', { exact: true })).toBeVisible()
  await part.getByRole('button', { name: 'Round edges' }).click()
  await part.getByRole('textbox', { name: 'Radius' }).fill('50')
  await part.getByRole('textbox', { name: 'Radius' }).press('Enter')
  await expect(part.getByText(/These edges can’t be shaped so/)).toBeVisible()
  await expect(facts.getByText('18', { exact: true })).toBeVisible()
})

test('a part is drawn freely, drilled for a screw, and cut from the front', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Block')
  await studio.goTo('Trace')
  await page.getByRole('button', { name: 'Begin a part' }).click()
  const part = page.getByRole('region', { name: 'Part Part 1' })
  const facts = part.getByRole('region', { name: 'Facts' })
  const field = (name: string) => studio.bench.locator(`[name="bench-${name}"]`)
  const rectangle = async (x: number, y: number, width: number, height: number) => {
    await page.keyboard.press('r')
    await typePoint(studio, x, y)
    await field('width').fill(String(width))
    await field('height').fill(String(height))
    await field('height').press('Enter')
  }
  const pickAll = async () => {
    await studio.board.focus()
    await page.keyboard.press('Escape')
    await page.keyboard.press('s')
    await page.keyboard.press('Control+a')
  }

  await part.getByRole('button', { name: 'Thickness', exact: true }).click()
  await expect(page.getByText(/^Thickness: select the closed lines/)).toBeVisible()
  await rectangle(0, 0, 100, 60)
  await pickAll()
  await part.getByRole('button', { name: 'Thickness', exact: true }).click()
  await part.getByRole('textbox', { name: 'Thickness' }).fill('20')
  await part.getByRole('textbox', { name: 'Thickness' }).press('Enter')
  await expect(facts.getByText('120.000 cm³')).toBeVisible()

  await studio.board.focus()
  await page.keyboard.press('c')
  await typePoint(studio, 50, 30)
  await page.mouse.move(700, 300)
  await field('radius').fill('5')
  await field('radius').press('Enter')
  await expect.poll(async () => (await studio.records(id, 'circle')).length).toBe(1)
  await pickAll()
  await part.getByRole('button', { name: 'Drill', exact: true }).click()
  await studio.choose(part.getByRole('combobox', { name: 'For a screw' }), 'M6, counterbored')
  await expect(part.getByText('DIN 974-1 over ISO 273, medium')).toBeVisible()
  const drilled = 120_000 - Math.PI * (3.3 ** 2 * 20 + (5.5 ** 2 - 3.3 ** 2) * 6.4)
  await expect(facts.getByText(`${(drilled / 1000).toFixed(3)} cm³`)).toBeVisible()

  // A groove is drawn on the view from the front, and cut through from there.
  await page.getByRole('button', { name: 'Look at Part 1: front' }).click()
  await studio.board.focus()
  await rectangle(40, 0, 20, 5)
  await pickAll()
  await part.getByRole('button', { name: 'Cut through', exact: true }).click()
  const grooved = drilled - (20 * 5 * 60 - Math.PI * 3.3 ** 2 * 5)
  await expect(facts.getByText(`${(grooved / 1000).toFixed(3)} cm³`)).toBeVisible()
  await expect(part.getByText('Made from another side')).toBeVisible()

  // The groove before the hole gives the same solid; a part can be removed with all that lies on its views.
  await part.getByRole('button', { name: 'Move step 3 up' }).click()
  await expect(facts.getByText(`${(grooved / 1000).toFixed(3)} cm³`)).toBeVisible()
  await page.getByRole('button', { name: 'Remove part Part 1' }).click()
  await expect.poll(async () => (await studio.records(id, 'path')).length).toBe(0)
  expect(await studio.records(id, 'part')).toHaveLength(0)
})
