import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { expect } from '@playwright/test'
import sharp from 'sharp'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { fitTiePoints } from '../../src/core/fit/tie-points'
import { project } from '../../src/core/geometry/projective'
import type { Path } from '../../src/core/model/path/schema'
import { boardMap } from '../../src/core/model/underlay/placement'
import type { Wall } from '../../src/core/model/wall/schema'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { StudioPage, test } from './studio'

const RATIO = 100 / 0.6866
const MM_PER_PT = (25.4 / 72) * RATIO

/** Brings the plan in and traces its front before it is fitted. */
async function tracedWall(studio: StudioPage, id: string): Promise<Wall> {
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await studio.page.keyboard.press('Escape')
  const [wall] = await studio.records(id, 'wall')
  return wall!
}

test('a sheet proposes its scale with its evidence, and is fitted by a part of it', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Proposed')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const proposal = page.getByRole('region', { name: 'Proposed scale' })
  await expect(proposal).toContainText('1:145.6')
  await expect(proposal).toContainText('21 of 21 printed lengths agree')
  await expect(proposal).toContainText(/Both directions agree: \d+ along the sheet, \d+ up/)
  // Nothing is applied until it is accepted.
  expect((await studio.records(id, 'underlay'))[0]!.placement.mmPerPt).toBeCloseTo(2540 / 72, 9)

  await proposal.getByRole('button', { name: 'See them' }).click()
  await proposal.getByLabel('Use 14400').first().click()
  await proposal.getByLabel('Use 31200').first().focus()
  await page.keyboard.press('Space')
  await proposal.getByRole('button', { name: 'Fit by these 19' }).click()
  await expect(page.getByText('by 19 known lengths', { exact: true })).toBeVisible()
  await expect(page.getByText(/± .* over .*, corner to corner/)).toBeVisible()
  await expect(page.getByRole('img', { name: /Residuals of 19 known lengths/ })).toBeVisible()
  const [underlay] = await studio.records(id, 'underlay')
  expect(underlay!.placement.mmPerPt / MM_PER_PT).toBeCloseTo(1, 4)
  expect(underlay!.dimensions.every(({ role }) => role === 'fit')).toBe(true)

  await page.keyboard.press('Control+z')
  await expect(page.getByText('1:100', { exact: true })).toBeVisible()
})

test('of several known lengths the wrong one is told, and taken out', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Several')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const know = async (from: readonly [number, number], to: readonly [number, number], stated: string) => {
    await studio.clickOn(...onPaper(...from), 'end')
    await studio.clickOn(...onPaper(...to), 'end')
    await page.keyboard.type(stated)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('row').filter({ hasText: stated })).toBeVisible()
  }
  await page.keyboard.press('k')
  await know(CORNERS[0], CORNERS[3], '31200')
  await know(CORNERS[0], CORNERS[1], '14400')
  await know(CORNERS[1], CORNERS[2], '31210')
  await know(CORNERS[3], CORNERS[2], '15100')
  await page.getByRole('button', { name: 'Fit by all of them' }).click()
  await expect(page.getByText(/15 100 mm does not go with the others/)).toBeVisible()
  const wrong = page.getByRole('row').filter({ hasText: '15100' })
  await expect(wrong).toContainText('!')
  await wrong.getByRole('checkbox').click()
  await expect(page.getByText(/does not go with the others/)).toBeHidden()
  await expect(page.getByText('by 3 known lengths', { exact: true })).toBeVisible()
  await expect(page.getByText(/^A check is off by/)).toBeVisible()
})

