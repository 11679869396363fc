import { expect } from '@playwright/test'
import { readDxf } from '../support/ezdxf'
import { Drawing } from './drawing'
import { test } from './studio'

const lengthOf = ({ xy }: { xy: number[] }, i = 0) =>
  Math.hypot(xy[i * 2 + 2]! - xy[i * 2]!, xy[i * 2 + 3]! - xy[i * 2 + 1]!)

test('lines are drawn by typed lengths, angles and coordinates, with units and arithmetic', async ({ page }) => {
  const draw = await new Drawing(page).begin('Typed')
  await draw.press('p')
  await draw.click(120, 300)
  await draw.point(300, 250)
  await draw.type('2.5 m')
  await draw.point(320, 120)
  // Length, then angle: a fixed angle stays while the mouse gives the length, and the other way round.
  await draw.type('2*600+55', '90')
  await draw.point(500, 100)
  await page.getByLabel('Across').fill('=0')
  await page.getByLabel('Up', { exact: true }).fill('=0')
  await page.getByLabel('Up', { exact: true }).press('Enter')
  await draw.press('Escape')
  const [path] = await draw.records('path')
  expect(lengthOf(path!, 0)).toBeCloseTo(2500, 6)
  expect(lengthOf(path!, 1)).toBeCloseTo(1255, 6)
  expect(path!.xy[4]).toBeCloseTo(path!.xy[2]!, 6)
  expect(path!.xy.slice(6)).toEqual([0, 0])
  await draw.press('r')
  await draw.click(150, 450)
  await draw.point(260, 500)
  await draw.type('3000', '1.2m')
  const rectangle = (await draw.records('path')).find(({ closed }) => closed)!
  expect(lengthOf(rectangle, 0)).toBeCloseTo(3000, 6)
  expect(lengthOf(rectangle, 1)).toBeCloseTo(1200, 6)
  // What can't be read is said, and nothing is drawn.
  await draw.press('c')
  await draw.click(500, 450)
  await draw.type('12 pigs')
  await expect(draw.said).toContainText("can't be read as a length")
  expect(await draw.records('circle')).toHaveLength(0)
})

test('every shape is drawn, measured again and handed over', async ({ page }) => {
  const draw = await new Drawing(page).begin('Shapes')
  await draw.press('c')
  await draw.click(150, 150)
  await draw.type('800')
  await draw.press('e')
  for (const [x, y] of [
    [320, 150],
    [380, 150],
    [320, 120],
  ] as const)
    await draw.click(x, y)
  await draw.press('a')
  for (const [x, y] of [
    [450, 180],
    [490, 130],
    [540, 180],
  ] as const)
    await draw.click(x, y)
  await draw.press('g')
  await draw.click(620, 150)
  await draw.type('500')
  await draw.take('Lines', 'Curve')
  for (const [x, y] of [
    [100, 300],
    [160, 260],
    [220, 330],
    [280, 280],
  ] as const)
    await draw.click(x, y)
  await draw.press('Enter')
  await draw.press('x')
  await page.getByLabel('Text', { exact: true }).fill('Oar store')
  await draw.click(350, 320)
  // Placed before it is typed: letters are words then, not keys of tools.
  await draw.click(450, 320)
  await page.keyboard.type('Mop & pail')
  await page.keyboard.press('Enter')
  // The field waits for another text: Esc lays the tool aside.
  await draw.press('Escape')
  // A line with an arc that runs on from it.
  await draw.press('p')
  await draw.click(100, 450)
  await draw.click(200, 450)
  await page.getByRole('group', { name: 'The next piece' }).getByRole('button', { name: 'Arc' }).click()
  await draw.click(260, 510)
  await draw.press('Escape')
  await draw.press('r')
  await draw.click(420, 420)
  await draw.click(560, 520)
  await draw.press('r')
  await draw.click(440, 440)
  await draw.click(470, 460)
  await draw.press('h')
  await draw.click(520, 490)
  expect(await draw.records('circle')).toMatchObject([{ radiusMm: 800 }])
  expect(await draw.records('ellipse')).toHaveLength(1)
  const [spline] = await draw.records('spline')
  expect(spline).toMatchObject({ by: 'through' })
  expect(spline!.xy).toHaveLength(8)
  const written = (await draw.records('text')).map((each) => each.text)
  expect(written.sort()).toEqual(['Mop & pail', 'Oar store'])
  const [hatch] = await draw.records('hatch')
  expect(hatch).toMatchObject({ pattern: 'lines' })
  expect(hatch!.rings).toHaveLength(2)
  const paths = await draw.records('path')
  expect(paths).toHaveLength(5)
  const line = paths.find(({ bulges, xy }) => bulges && xy.length === 6)!
  // The arc leaves the line without a kink and turns a quarter down.
  expect(line.bulges![1]).toBeCloseTo(-Math.tan(Math.PI / 8), 2)

  const { body } = { body: await (await page.request.get(`/api/projects/${draw.id}/hand-over/dxf`)).body() }
  const report = await readDxf(new Uint8Array(body))
  expect(report.errors).toEqual([])
  expect(report.types).toMatchObject({ CIRCLE: 1, ELLIPSE: 1, ARC: 1, TEXT: 2, SPLINE: 1, HATCH: 1 })
})

