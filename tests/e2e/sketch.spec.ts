import { expect, type Page } from '@playwright/test'
import { box, partOf, viewOfPart } from '../support/part'
import { give, typePoint } from './framing'
import { StudioPage, test } from './studio'

/** Draws a dimension between two places of the board and types what it states. */
async function state(studio: StudioPage, from: [number, number], to: [number, number], text: string): Promise<void> {
  const { page } = studio
  await studio.board.focus()
  await page.keyboard.press('d')
  await studio.pressOn(...from)
  await studio.pressOn(...to)
  await studio.hover((from[0] + to[0]) / 2, from[1] - 6)
  await expect(studio.bench.getByRole('textbox', { name: 'Stated' })).toBeVisible()
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
}

const width = async (studio: StudioPage, project: string) => {
  const [path] = await studio.records(project, 'path')
  return Math.round((path!.xy[2]! - path!.xy[0]!) * 1e6) / 1e6
}

const sections = (page: Page) => {
  const part = page.getByRole('region', { name: /^Part / })
  return {
    part,
    relations: part.getByRole('region', { name: 'Relations' }),
    stated: part.getByRole('region', { name: 'Stated and drawn' }),
  }
}

test('what is drawn on a part is driven by typed dimensions and relations; what contradicts is named', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Sketch')
  await studio.goTo('Trace')
  await page.getByRole('button', { name: 'Begin a part' }).click()
  await studio.board.focus()
  await page.keyboard.press('r')
  await typePoint(studio, 0, 0)
  await studio.bench.locator('[name="bench-width"]').fill('100')
  await studio.bench.locator('[name="bench-height"]').fill('60')
  await studio.bench.locator('[name="bench-height"]').press('Enter')
  const { relations } = sections(page)
  await expect(relations.getByRole('status')).toHaveText('4 degrees of freedom left.')
  await studio.board.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Home')
  await studio.frameSheet({ width: 100, height: 60 })

  await state(studio, [0, 0], [100, 0], '75')
  await expect.poll(() => width(studio, id)).toBe(75)
  await expect(relations.getByRole('status')).toHaveText('3 degrees of freedom left.')

  // The upper side can't be shorter while the lower one holds it upright and level.
  await state(studio, [0, 60], [75, 60], '70')
  await expect(relations.getByText(/^70\.00 can’t hold: it contradicts .*75\.00/)).toBeVisible()
  expect(await width(studio, id)).toBe(75)
  await relations.getByRole('button', { name: /^Remove: 70\.00/ }).click()
  await expect(relations.getByText(/can’t hold/)).toBeHidden()

  // Points and pieces are related by clicks; what can't be said of them is not offered.
  await studio.board.focus()
  await page.keyboard.press(';')
  await studio.pressOn(37, 0)
  const ways = studio.bench.getByRole('group', { name: 'How they should lie' })
  await expect(ways.getByRole('button', { name: 'Level' })).toBeVisible()
  await expect(ways.getByRole('button', { name: 'Parallel' })).toBeHidden()
  await studio.pressOn(75, 30)
  await expect(ways.getByRole('button', { name: 'Level' })).toBeHidden()
  await ways.getByRole('button', { name: 'Equal' }).click()
  await expect(relations.getByRole('status')).toHaveText('2 degrees of freedom left.')
  const [square] = await studio.records(id, 'path')
  expect(square!.xy[5]! - square!.xy[3]!).toBeCloseTo(75, 6)

  // One undo takes the relation back with what it moved.
  await page.keyboard.press('Control+z')
  await expect(relations.getByRole('status')).toHaveText('3 degrees of freedom left.')
  const [again] = await studio.records(id, 'path')
  expect(again!.xy[5]! - again!.xy[3]!).toBeCloseTo(60, 6)
})

test('where a typed number and the picture differ it is listed, and the number holds', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Stated')
  const traced = { ...box('outline', 0, 0, 32.9, 20), tracedFrom: 'sheet' }
  await give(page, id, [partOf(), viewOfPart('top'), traced])
  await studio.open(id)
  await studio.goTo('Trace')
  await page.getByRole('button', { name: 'Look at Bracket: top' }).click()
  await studio.framed()
  await studio.frameSheet({ width: 32.9, height: 20 })
  await state(studio, [0, 0], [32.9, 0], '31.75')
  const { stated } = sections(page)
  await expect(stated.getByText('stated 31.75, drawn 32.90')).toBeVisible()
  await expect.poll(() => width(studio, id)).toBe(31.75)

  // With a tolerance as wide as that it is no difference.
  await stated.getByRole('textbox', { name: 'Told beyond' }).fill('1.2')
  await stated.getByRole('textbox', { name: 'Told beyond' }).press('Enter')
  await expect(stated.getByText(/agrees with what was traced/)).toBeVisible()
})