test('what was traced follows a new fit, and undo takes back both', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Refit')
  const before = await tracedWall(studio, id)
  await studio.take('Lines', 'Line')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
  await page.keyboard.press('Escape')
  await studio.take('Structure', 'Column')
  await studio.clickOn(...onPaper(...CORNERS[2]), 'end')

  await studio.goTo('Fit')
  await page.getByRole('button', { name: /^Fit by these/ }).click()
  const question = page.getByRole('dialog', { name: 'What was traced' })
  await expect(question).toContainText('3 elements were traced from plans – page 1')
  await question.getByLabel('The tracing stays where it is').check()
  await question.getByLabel('The tracing follows').check()
  await question.getByRole('button', { name: 'Fit, and follow' }).click()
  await expect(page.getByText(/by 21 known lengths/).first()).toBeVisible()
  const pointOf = ({ xy }: Path, i: number) => ({ x: xy[i * 2]!, y: xy[i * 2 + 1]! })
  const lengthOf = ({ start, end }: Pick<Wall, 'start' | 'end'>) => Math.hypot(end.x - start.x, end.y - start.y)
  const [followed] = await studio.records(id, 'wall')
  expect(Math.abs(lengthOf(followed!) - 31200)).toBeLessThan(5)
  const [line] = await studio.records(id, 'path')
  expect(Math.abs(lengthOf({ start: pointOf(line!, 0), end: pointOf(line!, 1) }) - 14_400)).toBeLessThan(5)
  const [column] = await studio.records(id, 'column')
  expect(Math.hypot(column!.at.x - followed!.end.x, column!.at.y - followed!.end.y) - 14_400).toBeLessThan(5)
  expect(column!.widthMm).toBe(300)

  await page.keyboard.press('Control+z')
  await expect(page.getByText('1:100', { exact: true })).toBeVisible()
  expect(await studio.records(id, 'wall')).toEqual([before])

  await page.getByRole('button', { name: /^Fit by these/ }).click()
  await question.getByLabel('The tracing stays where it is').check()
  await question.getByRole('button', { name: 'Fit, and stay' }).click()
  await expect(page.getByText(/by 21 known lengths/).first()).toBeVisible()
  expect(await studio.records(id, 'wall')).toEqual([before])

  // Leaving it is a third answer.
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: /^Fit by these/ }).click()
  await page.keyboard.press('Escape')
  await expect(question).toBeHidden()
  await expect(page.getByText('1:100', { exact: true })).toBeVisible()
})

test('a sheet is laid onto typed places, straightened, and onto another sheet', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Laid')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const [first] = await studio.records(id, 'underlay')
  await page.keyboard.press('o')
  const place = async (at: readonly [number, number], typed: string) => {
    await studio.clickOn(...onPaper(...at), 'end')
    await page.keyboard.type(typed)
    await page.keyboard.press('Enter')
  }
  await place(CORNERS[0], '1000, 2000')
  await place(CORNERS[3], '1000, 33200')
  await place(CORNERS[2], '-13400, 33200')
  await expect(studio.bench).toContainText('lay it onto these 3')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/each point is off by/)).toBeVisible()
  const [laid] = await studio.records(id, 'underlay')
  expect(laid!.placement.mmPerPt / MM_PER_PT).toBeCloseTo(1, 4)
  expect(laid!.placement.turnRad).toBeCloseTo(Math.PI / 2, 4)
  await page.keyboard.press('Control+z')
  await studio.kept()
  expect((await studio.records(id, 'underlay'))[0]!.placement).toEqual(first!.placement)

  await studio.board.focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('t')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await page.keyboard.type('30')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await expect
    .poll(async () => (await studio.records(id, 'underlay'))[0]!.placement.turnRad)
    .toBeCloseTo(Math.PI / 6, 4)
})

test('lengths measured on site are collected, arrive from a meter, and are given their points', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Measured')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const list = page.getByRole('region', { name: 'Measured on site' })
  await list.getByLabel('Lengths, one on each line').fill('front wall 31.2 m\ngable: 14400')
  await list.getByRole('button', { name: 'Add' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(2)
  await list.getByRole('button', { name: '31 200 mm front wall' }).click()
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  await expect(list.getByRole('listitem')).toHaveCount(1)

  // One that arrives while a length is awaited goes into its field.
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
  const send = (length: string) => page.request.post(`/api/projects/${id}/readings`, { data: { length } })
  expect((await send('14.400 m')).status()).toBe(201)
  await expect(studio.bench.getByLabel(/True length/)).toHaveValue('14 400 mm')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('row').filter({ hasText: '14400' })).toBeVisible()
  expect((await send('far')).status()).toBe(422)

  // The meter that ships with Calque does the same from a terminal.
  const meter = [
    'scripts/calque.mjs',
    'meter',
    '2.2 m',
    '--project',
    id,
    '--note',
    'pier',
    '--address',
    new URL(page.url()).origin,
  ]
  await promisify(execFile)(process.execPath, meter)
  await expect(list.getByRole('button', { name: '2200 mm pier' })).toBeVisible()
})

