import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3 } from '../support/boathouse'
import { StudioPage, test } from './studio'

/** A place of the section on paper: along the building's width, and upwards from the ground. */
const PT_PER_MM = (72 / 25.4 / 100) * 0.6866
const onSection = (xMm: number, yMm: number) => [330 + xMm * PT_PER_MM, 300 + yMm * PT_PER_MM] as const

test('members are read from the sheet, plated and bolted; own sections are made', async ({ page }) => {
  test.setTimeout(120_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Joints')
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(3, A3.width, A3.height)
  await page.keyboard.press('k')
  await studio.clickOn(...onSection(0, 0), 'end')
  await studio.clickOn(...onSection(14_400, 0), 'end')
  await page.keyboard.type('14.4 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  await studio.goTo('Trace')

  // The collar is drawn by two lines 320 apart: the section that fits is offered, and placed by a click.
  await studio.take('Structure', 'Member from the sheet')
  await studio.hover(...onSection(7200, 5760), 0)
  await expect(studio.bench.getByText(/^320 mm apart: /)).toBeVisible()
  await studio.pressOn(...onSection(7200, 5760))
  const [collar] = await studio.records(id, 'member')
  expect(collar!.sectionId).toMatch(/320/)
  await studio.pressOn(...onSection(7200, 5760))
  await expect(page.getByText('This member is there already.')).toBeVisible()

  // A member along one line of the roof, shown before it is placed.
  await studio.take('Structure', 'Member along a sheet line')
  await studio.hover(...onSection(3000, 8950 - (4880 / 7900) * 4200), 0)
  await expect(studio.bench.getByText(/^A beam of \d+ mm: click to place it/)).toBeVisible()
  await studio.pressOn(...onSection(3000, 8950 - (4880 / 7900) * 4200))
  await expect.poll(async () => (await studio.records(id, 'member')).length).toBe(2)

  // A plate closes the end of the collar, bolts go through it, and can be changed.
  await studio.take('Structure', 'End plate')
  await studio.pressOn(...onSection(9500, 5760))
  const [plate] = await studio.records(id, 'plate')
  expect(plate).toMatchObject({ on: { to: collar!.id }, thicknessMm: 15 })
  await studio.pressOn(...onSection(9500, 5760))
  await expect(page.getByText('This end has a plate already.')).toBeVisible()
  await studio.take('Structure', 'Bolts')
  await studio.pressOn(...onSection(11_200, 5760))
  await expect(studio.bench.getByText(/^Click the middle of the group/)).toBeVisible()
  await page.keyboard.press('Enter')
  const [bolts] = await studio.records(id, 'bolts')
  expect(bolts).toMatchObject({ plateId: plate!.id, rows: 2, columns: 2, size: 'M16', grade: '8.8' })
  await expect(page.getByText(/^4 × M16 × \d+, grip/)).toBeVisible()
  const card = page.getByRole('complementary', { name: 'Trace: card' })
  await studio.choose(card.getByRole('combobox', { name: 'Size' }), 'M20')
  await expect(page.getByText(/^4 × M20 × \d+, grip/)).toBeVisible()

  // Pitches that are too small are told with the rule, by the check.
  await card.getByLabel('apart').first().fill('30')
  await card.getByLabel('apart').first().press('Enter')
  await studio.goTo('Check')
  const frames = page.getByRole('region', { name: 'Frames' })
  await expect(frames.getByRole('button', { name: /Bolts 30 mm apart: at least 48 mm \(EN 1993-1-8/ })).toBeVisible()

  // A section of one's own.
  await studio.goTo('Trace')
  await studio.take('Structure', 'Member$')
  await studio.bench.getByRole('button', { name: /^Section .*: choose another/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Sections' })
  await studio.choose(dialog.getByRole('combobox', { name: 'Family' }), 'Own sections of this project')
  const form = dialog.getByRole('form', { name: 'New section' })
  await form.getByLabel('Name').fill('Old oak')
  await form.getByLabel('Height').fill('280')
  await form.getByRole('button', { name: 'Add section' }).click()
  await expect(page.getByText('Type the section’s width.')).toBeVisible()
  await form.getByLabel('Width').fill('240')
  await form.getByRole('button', { name: 'Add section' }).click()
  await expect(dialog).toBeHidden()
  await expect(studio.bench.getByRole('button', { name: 'Section Old oak: choose another' })).toBeVisible()
  const [own] = await studio.records(id, 'section')
  expect(own).toMatchObject({ name: 'Old oak', stuff: 'timber', shape: { form: 'bar', heightMm: 280, widthMm: 240 } })
})