test('a dimension follows what it measures', async ({ page }) => {
  const draw = await new Drawing(page).begin('Dimension')
  await draw.press('r')
  await draw.click(200, 250)
  await draw.point(300, 200)
  await draw.type('3000', '2000')
  await draw.press('Home')
  await draw.press('Escape', 'Escape')
  const board = (await draw.studio.board.boundingBox())!
  // Shown whole with a margin, the rectangle stands in the middle of the board.
  const px = Math.min((draw.clearWidth(board) * 0.92) / 3000, (board.height * 0.92) / 2000)
  const at = (x: number, y: number): [number, number] => [
    draw.clearWidth(board) / 2 + (x - 1500) * px,
    board.height / 2 - (y - 1000) * px,
  ]
  await draw.press('d')
  await draw.click(...at(0, 0))
  await draw.click(...at(3000, 0))
  await draw.click(...at(1500, 400))
  expect((await draw.records('dimension'))[0]!.anchors.every(({ on }) => on)).toBe(true)
  await draw.press('Escape')
  // The rectangle's corner is dragged; the dimension's anchors stay on it.
  await draw.press('s')
  await draw.click(...at(3000, 1500))
  await draw.drag(...at(3000, 0), ...at(2500, 300))
  const [rectangle] = await draw.records('path')
  const corner = [rectangle!.xy[2]!, rectangle!.xy[3]!]
  expect(corner[0]).not.toBeCloseTo(3000, 0)
  const [dimension] = await draw.records('dimension')
  expect(dimension!.anchors[1]!.on).toMatchObject({ id: rectangle!.id, anchor: 1 })
})

test('lines are offset, trimmed, extended, rounded, split and joined', async ({ page }) => {
  const draw = await new Drawing(page).begin('Edits')
  await draw.press('p')
  await draw.click(100, 200)
  await draw.click(500, 200)
  await draw.press('Escape')
  await draw.click(200, 100)
  await draw.click(200, 320)
  await draw.press('Escape')
  await draw.click(400, 100)
  await draw.click(400, 320)
  await draw.press('Escape')
  const before = await draw.records('path')
  expect(before).toHaveLength(3)
  const isLevel = ({ xy }: { xy: number[] }) => Math.abs(xy[1]! - xy[3]!) < 1
  const level = before.find(isLevel)!
  const upright = before.filter((each) => !isLevel(each)).sort((a, b) => a.xy[0]! - b.xy[0]!)[0]!
  await draw.press('k')
  await draw.click(300, 200)
  await expect.poll(async () => (await draw.records('path')).length).toBe(4)
  // The left remainder is extended back to the right upright.
  await draw.press('u')
  await draw.click(190, 200)
  // What is left of the level line to the left ends at the left upright, and goes on to the right one.
  await expect
    .poll(async () => Math.max(...(await draw.records('path')).filter(isLevel).map((each) => lengthOf(each))))
    .toBeGreaterThan(lengthOf(level) * 0.7)
  const ids = new Set((await draw.records('path')).map(({ id }) => id))
  await draw.press('o')
  await draw.click(200, 290)
  await draw.point(230, 290)
  await draw.type('500')
  const paths = await draw.records('path')
  expect(paths).toHaveLength(5)
  const beside = paths.find(({ id }) => !ids.has(id))!
  expect(Math.abs(beside.xy[0]! - upright.xy[0]!)).toBeCloseTo(500, 6)
  await draw.press('j')
  await draw.click(120, 200)
  await draw.click(200, 300)
  await expect.poll(async () => (await draw.records('path')).some(({ bulges }) => bulges)).toBe(true)
  await draw.take('Change', 'Split')
  await draw.click(400, 280)
  await expect.poll(async () => (await draw.records('path')).length).toBe(7)
  await draw.press('Control+a')
  await page.getByRole('button', { name: 'Join', exact: true }).click()
  await expect(draw.said).toContainText('joined into')
  // Everything can be taken back.
  for (let i = 0; i < 9; i++) await draw.press('Control+z')
  await expect.poll(async () => (await draw.records('path')).length).toBeLessThan(4)
})

