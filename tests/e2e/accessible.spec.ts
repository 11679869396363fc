import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { seriousOn } from './axe'
import { StudioPage, test } from './studio'

test('axe finds nothing serious on any main view', async ({ page }) => {
  test.setTimeout(240_000)
  // Colours are judged once they have come to rest.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  const studio = new StudioPage(page)
  await page.goto('/')
  await expect(page.getByLabel('New project')).toBeVisible()
  expect(await seriousOn(page), 'project list').toEqual([])
  await studio.newProject('Accessible')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible({ timeout: 60_000 })
  expect(await seriousOn(page), 'choosing pages').toEqual([])
  await studio.pageCard(1).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  for (const step of ['Fit', 'Trace', 'Check', 'Hand over']) {
    await studio.goTo(step)
    expect(await seriousOn(page), step).toEqual([])
  }
  await studio.goTo('Trace')
  await studio.take('Build', 'Walls the sheet shows')
  await page.getByRole('button', { name: /^Make these \d+ walls$/ }).click()
  expect(await seriousOn(page), 'proposed walls').toEqual([])
  await studio.goTo('Check')
  await expect(page.getByRole('region', { name: 'Traced edges against the sheet' })).toBeVisible()
  expect(await seriousOn(page), 'traced edges').toEqual([])
  await studio.goTo('Trace')
  await page.keyboard.press('r')
  const board = (await studio.board.boundingBox())!
  await page.mouse.click(board.x + 200, board.y + 200)
  await page.mouse.click(board.x + 300, board.y + 300)
  await page.keyboard.press('Control+a')
  expect(await seriousOn(page), 'something picked').toEqual([])
  await studio.bench.getByRole('button', { name: /^Draw/ }).click()
  expect(await seriousOn(page), 'the menu of tools').toEqual([])
  await page.keyboard.press('Escape')
  await studio.bench.getByRole('button', { name: /^Catching/ }).click()
  expect(await seriousOn(page), 'what is caught').toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'History' }).click()
  await expect(page.getByRole('list', { name: 'What was done' })).toBeVisible()
  expect(await seriousOn(page), 'history').toEqual([])
  await page.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  await expect(page.getByText('After:')).toBeVisible()
  expect(await seriousOn(page), 'lifting').toEqual([])
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'All keys' })).toBeVisible()
  expect(await seriousOn(page), 'all keys').toEqual([])
})
