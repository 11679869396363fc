import { expect } from '@playwright/test'
import { outriggerPlate } from '../../demo/sheets/outrigger-plate'
import { readDxf } from '../support/ezdxf'
import { box, disc, line, partOf, viewOfPart } from '../support/part'
import { give } from './framing'
import { StudioPage, test } from './studio'

const PT_PER_IN = 72
const SHEET = { width: 9 * PT_PER_IN, height: 5.5 * PT_PER_IN }
const onPlate = (xIn: number, yIn: number) => [(1.5 + xIn) * PT_PER_IN, (2.2 + yIn) * PT_PER_IN] as const

test('slots, patterns and single edges make a part, which is measured, kept as a symbol and placed', async ({
  page,
}) => {
  test.setTimeout(120_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Steps')
  const lines = [box('outline', 0, 0, 100, 60), line('run', [60, 45, 90, 45]), disc('hole', 15, 15, 4)]
  await give(page, id, [partOf(), viewOfPart('top'), ...lines])
  await studio.open(id)
  await studio.goTo('Trace')
  await page.getByRole('button', { name: 'Look at Bracket: top' }).click()
  await studio.framed()
  await studio.frameSheet({ width: 100, height: 60 })
  const part = page.getByRole('region', { name: 'Part Bracket' })
  const facts = part.getByRole('region', { name: 'Facts' })
  const fill = async (name: string, value: string) => {
    await part.getByRole('textbox', { name }).last().fill(value)
    await part.getByRole('textbox', { name }).last().press('Enter')
  }
  const step = (name: string) => part.getByRole('button', { name, exact: true }).click()

  // What a step needs is said where it is not picked.
  await step('Slot')
  await expect(page.getByText(/^Slot: select the lines/)).toBeVisible()
  await studio.pressOn(50, 0)
  await step('Thickness')
  await fill('Thickness', '10')
  await studio.pressOn(75, 45)
  await step('Slot')
  await fill('Width', '8')
  await studio.pressOn(19, 15)
  await step('Drill')
  await step('Again along')
  await fill('In all', '3')
  await fill('Across', '20')
  const slot = (30 * 8 + Math.PI * 16) * 10
  const volume = 100 * 60 * 10 - slot - 3 * Math.PI * 16 * 10
  await expect(facts.getByText(`${(volume / 1000).toFixed(3)} cm³`)).toBeVisible()
  await expect(part.getByText('4. Again along, 3 in all')).toBeVisible()

  // The circle is driven by a typed place, and the holes go along.
  const [circle] = await studio.records(id, 'circle')
  expect(circle!.center.x).toBe(15)

  // A step that is done again can be another one: the slot, which then runs out of the plate.
  await fill('Of steps', '7')
  await expect(page.getByText('Type numbers of steps from 1 to 3; edges are not done again.')).toBeVisible()

  // Edges and faces are picked on the solid, by the keyboard too.
  await page.getByRole('button', { name: 'Solid', exact: true }).click()
  const picked = page.getByRole('region', { name: 'Selected on the solid' })
  await picked.getByRole('button', { name: 'Next edge' }).click()
  await expect(picked.getByText(/edge, .* mm long/)).toBeVisible()
  await picked.getByRole('button', { name: 'Clear' }).click()
  const nextFace = picked.getByRole('button', { name: 'Next face' })
  const face = picked.getByText(/face of/)
  do {
    await nextFace.click()
    await expect(face).toBeVisible()
  } while (!(await face.textContent())!.startsWith('Flat face of 55'))
  const href = await picked.getByRole('link', { name: 'Save DXF of it' }).getAttribute('href')
  await studio.kept()
  const dxf = await readDxf(await (await page.request.get(href!)).body())
  expect(dxf.errors).toEqual([])
  expect(dxf.polylines.map(({ area }) => Math.round(area))).toContain(6000)
  await picked.getByRole('button', { name: 'Bevel it' }).click()
  await expect(part.getByText('5. Bevel, edges of a face')).toBeVisible()
  await part.getByRole('button', { name: 'Remove step 5' }).click()
  await expect(facts.getByText(`${(volume / 1000).toFixed(3)} cm³`)).toBeVisible()

  // The drawing of it, by HTTP.
  const drawing = await page.request.get(`/api/projects/${id}/hand-over/pdf-part?part=part&paper=A4`)
  expect(drawing.ok()).toBe(true)
  expect((await drawing.body()).subarray(0, 5).toString()).toBe('%PDF-')
  const wrong = await page.request.get(`/api/projects/${id}/hand-over/dxf-face?part=part&face=inside`)
  expect(wrong.status()).toBe(422)

  // It is kept as a symbol, and stands in the building at its true size.
  await facts.getByRole('button', { name: 'Keep as symbol' }).click()
  await expect(page.getByText(/^Bracket is a symbol now/)).toBeVisible()
  await page.getByRole('button', { name: 'Plan', exact: true }).click()
  await page.getByRole('button', { name: 'Look at Bracket: top' }).click()
  await page.getByRole('button', { name: 'Place Bracket' }).click()
  await page.mouse.click(500, 400)
  await expect.poll(async () => (await studio.records(id, 'insert')).length).toBe(1)
  const [insert] = await studio.records(id, 'insert')
  expect(insert).toMatchObject({ symbolId: 'part-part', factor: 1, upMm: 0 })
  await studio.kept()
  const ifc = await (await page.request.get(`/api/projects/${id}/hand-over/ifc`)).text()
  expect(ifc.match(/IFCBUILDINGELEMENTPROXY\('[^']+',\$,'Bracket'/g)).toHaveLength(1)
  expect(ifc.match(/IFCTRIANGULATEDFACESET/g)).toHaveLength(1)
})

test('the sheet of one view is laid onto another and lined up by a point that both show', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Views')
  await studio.upload('plate.svg', outriggerPlate())
  await expect(studio.pageCard(1)).toBeVisible()
  await page.getByRole('button', { name: 'Begin a part' }).click()
  await studio.bringIn(1, SHEET.width, SHEET.height)
  await studio.goTo('Trace')
  await studio.frameSheet(SHEET)
  const tool = studio.bench.getByRole('button', { name: 'Line up views' })
  await tool.click()
  await studio.clickOn(...onPlate(3.75, 0.845), 'centre').catch(() => studio.pressOn(...onPlate(3, 0.69)))
  await expect(studio.bench.getByText(/^Now look at another view/)).toBeVisible()
  await page.getByRole('button', { name: 'Look at Part 1: front' }).click()
  await page.getByRole('button', { name: 'Lay the sheet of another view here' }).click()
  await expect.poll(async () => (await studio.records(id, 'underlay')).length).toBe(2)
  await studio.framed()
  await studio.frameSheet(SHEET)
  const [top, front] = await studio.records(id, 'underlay')
  await tool.click()
  await expect(studio.bench.getByText(/^Click the point that you clicked on the top view/)).toBeVisible()
  await studio.pressOn(...onPlate(0, 0))
  await expect
    .poll(async () => {
      const now = await studio.records(id, 'underlay')
      const moved = now.map(({ placement }) => placement.originMm)
      return moved.some(({ x }) => x !== top!.placement.originMm.x) && moved.every(({ y }) => y === moved[0]!.y)
    })
    .toBe(true)
  expect(front!.levelId).not.toBe(top!.levelId)
})

/** A plate of 80 by 50 mm with a pocket, at 1:1, and a section at 2:1 in which the pocket is 7 mm deep. */
const POCKET =
  new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="120mm" viewBox="0 0 210 120">
  <g fill="none" stroke="#000" stroke-width="0.35"><rect x="10" y="20" width="80" height="50"/><rect x="30" y="35" width="40" height="20"/>
  <path d="M120 30 H200 M130 44 H180"/></g>
  <g font-family="DejaVu Sans" font-size="4"><text x="140" y="70">SECTION A-A 2:1</text><text x="10" y="110">SCALE 1:1</text></g></svg>`)

test('the depth of a pocket is taken from a section on the same sheet, at the scale of its own title', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Pocket')
  await studio.upload('pocket.svg', POCKET)
  await expect(studio.pageCard(1)).toBeVisible()
  await page.getByRole('button', { name: 'Begin a part' }).click()
  const mm = (x: number, y: number) => [(x * 72) / 25.4, ((120 - y) * 72) / 25.4] as const
  const [width, height] = mm(210, 0)
  await studio.bringIn(1, width, height)
  await studio.goTo('Trace')
  await studio.frameSheet({ width, height })
  await studio.take('Lines', 'Outline')
  for (const at of [mm(50, 20), mm(50, 35)]) {
    await studio.hover(...at)
    await expect(studio.bench.getByText(/^A closed outline of/)).toBeVisible()
    await studio.pressOn(...at)
  }
  await expect.poll(async () => (await studio.records(id, 'path')).length).toBe(2)
  const part = page.getByRole('region', { name: 'Part Part 1' })
  await page.keyboard.press('s')
  await studio.pressOn(...mm(20, 20))
  await part.getByRole('button', { name: 'Thickness', exact: true }).click()
  await page.keyboard.press('s')
  await studio.pressOn(...mm(60, 35))
  await part.getByRole('button', { name: 'Sunken', exact: true }).click()
  await part.getByRole('button', { name: 'Take its depth from the sheet' }).click()
  await expect(studio.bench.getByText(/^In a section or detail/)).toBeVisible()
  await studio.clickOn(...mm(150, 30), 'on line')
  await studio.clickOn(...mm(160, 44), 'on line')
  await expect(page.getByText('7.000 mm, at the scale of “SECTION A-A 2:1”.')).toBeVisible()
  await expect(part.getByRole('textbox', { name: 'Depth' })).toHaveValue('7.000')
  await page.keyboard.press('Control+z')
  await expect(part.getByRole('textbox', { name: 'Depth' })).not.toHaveValue('7.000')
})

test('a build that hangs is ended, its steps are kept, and the next one starts anew', async ({ page }) => {
  test.setTimeout(120_000)
  await page.clock.install()
  let hangs = true
  await page.route('**/solid/kernel.wasm', async (route) => {
    // The kernel never comes: the worker waits for ever.
    if (!hangs) await route.continue()
  })
  const studio = new StudioPage(page)
  const id = await studio.newProject('Hangs')
  const thick = { id: 't', kind: 'raise', profile: ['outline'], heightMm: 10, fromMm: 0 } as const
  await give(page, id, [
    { ...partOf(), steps: [{ ...thick, profile: [...thick.profile] }] },
    viewOfPart('top'),
    box('outline', 0, 0, 100, 60),
  ])
  await studio.open(id)
  await studio.goTo('Trace')
  await page.getByRole('button', { name: 'Look at Bracket: top' }).click()
  const facts = page.getByRole('region', { name: 'Facts' })
  await expect(facts.getByText('Building …')).toBeVisible()
  await page.clock.fastForward(31_000)
  await expect(facts.getByText(/^Building this part takes too long\. Its steps are kept/)).toBeVisible()
  const part = page.getByRole('region', { name: 'Part Bracket' })
  await expect(part.getByText('1. Thickness')).toBeVisible()
  hangs = false
  await part.getByRole('textbox', { name: 'Thickness' }).fill('12')
  await part.getByRole('textbox', { name: 'Thickness' }).press('Enter')
  await expect(facts.getByText('72.000 cm³')).toBeVisible({ timeout: 40_000 })
})
