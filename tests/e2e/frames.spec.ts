import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3 } from '../support/boathouse'
import { chooseSection, GRID, give, placeMember, typePoint } from './framing'
import { StudioPage, test } from './studio'

/** A place of the section on paper: along the building's width, and upwards from the ground. */
const PT_PER_MM = (72 / 25.4 / 100) * 0.6866
const onSection = (xMm: number, yMm: number) => [330 + xMm * PT_PER_MM, 300 + yMm * PT_PER_MM] as const

test('a frame traced over the section is copied along five grid lines and cut by a list', async ({ page }) => {
  test.setTimeout(180_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Frames')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(3, A3.width, A3.height)
  await give(page, id, GRID)

  // A plane along the first grid line, by two points that are typed.
  await studio.goTo('Trace')
  await studio.take('Structure', 'Work plane')
  await studio.bench.getByRole('button', { name: 'By two points' }).click()
  await typePoint(studio, 0, -2000)
  await typePoint(studio, 0, 16_000)
  const planes = page.getByRole('region', { name: 'Work planes' })
  await expect(planes.getByRole('button', { name: 'Look at Plane 1' })).toHaveAttribute('aria-pressed', 'true')

  // The section stands up there, takes its size from a known length and its place from its own heights.
  await page
    .getByRole('list', { name: 'Sheets' })
    .getByRole('button', { name: /^Adjust/ })
    .first()
    .click()
  await studio.choose(page.getByRole('combobox', { name: 'Level or work plane of the sheet' }), 'Plane 1')
  await page.keyboard.press('Home')
  await studio.frameSheet(A3)
  await studio.goTo('Fit')
  await page.keyboard.press('k')
  await studio.clickOn(...onSection(0, 0), 'end')
  await studio.clickOn(...onSection(14_400, 0), 'end')
  await page.keyboard.type('14.4 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  const heights = page.getByRole('region', { name: 'Heights on the sheet' })
  await expect(heights.getByRole('status')).toHaveText('4 of 4 stated heights are drawn elsewhere.')
  await heights.getByRole('button', { name: 'Make +3.150 hold' }).click()
  await expect(heights.getByRole('status')).toHaveText('All 4 stated heights lie where they are drawn.')
  await page.keyboard.press('Home')
  await studio.frameSheet(A3)
  await page.keyboard.press('h')
  await studio.clickOn(...onSection(0, 0), 'end')
  await studio.bench.locator('[name="bench-along"]').fill('0')
  await studio.bench.locator('[name="bench-along"]').press('Enter')
  const [sheet] = await studio.records(id, 'underlay')
  const zero = sheet!.placement
  expect(zero.originMm.x + 330 * zero.mmPerPt).toBeCloseTo(0, 0)
  expect(zero.originMm.y + 300 * zero.mmPerPt).toBeCloseTo(0, 0)

  // Two posts, a tie between them, a rafter caught on the sheet, and its image typed.
  await studio.goTo('Trace')
  await page.keyboard.press('Home')
  await studio.frameSheet(A3)
  await studio.take('Structure', 'Member$')
  await chooseSection(studio, 'Glulam 160x320')
  await placeMember(studio, 'Column', [525, 0], [525, 4000])
  await placeMember(studio, 'Column', [13_875, 0], [13_875, 4000])
  await chooseSection(studio, 'Glulam 120x240')
  await placeMember(studio, 'Beam', [525, 3000], [13_875, 3000])
  await chooseSection(studio, 'Glulam 120x320')
  await studio.bench.getByRole('button', { name: 'Rafter', exact: true }).click()
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await studio.clickOn(...onSection(-700, 3770), 'end')
  await studio.clickOn(...onSection(7200, 8650), 'end')
  await placeMember(studio, 'Rafter', [15_100, 3770], [7200, 8650])
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(5)

  // The tie comes up to the posts; the rafters halve their corner.
  await studio.take('Structure', 'Fit an end')
  await studio.bench.getByRole('button', { name: 'Along its face' }).click()
  for (const x of [525, 13_875]) {
    await studio.pressOn(...onSection(x + (x < 7000 ? 1200 : -1200), 3000))
    await expect(studio.bench.getByText('Click the member that this end is fitted to.')).toBeVisible()
    await studio.pressOn(...onSection(x, 1000))
  }
  await studio.bench.getByRole('button', { name: 'Mitred' }).click()
  await studio.pressOn(...onSection(6000, 3770 + (4880 / 7900) * 6700))
  await studio.pressOn(...onSection(8400, 3770 + (4880 / 7900) * 6700))
  await expect.poll(async () => (await studio.records(id, 'member')).filter(({ endJoint }) => endJoint).length).toBe(3)

  // Copied to the four other grid lines; what is changed on the first changes on all.
  await planes.getByRole('button', { name: 'Copy the frame on Plane 1' }).click()
  const dialog = page.getByRole('dialog', { name: 'Copy the frame on Plane 1' })
  for (const name of ['2', '3', '4', '5'])
    await dialog.getByRole('checkbox', { name: new RegExp(`^${name} \\(`) }).check()
  await dialog.getByRole('button', { name: 'Copy to 4 planes' }).click()
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(25)
  const stood = await studio.records(id, 'work-plane')
  expect(stood.map(({ name }) => name).sort()).toEqual([
    'Grid line 2',
    'Grid line 3',
    'Grid line 4',
    'Grid line 5',
    'Plane 1',
  ])

  // By hand: posts of 4 m; a tie from face to face; rafters by Pythagoras, mitred upright at the ridge.
  await page.getByRole('button', { name: 'Tables', exact: true }).click()
  const tables = page.getByRole('region', { name: 'Tables' })
  await tables.getByRole('button', { name: 'Cut list' }).click()
  const grid = tables.getByRole('grid', { name: 'Cut list' })
  const row = (section: string) => grid.getByRole('row').filter({ hasText: section })
  await expect(row('Glulam 160x320')).toContainText('4000')
  await expect(row('Glulam 160x320')).toContainText('10')
  await expect(row('Glulam 120x240')).toContainText(String(14_400 - 2 * 685))
  const csv = await (await page.request.get(`/api/projects/${id}/hand-over/csv-cut-list`)).text()
  const cells = (section: string) =>
    csv
      .split('\r\n')
      .find((line) => line.includes(section))!
      .split(',')
  const mass = (section: string) => Number(cells(section).at(-1))
  expect(mass('Glulam 160x320')).toBeCloseTo(10 * 0.16 * 0.32 * 4 * 420, 1)
  expect(mass('Glulam 120x240')).toBeCloseTo(5 * 0.12 * 0.24 * 13.03 * 420, 1)
  // The mitre takes half of what a square end would leave below the ridge: the middle of the section is as long as the
  // line less half its depth times the slope.
  const length = Math.hypot(7900, 4880) - 160 * (4880 / 7900)
  expect(mass('Glulam 120x320') / (10 * 0.12 * 0.32 * 420 * (length / 1000))).toBeCloseTo(1, 3)

  // Undone, the copies are gone at once.
  await page.getByRole('button', { name: 'Plan', exact: true }).click()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(5)
})

test('what is changed on a frame changes on those that follow it, which can’t be changed by themselves', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Followers')
  await give(page, id, GRID)
  await studio.open(id)
  await studio.goTo('Trace')
  await studio.take('Structure', 'Work plane')
  await studio.bench.getByRole('button', { name: 'By two points' }).click()
  await typePoint(studio, 0, -2000)
  await typePoint(studio, 0, 16_000)
  await studio.take('Structure', 'Member$')
  await placeMember(studio, 'Beam', [0, 3000], [6000, 3000])
  const planes = page.getByRole('region', { name: 'Work planes' })
  await planes.getByRole('button', { name: 'Copy the frame on Plane 1' }).click()
  const dialog = page.getByRole('dialog', { name: 'Copy the frame on Plane 1' })
  await dialog.getByRole('radio', { name: 'At spacings' }).check()
  await dialog.getByLabel(/^Spacings/).fill('2 x 4200, 3600')
  await expect(dialog.getByText('4200 mm, 8400 mm, 12 000 mm')).toBeVisible()
  await dialog.getByRole('button', { name: 'Copy to 3 planes' }).click()
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(4)

  // A new member on the first stands on all; on a copy nothing can be deleted.
  await placeMember(studio, 'Column', [0, 0], [0, 2900])
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(8)
  await planes.getByRole('button', { name: 'Look at Plane 1 + 1' }).click()
  await page.keyboard.press('s')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  await expect(page.getByText(/follows another one change with those/)).toBeVisible()
  expect(await studio.records(id, 'member')).toHaveLength(8)
  await planes.getByRole('button', { name: 'Unlink' }).first().click()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(6)
})
