import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { readDxf } from '../support/ezdxf'
import { StudioPage, test } from './studio'

test('from a PDF to walls in a DXF, true to size', async ({ page }) => {
  const studio = new StudioPage(page)
  const projectId = await studio.newProject('The whole slice')

  await test.step('a multi-page PDF shows its pages with size and content', async () => {
    await studio.upload('plans.pdf', await boathouseSet())
    await expect(studio.pageCard(1)).toHaveAccessibleName('Page 1, A3 landscape, lines: select')
    await expect(studio.pageCard(3)).toBeEnabled()
    await expect(page.getByText('3 pages')).toBeVisible()
  })

  await studio.bringIn(1, A3.width, A3.height)
  await expect(page.getByText('1:100', { exact: true })).toBeVisible()
  await expect(page.getByText('as the sheet says, not fitted', { exact: true })).toBeVisible()

  await test.step('the cursor says in a word what it catches', async () => {
    await studio.hover(...onPaper(0, 0))
    await expect(studio.caught).toHaveText('end on plans – page 1')
    await studio.hover(...onPaper(31200, 3500 + 900))
    await expect(studio.caught).toContainText('end')
    await studio.hover(...onPaper(0, 1800))
    await expect(studio.caught).toContainText('on line')
    await studio.hover(...onPaper(-6000, 9000))
    await expect(studio.caught).toHaveText('nothing caught')
  })

  await test.step('measuring shows that 1:100 is wrong', async () => {
    await page.keyboard.press('m')
    await studio.clickOn(...onPaper(0, 0), 'end')
    await studio.clickOn(...onPaper(31200, 0), 'end')
    await expect(studio.bench).toContainText('21 422 mm')
  })

  await test.step('a known length gives the sheet its size; the view follows', async () => {
    await page.keyboard.press('k')
    await studio.clickOn(...onPaper(0, 0), 'end')
    await studio.clickOn(...onPaper(31200, 0), 'end')
    await page.keyboard.type('31.2 m')
    await page.keyboard.press('Enter')
    await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
    await studio.hover(...onPaper(31200, 14400))
    await expect(studio.caught).toContainText('end')
  })

  await test.step('a second dimension checks it: stated, drawn, difference', async () => {
    await studio.clickOn(...onPaper(31200, 0), 'end')
    await studio.clickOn(...onPaper(31200, 14400), 'end')
    await page.keyboard.type('14410')
    await page.keyboard.press('Enter')
    const row = page.getByRole('row').filter({ hasText: '14410' })
    await expect(row).toContainText('14400')
    await expect(row).toContainText('10')
    await expect(row).toContainText('0.69 ‰')
    await expect(page.getByText(/A check is off by 0.69 ‰/)).toBeVisible()
  })

  await test.step('walls are traced in a chain, one length typed, the ring closed', async () => {
    await studio.goTo('Trace')
    const thickness = page.getByLabel('Thickness')
    await thickness.fill('0.365 m')
    await thickness.press('Enter')
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await studio.hover(...onPaper(10, 9000))
    await page.keyboard.down('Shift')
    await studio.hover(...onPaper(10, 9500))
    await page.keyboard.type('14400')
    await page.keyboard.up('Shift')
    await page.keyboard.press('Enter')
    await expect(page.getByText('1 wall', { exact: true })).toBeVisible()
    await studio.clickOn(...onPaper(...CORNERS[2]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await expect(page.getByText('4 walls', { exact: true })).toBeVisible()
  })

  await test.step('everything can be undone and redone', async () => {
    for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
    await expect(page.getByText(/\d walls?/)).toHaveCount(0)
    for (let i = 0; i < 4; i++) await page.keyboard.press('Control+Shift+z')
    await expect(page.getByText('4 walls', { exact: true })).toBeVisible()
    await studio.kept()
  })

  await test.step('after a reload all is there, and undo still reaches back', async () => {
    await page.reload()
    await expect(page.getByText('4 walls', { exact: true })).toBeVisible()
    await expect(page.getByRole('button', { name: /^Fit .*: 1:145\.6, by a known length$/ })).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(page.getByText('3 walls', { exact: true })).toBeVisible()
    await page.keyboard.press('Control+y')
    await studio.kept()
  })

  await test.step('the DXF opens elsewhere true to size', async () => {
    await studio.goTo('Hand over')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save DXF', exact: true }).click(),
    ])
    const drawing = await readDxf(await readFile(await download.path()))
    expect(drawing.errors).toEqual([])
    expect(drawing.units).toBe(4)
    const walls = drawing.polylines.filter(({ layer }) => layer === 'A-WALL')
    expect(walls).toHaveLength(4)
    expect(walls.every(({ closed }) => closed)).toBe(true)
    const all = walls.flatMap(({ points }) => points)
    const size = (axis: 0 | 1) => Math.max(...all.map((p) => p[axis]!)) - Math.min(...all.map((p) => p[axis]!))
    expect(Math.abs(size(0) - 31200)).toBeLessThan(0.1)
    expect(Math.abs(size(1) - 14400)).toBeLessThan(0.1)
    const ring = walls.reduce((sum, { area }) => sum + area, 0)
    const expected = 31200 * 14400 - (31200 - 730) * (14400 - 730)
    expect(Math.abs(ring - expected) / (2 * (31200 + 14400))).toBeLessThan(0.1)
  })

  const response = await page.request.get(`/api/projects/${projectId}`)
  const { records } = (await response.json()) as { records: { kind: string }[] }
  expect(records.map(({ kind }) => kind).sort()).toEqual([
    'level',
    'settings',
    'underlay',
    'wall',
    'wall',
    'wall',
    'wall',
  ])
})
