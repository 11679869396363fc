import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3, onPaper } from '../support/boathouse'
import type { StudioPage } from './studio'

/** A new project with the ground floor brought in and fitted by its length. @returns its id */
export async function fittedPlan(studio: StudioPage, name: string): Promise<string> {
  const { page } = studio
  const id = await studio.newProject(name)
  await studio.upload('plans.pdf', await boathouseSet())
  await studio.bringIn(1, A3.width, A3.height)
  await page.keyboard.press('k')
  await studio.clickOn(...onPaper(0, 0), 'end')
  await studio.clickOn(...onPaper(31_200, 0), 'end')
  await page.keyboard.type('31.2 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1:145.6', { exact: true }).first()).toBeVisible()
  return id
}