test('what is picked is moved, copied, turned, mirrored and arrayed by numbers, and nudged', async ({ page }) => {
  const draw = await new Drawing(page).begin('Changes')
  await draw.press('p')
  await draw.click(200, 300)
  await draw.point(300, 300)
  await draw.type('1000', '0')
  await draw.press('Escape')
  const [drawn] = await draw.records('path')
  await draw.press('s')
  await draw.frame(150, 250, 500, 350)
  await expect(draw.card.getByText('1 line', { exact: true })).toBeVisible()
  await draw.press('ArrowUp')
  expect((await draw.records('path'))[0]!.xy[1]! - drawn!.xy[1]!).toBeCloseTo(10, 6)
  await draw.press('Shift+ArrowRight')
  expect(lengthOf((await draw.records('path'))[0]!)).toBeCloseTo(1010, 6)
  await draw.press('v')
  await draw.click(600, 500)
  await draw.point(650, 500)
  await draw.type('700', '90')
  expect((await draw.records('path'))[0]!.xy[1]! - drawn!.xy[1]!).toBeCloseTo(710, 6)
  await draw.press('t')
  await draw.click(600, 500)
  await draw.type('30+15')
  const turned = (await draw.records('path'))[0]!
  expect(Math.abs(turned.xy[3]! - turned.xy[1]!)).toBeCloseTo(lengthOf(turned) / Math.SQRT2, 6)
  await draw.press('z')
  await draw.click(600, 500)
  await draw.type('2')
  expect(lengthOf((await draw.records('path'))[0]!)).toBeCloseTo(2020, 6)
  await draw.press('q')
  await page.getByLabel('Number').fill('4')
  await draw.click(600, 500)
  await draw.click(600, 460)
  expect(await draw.records('path')).toHaveLength(4)
  await draw.press('i')
  await draw.click(620, 100)
  await draw.click(620, 400)
  expect(await draw.records('path')).toHaveLength(5)
})

test('a tool that is taken first asks what it should be done to', async ({ page }) => {
  const draw = await new Drawing(page).begin('Tool first')
  for (const y of [200, 300]) {
    await draw.press('p')
    await draw.click(200, y)
    await draw.click(400, y)
    await draw.press('Escape')
  }
  const before = (await draw.records('path')).map(({ xy }) => xy[0]!)
  await draw.press('v')
  await draw.click(250, 500)
  await expect(draw.said).toContainText('Nothing that can be changed')
  await draw.click(250, 200)
  await page.keyboard.down('Shift')
  await draw.click(250, 300)
  await page.keyboard.up('Shift')
  await draw.click(500, 500)
  await draw.point(600, 500)
  await draw.type('900', '0')
  const after = (await draw.records('path')).map(({ xy }) => xy[0]!)
  expect(after.map((x, i) => x - before[i]!)).toEqual([expect.closeTo(900, 6), expect.closeTo(900, 6)])
})

test('a symbol is made, placed, edited for all and kept in the library', async ({ page, context }) => {
  const draw = await new Drawing(page).begin('Symbols')
  await draw.press('c')
  await draw.click(200, 200)
  await draw.type('400')
  await draw.press('s')
  await draw.frame(100, 100, 300, 300)
  await page.getByLabel('Name of a new symbol').fill('Bollard')
  await page.getByRole('button', { name: 'Make', exact: true }).click()
  // Its base is taken to the right of the circle; the circle stays where it is.
  await draw.click(220, 201)
  const [made] = await draw.records('symbol')
  expect(made!.base.x - (made!.shapes[0] as { center: { x: number } }).center.x).toBeCloseTo(400, 6)
  expect((await draw.records('insert'))[0]!.at).toEqual(made!.base)
  await page.getByRole('button', { name: 'Place Bollard' }).click()
  await draw.click(450, 200)
  await draw.click(450, 400)
  await draw.press('Escape')
  expect(await draw.records('insert')).toHaveLength(3)
  expect(await draw.records('circle')).toHaveLength(0)
  const symbols = page.getByRole('region', { name: 'Symbols' })
  await expect(symbols).toContainText('placed 3 times')
  await page.getByRole('button', { name: 'More for Bollard' }).click()
  await page.getByRole('menuitem', { name: 'Keep in the library' }).click()
  await expect(draw.said).toContainText('in the library')
  await page.getByRole('button', { name: 'More for Bollard' }).click()
  await page.getByRole('menuitem', { name: /^Edit/ }).click()
  await page.getByLabel('Radius').fill('650')
  await page.getByLabel('Radius').press('Enter')
  // What another window draws meanwhile is no part of it, and a page that is loaded again goes on with it.
  await draw.records('circle')
  const other = new Drawing(await context.newPage())
  await other.enter(draw.id)
  await other.press('c')
  await other.click(700, 300)
  await other.type('300')
  expect(await other.records('circle')).toHaveLength(2)
  await other.page.close()
  await page.reload()
  await expect(symbols).toContainText('You edit Bollard')
  await symbols.getByRole('button', { name: 'Done' }).click()
  expect(await draw.records('circle')).toHaveLength(1)
  const [symbol] = await draw.records('symbol')
  expect(symbol!.shapes).toMatchObject([{ kind: 'circle', radiusMm: 650 }])
  expect(await draw.records('insert')).toHaveLength(3)

  const next = await new Drawing(page).begin('Another')
  await page.getByRole('button', { name: 'Place Bollard' }).click()
  await next.click(300, 300)
  expect(await next.records('insert')).toHaveLength(1)
  await page.getByRole('button', { name: 'More for Bollard' }).click()
  await page.keyboard.press('Escape')
})

