import { expect } from '@playwright/test'
import { servicesDrawing } from '../../demo/sheets/services-drawing'
import { doubleArea } from '../../src/core/geometry/polygon'
import { Drawing } from './drawing'
import { test } from './studio'

interface Corners {
  readonly xy: readonly number[]
}

const pointsOf = ({ xy }: Corners) =>
  Array.from({ length: xy.length / 2 }, (_, i) => ({ x: xy[2 * i]!, y: xy[2 * i + 1]! }))

function sizeOf(shape: Corners): { width: number; height: number } {
  const points = pointsOf(shape)
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
  return { width: Math.max(...xs) - Math.min(...xs), height: Math.max(...ys) - Math.min(...ys) }
}

test('what is drawn is stretched, bevelled, taken by a lasso, arrayed around and scaled', async ({ page }) => {
  const draw = await new Drawing(page).begin('Hand tools')
  const choose = (group: string, word: string) =>
    page.getByRole('group', { name: group }).getByRole('button', { name: word, exact: true }).click()
  await draw.press('r')
  await draw.click(200, 200)
  await draw.click(400, 300)
  const before = sizeOf((await draw.records('path'))[0]!)

  await draw.take('Change', 'Stretch')
  await draw.click(370, 150)
  await draw.click(430, 350)
  await draw.click(600, 450)
  await draw.point(650, 450)
  await draw.type('900', '0')
  const after = sizeOf((await draw.records('path'))[0]!)
  expect(after.width - before.width).toBeCloseTo(900, 6)
  expect(after.height).toBeCloseTo(before.height, 6)

  await draw.take('Change', 'Corner')
  await choose('Kind of corner', 'Bevel')
  await page.getByLabel('Cut back by').fill('200')
  await draw.click(200, 250)
  await draw.click(300, 200)
  await expect.poll(async () => (await draw.records('path'))[0]!.xy.length).toBe(10)
  const cut = Math.abs(doubleArea(pointsOf((await draw.records('path'))[0]!))) / 2
  expect(after.width * after.height - cut).toBeCloseTo((200 * 200) / 2, 3)

  await draw.press('Escape', 'c')
  await draw.click(600, 200)
  await draw.type('300')
  await draw.press('s')
  await choose('What a frame takes in', 'Lasso')
  await draw.point(560, 160)
  await page.keyboard.down('Shift')
  await page.mouse.down()
  for (const [x, y] of [
    [640, 160],
    [640, 240],
    [560, 240],
    [560, 170],
  ] as const)
    await draw.point(x, y)
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(draw.card.getByText('1 circle', { exact: true })).toBeVisible()

  await draw.press('q')
  await choose('How the copies stand', 'Around')
  await page.getByLabel('Number').fill('4')
  await draw.click(600, 420)
  await draw.type('360')
  const circles = await draw.records('circle')
  expect(circles).toHaveLength(4)
  const middle = {
    x: circles.reduce((sum, { center }) => sum + center.x, 0) / 4,
    y: circles.reduce((sum, { center }) => sum + center.y, 0) / 4,
  }
  const away = circles.map(({ center }) => Math.hypot(center.x - middle.x, center.y - middle.y))
  for (const each of away) expect(each).toBeCloseTo(away[0]!, 6)
  expect(away[0]).toBeGreaterThan(1000)
})

test('a path, an angle, a radius and an area are measured without drawing anything', async ({ page }) => {
  const draw = await new Drawing(page).begin('Measures')
  await draw.press('r')
  await draw.click(200, 200)
  await draw.click(400, 300)
  await draw.press('c')
  await draw.click(600, 250)
  await draw.type('800')
  await draw.press('Escape')
  const { width, height } = sizeOf((await draw.records('path'))[0]!)
  await draw.press('m')
  const corners = [
    [200, 200],
    [400, 200],
    [400, 300],
  ] as const
  const measure = async (way: string, places: readonly (readonly [number, number])[]) => {
    await page.getByRole('group', { name: 'What is measured' }).getByRole('button', { name: way, exact: true }).click()
    for (const [x, y] of places) await draw.click(x, y)
  }
  await measure('Path', corners)
  await expect(draw.studio.bench).toContainText(`${Math.round(width + height)} mm along 2 pieces`)
  await measure('Angle', [corners[1], corners[0], corners[2]])
  await expect(draw.studio.bench).toContainText('90.00°')
  await measure('Area', corners)
  await expect(draw.studio.bench).toContainText(`${((width * height) / 2 / 1e6).toFixed(2)} m²`)
  await measure('Radius', [[640, 250]])
  await expect(draw.studio.bench).toContainText('R 800 mm, across 1600 mm, around 5027 mm')
  expect(await draw.records('path')).toHaveLength(1)
  expect(await draw.records('dimension')).toHaveLength(0)
})

test('a layer is taken out of a DXF with what lies on it', async ({ page }) => {
  const draw = new Drawing(page)
  const { studio } = draw
  draw.id = await studio.newProject('From a DXF')
  await studio.upload('services.dxf', servicesDrawing())
  await page.getByRole('button', { name: /: select$/ }).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await studio.drawn()
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  const parts = page.getByRole('group', { name: 'Parts' }).getByRole('checkbox')
  await expect(parts.first()).toBeVisible()
  const labels = await page.getByRole('group', { name: 'Parts' }).locator('label').allTextContents()
  for (const box of (await parts.all()).slice(1)) await box.uncheck()
  await expect(page.getByText(/^After: /)).toBeVisible()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await expect(page.getByText(/lifted from/)).toBeVisible()
  const kept = labels[0]!.replace(/ \([\d,]+\)$/, '')
  const layers = await draw.records('layer')
  expect(layers.map(({ name }) => name)).toEqual([kept])
  const lines = await draw.records('path')
  expect(lines.length).toBeGreaterThan(0)
  expect(new Set(lines.map(({ layerId }) => layerId))).toEqual(new Set([layers[0]!.id]))
})

test('the level below shows as a ghost, as long as it is wanted', async ({ page }) => {
  const draw = await new Drawing(page).begin('Ghost')
  await draw.press('w')
  await draw.click(200, 200)
  await draw.click(500, 200)
  await draw.press('Escape')
  await page.getByRole('button', { name: 'Add a level' }).click()
  await page.getByRole('button', { name: 'Work on level Level 1' }).click()
  const ghost = page.getByLabel('The level below as ghost')
  await ghost.check()
  await draw.point(650, 500)
  const shown = async () => {
    await draw.studio.framed()
    return draw.studio.board.screenshot()
  }
  const withGhost = await shown()
  await ghost.uncheck()
  await draw.point(650, 500)
  expect((await shown()).equals(withGhost)).toBe(false)
  await ghost.check()
  await draw.point(650, 500)
  expect((await shown()).equals(withGhost)).toBe(true)
})
