import { expect, type Page } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { StudioPage, test } from './studio'

/** Counts the clicks that a person makes, and the keys that take a tool. */
class Counted {
  clicks = 0
  keys = 0

  constructor(readonly page: Page) {}

  async click(name: string | RegExp): Promise<void> {
    await this.page.getByRole('button', { name }).first().click()
    this.clicks++
  }

  async key(key: string): Promise<void> {
    await this.page.keyboard.press(key)
    this.keys++
  }
}

async function dropped(page: Page): Promise<StudioPage> {
  const studio = new StudioPage(page)
  await studio.newProject('First minutes')
  await studio.upload('plans.pdf', await boathouseSet())
  await expect(studio.pageCard(1).and(page.locator(':enabled'))).toBeVisible({ timeout: 60_000 })
  return studio
}

test('from the drop to a sheet that fits by its own dimensions are three clicks, to a wall two more and a key, to a door two', async ({
  page,
}) => {
  test.setTimeout(120_000)
  const studio = await dropped(page)
  const person = new Counted(page)
  await person.click(/^(Page )?1\b.*: select$/)
  await person.click('Bring it in')
  await person.click(/^Fit to 1:/)
  await expect(page.getByText(/by \d+ known lengths/).first()).toBeVisible()
  expect(person.clicks).toBe(3)

  // What follows is offered on the board.
  await expect(page.getByRole('button', { name: 'Show the walls it draws' })).toBeVisible()
  await person.key('w')
  await studio.framed()
  await page.keyboard.press('Home')
  await studio.framed()
  await studio.frameSheet(A3)
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[1]), 'end')
  person.clicks += 2
  await expect(page.getByRole('button', { name: /Select what is traced here: 1 wall/ })).toBeVisible()
  expect([person.clicks, person.keys]).toEqual([5, 1])
})

test('by one length that is typed it takes six clicks and the figure', async ({ page }) => {
  test.setTimeout(120_000)
  const studio = await dropped(page)
  const person = new Counted(page)
  await person.click(/^(Page )?1\b.*: select$/)
  await person.click('Bring it in')
  await studio.framed()
  await studio.frameSheet(A3)
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  person.clicks += 2
  await page.keyboard.type('31200')
  await page.keyboard.press('Enter')
  await expect(page.getByText('by a known length').first()).toBeVisible()
  expect(person.clicks).toBeLessThanOrEqual(6)
})