test('a typed scale, the set fitted alike, and the check list with its tolerance', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Other ways')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await page.getByLabel('Scale, or a factor').fill('soon')
  await page.getByLabel('Scale, or a factor').press('Enter')
  await expect(page.getByText(/is no ratio/)).toBeVisible()
  await page.getByLabel('Scale, or a factor').fill('1:145.6')
  await page.getByLabel('Scale, or a factor').press('Enter')
  const [set] = await studio.records(id, 'underlay')
  expect(set!.placement.mmPerPt).toBeCloseTo((145.6 * 25.4) / 72, 9)
  await page.getByLabel('Scale, or a factor').fill('200 %')
  await page.getByLabel('Scale, or a factor').press('Enter')
  await expect
    .poll(async () => (await studio.records(id, 'underlay'))[0]!.placement.mmPerPt)
    .toBeCloseTo((291.2 * 25.4) / 72, 9)

  await page.getByRole('button', { name: /^Fit by these/ }).click()
  // The drawing states 4829 where it draws 4835.
  await expect(page.getByRole('navigation', { name: 'Steps' })).toContainText('1 out')
  await studio.goTo('Check')
  await expect(page.getByText('1 of 21 stated lengths are out of tolerance.')).toBeVisible()
  await page.getByLabel('Tolerance').fill('8')
  await page.getByLabel('Tolerance').press('Enter')
  await expect(page.getByText('All 21 stated lengths are within tolerance.')).toBeVisible()
  await studio.board.focus()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('1 of 21 stated lengths are out of tolerance.')).toBeVisible()
})

test('a stretched print is told and fitted apart; lengths along and across only; where one more helps', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Stretched')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await page.keyboard.press('k')
  const know = async (from: readonly [number, number], to: readonly [number, number], stated: string) => {
    await studio.clickOn(...onPaper(...from), 'end')
    await studio.clickOn(...onPaper(...to), 'end')
    await page.keyboard.type(stated)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('row').filter({ hasText: stated })).toBeVisible()
  }
  // Between opposite corners, only along the board; then levels alone.
  await page.getByRole('button', { name: 'along only' }).click()
  await know(CORNERS[0], CORNERS[2], '31200')
  await page.getByRole('button', { name: 'distance' }).click()
  await know(CORNERS[1], CORNERS[2], '31201')
  await page.getByRole('button', { name: 'Fit by all of them' }).click()
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  await page.getByRole('button', { name: 'across only' }).click()
  // The sheet as if it were printed two in a hundred lower than it is wide.
  await know(CORNERS[0], CORNERS[2], '14700')
  await page.getByRole('button', { name: 'distance' }).click()
  await know(CORNERS[3], CORNERS[2], '14701')
  await page.getByRole('button', { name: 'Fit by all of them' }).click()
  await expect(page.getByText(/The print is stretched: 1:145\.\d along the sheet, 1:148\.\d up/)).toBeVisible()
  await page.getByRole('button', { name: 'Fit the two apart' }).click()
  await expect(page.getByText('Along and up the sheet are fitted apart.')).toBeVisible()
  const [strained] = await studio.records(id, 'underlay')
  expect(strained!.placement.kind).toBe('affine')
  const { strain } = strained!.placement
  expect(strain!.up / strain!.along).toBeCloseTo(14700 / 14400, 3)
  await page.getByRole('button', { name: 'Use one factor' }).click()
  await expect(page.getByText(/The print is stretched/)).toBeVisible()
})

test('what is missing is told: a length the other way, a sheet not fitted, a set at other scales', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Missing')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(3)).toBeEnabled()
  await studio.bringIn(1, A3.width, A3.height)
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await expect(page.getByText(/is not fitted yet: what you trace may have a wrong size/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Fit .*: 1:100, as the sheet says/ }).click()
  await expect(page.getByRole('complementary', { name: 'Fit: card' })).toBeVisible()
  await page.keyboard.press('k')
  for (const up of [0, 14_400]) {
    await studio.clickOn(...onPaper(0, up), 'end')
    await studio.clickOn(...onPaper(31_200, up), 'end')
    await page.keyboard.type('31200')
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText(/All of these lie in one direction/)).toBeVisible()
  await page.getByRole('button', { name: 'Show where one more helps most' }).hover()

  await studio.goTo('Bring in')
  await studio.pageCard(2).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page.getByRole('button', { name: 'Select plans – page 1' }).click()
  await page.getByRole('button', { name: 'Give it the same scale' }).click()
  await expect
    .poll(async () => {
      const scales = (await studio.records(id, 'underlay')).map(({ placement }) => placement.mmPerPt)
      return scales[1]! / scales[0]!
    })
    .toBeCloseTo(1, 9)
})

