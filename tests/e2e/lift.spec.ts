import { expect, type Page } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import type { ProjectRecord } from '../../src/core/model/registry'
import { A3 } from '../support/boathouse'
import { handWritten } from '../support/hand-written'
import { StudioPage, test } from './studio'

/** Four walls of single strokes, a circle, a row of dashes and a text. */
const PLAN = [
  '40 40 m 200 40 l S 200 40 m 200 120 l S 200 120 m 40 120 l S 40 120 m 40 40 l S',
  '120 80 m 120 91.05 111.05 100 100 100 c 88.95 100 80 91.05 80 80 c 80 68.95 88.95 60 100 60 c 111.05 60 120 68.95 120 80 c S',
  ...Array.from({ length: 10 }, (_, i) => `${40 + i * 16} 160 m ${50 + i * 16} 160 l S`),
  'BT /F 10 Tf 210 150 Td (Oar store) Tj ET',
].join(' ')

const FONT = { resources: '/Font << /F 10 0 R >>', objects: ['/Type /Font /Subtype /Type1 /BaseFont /Helvetica'] }

async function begin(page: Page): Promise<{ studio: StudioPage; id: string }> {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Lift')
  await studio.upload('plan.pdf', await handWritten(PLAN, FONT))
  await studio.bringIn(1, 300, 200)
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  // Chosen while the first preview is still being worked out: the next one follows at once.
  await page.getByLabel('Text as text').uncheck()
  await expect(page.getByText(/^After: .* 1 circle$/)).toBeVisible()
  await page.getByLabel('Text as text').check()
  await expect(page.getByText(/^After: .* 1 text$/)).toBeVisible()
  return { studio, id }
}

async function records(page: Page, { studio, id }: { studio: StudioPage; id: string }): Promise<ProjectRecord[]> {
  await studio.kept()
  return ((await (await page.request.get(`/api/projects/${id}`)).json()) as { records: ProjectRecord[] }).records
}

test('a sheet is lifted whole: shown before it is done, cleaned, and undone as one', async ({ page }) => {
  const begun = await begin(page)
  await expect(page.getByText('Before: 14 lines, 4 curves, 1 text')).toBeVisible()
  await expect(page.getByText('After: 1 polyline, 1 dashed line, 1 circle, 1 text')).toBeVisible()
  await page.getByRole('button', { name: 'Is hidden' }).click()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await expect(page.getByText(/lifted from/)).toBeVisible()
  const lifted = await records(page, begun)
  const kinds = (kind: string) => lifted.filter((record) => record.kind === kind)
  expect(kinds('path')).toHaveLength(2)
  expect(kinds('path')).toContainEqual(expect.objectContaining({ closed: true }))
  expect(kinds('circle')).toHaveLength(1)
  expect(kinds('text')).toMatchObject([{ text: 'Oar store' }])
  expect(kinds('underlay')).toMatchObject([{ visible: false }])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect((await records(page, begun)).filter(({ kind }) => kind === 'path')).toHaveLength(0)
})

test('only a region is lifted, and lines can be left as they are', async ({ page }) => {
  const begun = await begin(page)
  await page.getByRole('button', { name: 'Only a region' }).click()
  const { studio } = begun
  const click = async (x: number, y: number) => {
    const at = studio.at(x, y)
    await page.mouse.move(at.x, at.y, { steps: 2 })
    await page.mouse.click(at.x, at.y)
  }
  await click(20, 145)
  await click(208, 180)
  await expect(page.getByText('After: 1 dashed line')).toBeVisible()
  await page.getByRole('checkbox', { name: 'Rows of dashes as dashed lines' }).click()
  await expect(page.getByText('After: 10 lines')).toBeVisible()
  // A region of three corners holds three of the dashes, and cuts two.
  await page.getByRole('button', { name: 'Another region' }).click()
  await page.getByRole('button', { name: 'Corners' }).click()
  await click(30, 130)
  await click(150, 130)
  await click(130, 190)
  await page.keyboard.press('Enter')
  await expect(page.getByText('After: 5 lines')).toBeVisible()
  await page.getByRole('button', { name: 'Another region' }).click()
  await page.getByRole('button', { name: 'Rectangle' }).click()
  await click(20, 145)
  await click(208, 180)
  await expect(page.getByText('After: 10 lines')).toBeVisible()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await expect(page.getByText(/lifted from/)).toBeVisible()
  expect((await records(page, begun)).filter(({ kind }) => kind === 'path')).toHaveLength(10)
})

