import { expect } from '@playwright/test'
import { Drawing } from './drawing'
import { test } from './studio'

test('a key goes round what can be caught, another holds catching back, and kinds are switched', async ({ page }) => {
  const draw = await new Drawing(page).begin('Candidates')
  await draw.press('p')
  await draw.click(150, 300)
  await draw.click(450, 300)
  await draw.press('Escape')
  await draw.click(300, 150)
  // Its end lies on the middle of the first line, a little beside it.
  await draw.click(304, 300)
  await draw.press('Escape')
  const { caught } = draw.studio
  await draw.point(303, 302)
  const first = await caught.textContent()
  const words = new Set([first])
  for (let i = 0; i < 4; i++) {
    await draw.press('n')
    words.add(await caught.textContent())
  }
  expect(words.size).toBeGreaterThan(2)
  await draw.point(150, 301)
  await expect(caught).toHaveText('end on the tracing')
  await page.keyboard.down('Control')
  await expect(caught).toHaveText('catching is held back by Ctrl')
  await page.keyboard.up('Control')
  await expect(caught).toHaveText('end on the tracing')
  await draw.studio.bench.getByRole('button', { name: 'Catching all' }).click()
  await page.getByRole('checkbox', { name: 'end', exact: true }).click()
  await page.keyboard.press('Escape')
  await expect(page.locator('.MuiPopover-root')).toHaveCount(0)
  await draw.point(151, 302)
  await expect(caught).toHaveText('on line on the tracing')
  await expect(draw.studio.bench.getByRole('button', { name: 'Catching some' })).toBeVisible()
})

test('circles give centre, quarters and tangents; lines square and in line with what was passed', async ({ page }) => {
  const draw = await new Drawing(page).begin('Round')
  await draw.press('c')
  await draw.click(250, 250)
  await draw.point(350, 250)
  await draw.type('2000')
  const { caught } = draw.studio
  await draw.press('p')
  await draw.point(251, 252)
  await expect(caught).toHaveText('centre on the tracing')
  await draw.point(351, 251)
  await expect(caught).toHaveText('quarter on the tracing')
  await draw.press('Escape')
  await draw.press('p')
  await draw.click(550, 250)
  // From a point three radii away the line touches where the cosine is a third.
  await draw.point(250 + 100 / 3 + 2, 250 - 100 * Math.sqrt(8 / 9) - 1)
  await expect(caught).toHaveText('tangent on the tracing')
  await draw.press('Escape')
  await draw.press('p')
  await expect(async () => {
    await draw.point(450, 251)
    try {
      await expect(caught).toHaveText('level with', { timeout: 500 })
    } finally {
      // On the centre the cursor rests until the next try.
      await draw.point(250, 251)
    }
  }).toPass()
})

test('a grid is caught where it is set, and keeps out of measuring', async ({ page }) => {
  const draw = await new Drawing(page).begin('Grid')
  await draw.press('p')
  await draw.studio.bench.getByRole('button', { name: 'Catching all' }).click()
  await page.getByLabel('Grid (empty: none)').fill('500')
  await page.getByLabel('Grid (empty: none)').press('Enter')
  await page.keyboard.press('Escape')
  await expect(page.locator('.MuiPopover-root')).toHaveCount(0)
  await draw.click(203, 297)
  await draw.click(404, 402)
  const [path] = await draw.records('path')
  for (const value of path!.xy) expect(Math.abs(value % 500)).toBeCloseTo(0, 6)
  await draw.press('Escape', 'm')
  await draw.point(333, 222)
  await expect(draw.studio.caught).not.toContainText('grid')
})

test('held keys show the sheets alone, the tracing alone and the active layer alone', async ({ page }) => {
  const draw = await new Drawing(page).begin('Looking')
  /** How many pixels of the board are darker than its ground and its dots. */
  const dark = () =>
    draw.studio.board
      .locator('canvas')
      .first()
      .evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
        return data.filter((value, i) => i % 4 === 0 && value < 170).length
      })
  // The mark at the origin is there before anything is drawn.
  const bare = await dark()
  const drawn = async () => (await dark()) - bare
  await draw.press('r')
  await draw.click(200, 200)
  await draw.click(400, 400)
  // Looking, so that no cursor is drawn.
  await draw.press('Escape', 'l')
  await expect.poll(drawn).toBeGreaterThan(500)
  await page.keyboard.down(' ')
  await expect.poll(drawn).toBe(0)
  await page.keyboard.up(' ')
  await expect.poll(drawn).toBeGreaterThan(500)
  await page.getByRole('button', { name: 'Add a layer' }).click()
  await draw.studio.board.focus()
  await page.keyboard.down('Control')
  await page.keyboard.down(' ')
  await expect.poll(drawn).toBe(0)
  await page.keyboard.up(' ')
  await page.keyboard.up('Control')
  await expect.poll(drawn).toBeGreaterThan(500)
})