test('a sheet is nudged by the arrow keys, in steps that are shown', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Nudged')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await page.keyboard.press('v')
  const step = studio.bench.getByLabel('Arrow keys move by')
  await expect(step).toHaveValue('10 mm')
  await studio.board.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowUp')
  await expect.poll(async () => (await studio.records(id, 'underlay'))[0]!.placement.originMm).toEqual({ x: 10, y: 10 })
  await step.fill('0.25 m')
  await studio.board.focus()
  await page.keyboard.press('ArrowLeft')
  await expect
    .poll(async () => (await studio.records(id, 'underlay'))[0]!.placement.originMm)
    .toEqual({ x: -240, y: 10 })
})

test('whichever way sheets are moved, what becomes of the tracing is asked; once for a row of nudges', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Asked')
  const before = await tracedWall(studio, id)
  const question = page.getByRole('dialog', { name: 'What was traced' })
  const wall = async () => (await studio.records(id, 'wall'))[0]!

  await studio.goTo('Fit')
  await page.keyboard.press('v')
  await studio.board.focus()
  await page.keyboard.press('ArrowRight')
  await expect(question).toContainText('One wall was traced from plans – page 1')
  // What is pressed too late does not choose.
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await studio.board.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowUp')
  await expect.poll(async () => (await wall()).start).toEqual({ x: before.start.x + 20, y: before.start.y + 10 })
  await expect(question).toBeHidden()

  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
  await question.getByLabel('The tracing stays where it is').check()
  await question.getByRole('button', { name: 'Fit, and stay' }).click()
  await studio.kept()
  expect((await wall()).start).toEqual({ x: before.start.x + 20, y: before.start.y + 10 })
  expect((await studio.records(id, 'underlay'))[0]!.placement.originMm.y).toBeGreaterThan(1000)

  await page.getByRole('button', { name: /^Adjust plans – page 1/ }).click()
  await page.getByRole('button', { name: '90° left' }).click()
  await question.getByRole('button', { name: 'Fit, and follow' }).click()
  await studio.kept()
  const { start, end } = await wall()
  expect(Math.abs(end.x - start.x)).toBeLessThan(1e-6)
  expect(end.y - start.y).toBeCloseTo(before.end.x - before.start.x, 6)
})

test('a set fitted alike asks about what was traced from the other sheets', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Asked of the set')
  const before = await tracedWall(studio, id)
  await studio.goTo('Bring in')
  await studio.pageCard(2).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await studio.goTo('Fit')
  await page.getByRole('button', { name: 'Select plans – page 2' }).click()
  await page.getByRole('button', { name: /^Fit by these/ }).click()
  await page.getByRole('button', { name: 'Give it the same scale' }).click()
  const question = page.getByRole('dialog', { name: 'What was traced' })
  await question.getByRole('button', { name: 'Fit, and follow' }).click()
  await studio.kept()
  const [first, second] = await studio.records(id, 'underlay')
  expect(first!.placement.mmPerPt).toBeCloseTo(second!.placement.mmPerPt, 9)
  const growth = first!.placement.mmPerPt / ((100 * 25.4) / 72)
  const lengthOf = ({ start, end }: Wall) => Math.hypot(end.x - start.x, end.y - start.y)
  expect(lengthOf((await studio.records(id, 'wall'))[0]!) / lengthOf(before!)).toBeCloseTo(growth, 9)
})