test('a sheet with layers is lifted by its pens as well', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Pens')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  const before = page.getByText(/^Before: \d+ lines/)
  const whole = await before.textContent()
  await expect(page.getByRole('group', { name: 'Parts' }).getByText(/^Walls/)).toBeVisible()
  const pens = page.getByRole('group', { name: 'Pens' })
  const only = pens.getByRole('button', { name: /^Only / }).first()
  await only.click()
  await expect(before).not.toHaveText(whole!)
  await expect(pens.getByRole('checkbox', { checked: true })).toHaveCount(1)
  await expect(page.getByRole('group', { name: 'Parts' }).getByRole('checkbox', { checked: false })).toHaveCount(0)
})

test('a scan is caught by its strokes', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Scan')
  const sharp = (await import('sharp')).default
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="900" height="600" fill="#f4f0e6"/>
    <path d="M150 450 L750 450 M300 150 L300 520" stroke="#333" stroke-width="7"/></svg>`
  await studio.upload('scan.png', await sharp(Buffer.from(svg)).withMetadata({ density: 216 }).png().toBuffer())
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible()
  await studio.pageCard(1).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await studio.framed()
  // 216 pixels to the inch: three to a point.
  await studio.frameSheet({ width: 300, height: 200 })
  await studio.goTo('Trace')
  await studio.drawn()
  await studio.hover(100, 50)
  await expect(studio.caught).toContainText('crossing in the image')
  await studio.hover(250, 50)
  await expect(studio.caught).toContainText(/(end|on line) in the image/)
})

test('a scan says that it has no lines, and its strokes are traced as lines and arcs with how sure they are', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Strokes')
  const sharp = (await import('sharp')).default
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="900"><rect width="1200" height="900" fill="#f4f0e6"/>
    <g fill="none" stroke="#333" stroke-width="4"><path d="M200 200 L1000 200 L1000 700 L200 700 Z M600 200 L600 700"/>
    <circle cx="400" cy="450" r="120"/><path d="M640 440 l22 0"/></g></svg>`
  await studio.upload('survey.png', await sharp(Buffer.from(svg)).withMetadata({ density: 200 }).png().toBuffer())
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible()
  await studio.pageCard(1).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  await expect(page.getByText(/is an image: it has no lines of its own to lift/)).toBeVisible()
  await page.getByRole('button', { name: 'Trace its strokes' }).click()
  await expect(page.getByText(/^After: .*1 circle/)).toBeVisible()
  const sure = page.getByText(/are unsure, shown dashed/)
  await expect(sure).toBeVisible()
  await page.getByRole('slider', { name: /sure/ }).focus()
  await page.keyboard.press('End')
  await expect(sure).toBeHidden()
  await page.keyboard.press('Home')
  await expect(sure).toBeVisible()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await expect(page.getByText(/lifted from/)).toBeVisible()
  const all = await records(page, { studio, id })
  const circle = all.find(({ kind }) => kind === 'circle')
  expect(circle).toMatchObject({ kind: 'circle' })
  const unsure = all.find((record) => record.kind === 'layer' && record.name === 'Unsure strokes')!
  const onIt = all.filter((record) => 'layerId' in record && record.layerId === unsure.id)
  expect(onIt).toHaveLength(1)
})

test('a lift of more lines than one change holds is still one to whoever undoes it or reads the history', async ({
  page,
}) => {
  const many = 6500
  const strokes = Array.from({ length: many }, (_, i) => {
    const [x, y] = [10 + 2.8 * (i % 100), 10 + 2.8 * Math.floor(i / 100)]
    // In ever other directions: nothing of it is hatching, nor on one line.
    return `${x} ${y} m ${x + Math.cos(2.4 * i)} ${y + Math.sin(2.4 * i)} l S`
  })
  const studio = new StudioPage(page)
  const id = await studio.newProject('Lift much')
  await studio.upload('much.pdf', await handWritten(strokes.join(' '), FONT))
  await studio.bringIn(1, 300, 200)
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  await expect(page.getByText('After: 6,500 lines')).toBeVisible()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await expect(page.getByText(/6,500 lifted from/)).toBeVisible()
  const paths = async () => (await records(page, { studio, id })).filter(({ kind }) => kind === 'path').length
  expect(await paths()).toBe(many)
  await page.getByRole('button', { name: 'History' }).click()
  const told = page.getByRole('list', { name: 'What was done' })
  await expect(told.getByText('Lift lines (6,500)')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(told.getByText('Undo: Lift lines (6,500)')).toHaveCount(1)
  expect(await paths()).toBe(0)
  await page.keyboard.press('Control+Shift+z')
  await expect(told.getByText('Redo: Lift lines (6,500)')).toHaveCount(1)
  expect(await paths()).toBe(many)
})
