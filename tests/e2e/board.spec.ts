import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { handWritten } from '../support/hand-written'
import { StudioPage, test } from './studio'

test('the sheet shows sharply however the view was moved while it was drawn', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Moving about')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await studio.drawn()
  const before = await studio.inked()
  expect(before).toBeGreaterThan(0.005)
  await studio.hover(...onPaper(15_000, 7000))
  for (let i = 0; i < 6; i++) {
    await page.mouse.wheel(0, -300)
    await page.keyboard.press('ArrowLeft')
    await page.keyboard.press('Home')
  }
  await studio.drawn()
  expect(Math.abs((await studio.inked()) / before - 1)).toBeLessThan(0.05)
  await page.mouse.wheel(0, -600)
  await studio.drawn()
  expect(await studio.inked()).toBeGreaterThan(0.003)
})

test('the board is worked on by keyboard', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Keys')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  const corner = studio.at(...onPaper(...CORNERS[0]))
  await page.keyboard.press('m')
  await page.keyboard.press('ArrowLeft')
  await page.mouse.move(corner.x + 60, corner.y)
  await expect(studio.caught).toContainText('end')
  await page.keyboard.press('Home')
  await studio.hover(...onPaper(...CORNERS[0]))
  await expect(studio.caught).toContainText('end')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('All keys')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  for (const [key, step] of [
    ['1', 'Bring in'],
    ['3', 'Trace'],
    ['4', 'Check'],
    ['5', 'Hand over'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page.getByRole('button', { name: step, exact: true })).toHaveAttribute('aria-current', 'step')
  }
})

test('it is said why nothing is caught', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Nothing to catch')
  const image = {
    dictionary: '/Type /XObject /Subtype /Image /Width 2 /Height 1 /ColorSpace /DeviceGray /BitsPerComponent 8',
    stream: 'ab',
  }
  const pdf = await handWritten('q 280 0 0 180 10 10 cm /I Do Q', {
    resources: '/XObject << /I 10 0 R >>',
    objects: [image],
  })
  await studio.upload('scan.pdf', pdf)
  await expect(studio.pageCard(1)).toHaveAccessibleName(/image only: select$/)
  await studio.bringIn(1, 300, 200)
  await studio.hover(150, 100)
  await expect(studio.caught).toHaveText('no stroke of the image here')
  await page.getByRole('button', { name: 'Stop catching on scan' }).click()
  await studio.hover(150, 101)
  await expect(studio.caught).toHaveText('catching is off for every shown sheet')
  await page.getByRole('button', { name: 'Hide scan' }).click()
  await studio.hover(150, 102)
  await expect(studio.caught).toHaveText('all sheets are hidden')
})
