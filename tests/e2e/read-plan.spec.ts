import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { GENERATORS } from '../support/plan-corpus/corpus'
import { printPage } from '../support/print-page'
import { StudioPage, test } from './studio'

test('from the drop to rooms with their areas are four clicks, undone as one', async ({ page }) => {
  test.setTimeout(120_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Read')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.pageCard(1).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page
    .getByRole('button', { name: /^Fit to 1:/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Trace it all', exact: true }).click()
  await expect(page.getByText(/^Made \d+ walls, \d+ openings and 4 rooms\.$/)).toBeVisible({ timeout: 30_000 })
  await studio.kept()
  const rooms = await studio.records(id, 'space')
  expect(rooms.map(({ name }) => name).sort()).toEqual(['BOAT HALL', 'CHANGING', 'STORE', 'WORKSHOP'])
  expect((await studio.records(id, 'wall')).length).toBeGreaterThanOrEqual(7)
  expect((await studio.records(id, 'opening')).length).toBeGreaterThanOrEqual(15)

  await page.keyboard.press('Control+z')
  await studio.kept()
  expect(await studio.records(id, 'space')).toEqual([])
  expect(await studio.records(id, 'wall')).toEqual([])
})

test('unsure walls are walked through: one key makes a wall, another leaves it', async ({ page }) => {
  test.setTimeout(120_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Unsure')
  await studio.upload('old house.pdf', await printPage(GENERATORS.types(2031), 'pdf-lib'))
  await studio.pageCard(1).click()
  await page.getByLabel('Ratio').fill('1:100')
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await studio.goTo('Trace')
  await studio.take('Walls', 'Walls the sheet shows')
  const card = page.getByRole('complementary', { name: 'Walls: card' })
  await card.getByRole('slider').focus()
  await page.keyboard.press('End')
  await card.getByRole('button', { name: /^Walk through the/ }).click()
  await expect(card.getByRole('group', { name: 'Unsure wall' })).toContainText('% sure')
  await page.keyboard.press('n')
  await expect(card.getByRole('button', { name: 'Show the 1 that was left again' })).toBeVisible()
  await page.keyboard.press('y')
  await studio.kept()
  await expect.poll(async () => (await studio.records(id, 'wall')).length).toBe(1)
})