test('layers hide, lock, colour and can be picked by', async ({ page }) => {
  const draw = await new Drawing(page).begin('Layers')
  await draw.press('p')
  await draw.click(100, 100)
  await draw.click(300, 100)
  await draw.press('Escape')
  await page.getByRole('button', { name: 'Add a layer' }).click()
  const layers = page.getByRole('region', { name: 'Layers' })
  await layers.getByLabel('Name').fill('Doors')
  await layers.getByLabel('Name').press('Enter')
  await draw.press('p')
  await draw.click(100, 200)
  await draw.click(300, 200)
  await draw.press('Escape')
  const doors = (await draw.records('layer')).find(({ name }) => name === 'Doors')!
  expect((await draw.records('path')).filter(({ layerId }) => layerId === doors.id)).toHaveLength(1)
  await draw.press('s')
  await draw.click(200, 200)
  await page.getByRole('button', { name: 'of its kind' }).click()
  await expect(draw.card.getByText('2 lines', { exact: true })).toBeVisible()
  await layers.getByRole('checkbox', { name: 'Locked' }).click()
  await draw.press('Control+a')
  await expect(draw.card.getByText('1 line', { exact: true })).toBeVisible()
  await layers.getByRole('button', { name: 'Hide layer Lines' }).click()
  await draw.press('Escape')
  await draw.click(200, 100)
  await expect(draw.card.getByText('1 line', { exact: true })).toBeHidden()
})

test('the history shows every state, and brings one back as a new change', async ({ page }) => {
  const draw = await new Drawing(page).begin('History')
  await draw.press('c')
  await draw.click(200, 200)
  await draw.type('400')
  await draw.press('r')
  await draw.click(350, 200)
  await draw.click(450, 300)
  await draw.press('Control+a')
  await draw.press('Delete')
  expect(await draw.records('path')).toHaveLength(0)
  await page.getByRole('button', { name: 'History' }).click()
  const list = page.getByRole('list', { name: 'What was done' })
  await list.getByRole('button', { name: /Draw rectangle/ }).click()
  await expect(page.getByText(/^As it was on/)).toBeVisible()
  // Nothing can be changed while the past is looked at.
  await draw.press('c')
  await draw.click(200, 450)
  await draw.type('100')
  await expect(draw.said).toContainText('past state')
  await page.getByRole('button', { name: 'Bring it back' }).click()
  expect(await draw.records('path')).toHaveLength(1)
  expect(await draw.records('circle')).toHaveLength(1)
  await draw.press('Escape', 'Escape')
  await draw.press('Control+z')
  expect(await draw.records('path')).toHaveLength(0)
  await expect(list).toContainText('Undo: Bring back a past state')
})

test('without the network everything goes on; it arrives afterwards once, and survives a closed tab', async ({
  page,
  context,
}) => {
  const draw = await new Drawing(page).begin('Away')
  await draw.studio.kept()
  await context.route('**/api/**', (route) => route.abort())
  await draw.press('p')
  for (let i = 0; i < 4; i++) {
    await draw.click(100 + i * 60, 200)
    await draw.click(100 + i * 60, 320)
    await draw.press('Escape')
  }
  await expect(page.getByText('4 waiting here')).toBeVisible()
  const url = page.url()
  await page.close()
  await context.unroute('**/api/**')
  const again = await context.newPage()
  await again.goto(url)
  const back = new Drawing(again)
  back.id = draw.id
  await expect.poll(async () => (await back.records('path')).length).toBe(4)
  const history = (await (await again.request.get(`/api/projects/${draw.id}/history`)).json()) as { label: string }[]
  expect(history.filter(({ label }) => label === 'Draw line')).toHaveLength(4)
})