test('an upper floor is laid onto the ground floor by its corners', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Floors')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(2)).toBeEnabled()
  await studio.bringIn(1, A3.width, A3.height)
  await page.keyboard.press('v')
  const step = studio.bench.getByLabel('Arrow keys move by')
  for (const [size, key] of [
    ['2 m', 'ArrowRight'],
    ['1 m', 'ArrowUp'],
  ] as const) {
    await step.fill(size)
    await studio.board.focus()
    await page.keyboard.press(key)
  }
  await studio.goTo('Bring in')
  await studio.pageCard(2).click()
  await page.getByLabel('Lay it').click()
  await page.getByRole('option', { name: 'at the origin' }).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page.getByRole('complementary', { name: 'Fit: card' })).toBeVisible()
  await studio.framed()
  await studio.board.focus()
  await page.keyboard.press('Home')
  // Two metres and one, at 1:100 on paper.
  const [dx, dy] = [(20 * 72) / 25.4, (10 * 72) / 25.4]
  await studio.frameSheet({ width: A3.width + dx, height: A3.height + dy })
  await page.keyboard.press('o')
  await page.getByRole('button', { name: 'keep size' }).click()
  for (const [left, up] of [CORNERS[0], CORNERS[3], CORNERS[2]]) {
    const [x, y] = onPaper(left, up)
    await studio.clickOn(x, y, 'end on plans – page 2')
    await studio.clickOn(x + dx, y + dy, 'end on plans – page 1')
  }
  await studio.board.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/each point is off by 0\.\d mm or so/)).toBeVisible()
  const floors = await studio.records(id, 'underlay')
  expect(floors).toHaveLength(2)
  for (const { placement } of floors) {
    expect(Math.abs(placement.originMm.x - 2000)).toBeLessThan(1)
    expect(Math.abs(placement.originMm.y - 1000)).toBeLessThan(1)
    expect(placement.mmPerPt).toBeCloseTo(2540 / 72, 9)
  }
})

test('a photo is straightened from four known points', async ({ page }) => {
  // A wall of 10 m by 6 m with joints every metre, seen askew; pixels, y down.
  const inPhoto = [
    [0, 0, 150, 1150],
    [10_000, 0, 1300, 1000],
    [10_000, 6000, 1350, 300],
    [0, 6000, 220, 260],
  ] as const
  const ties = inPhoto.map(([x, y, u, v]) => ({ sheetPt: { x, y }, atMm: { x: u, y: v } }))
  const seen = fitTiePoints(ties, 'homography').homography
  const at = (x: number, y: number) => project(seen, { x, y })
  const stroke = (a: [number, number], b: [number, number]) => {
    const [p, q] = [at(...a), at(...b)]
    return `<path d="M${p.x} ${p.y}L${q.x} ${q.y}" stroke="#333" stroke-width="3"/>`
  }
  const joints = [
    ...Array.from({ length: 11 }, (_, i) => stroke([i * 1000, 0], [i * 1000, 6000])),
    ...Array.from({ length: 7 }, (_, i) => stroke([0, i * 1000], [10_000, i * 1000])),
  ]
  const size = { width: 1500, height: 1400 }
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}"><rect width="100%" height="100%" fill="#e8e0d0"/>${joints.join('')}</svg>`
  const photo = await sharp(Buffer.from(svg)).withMetadata({ density: 72 }).jpeg().toBuffer()

  const studio = new StudioPage(page)
  const id = await studio.newProject('Photo')
  await studio.upload('wall.jpg', photo)
  await studio.bringIn(1, size.width, size.height)
  await page.keyboard.press('o')
  await page.getByRole('button', { name: 'photo' }).click()
  for (const [x, y] of inPhoto) {
    const spot = at(x, y)
    const screen = studio.at(spot.x, size.height - spot.y)
    await page.mouse.move(screen.x, screen.y, { steps: 3 })
    await page.mouse.down()
    await page.mouse.up()
    await page.keyboard.type(`${x}, ${y}`)
    await page.keyboard.press('Enter')
  }
  await expect(studio.bench).toContainText('lay it onto these 4')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/, laid onto points/)).toBeVisible()
  const [underlay] = await studio.records(id, 'underlay')
  expect(underlay!.placement.kind).toBe('homography')
  const map = boardMap(underlay!.placement)
  for (const [x, y] of [
    [3000, 2000],
    [8000, 5000],
    [5000, 3000],
  ] as const) {
    const spot = at(x, y)
    const place = project(map, { x: spot.x, y: size.height - spot.y })
    // A pixel of the screen is a good two centimetres of the wall.
    expect(Math.hypot(place.x - x, place.y - y)).toBeLessThan(40)
  }
  // What is traced on it has its size; a single known length on it keeps it straight.
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/, laid onto points/)).toBeHidden()
})
