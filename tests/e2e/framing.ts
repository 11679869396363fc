import { expect, type Page } from '@playwright/test'
import type { ProjectRecord } from '../../src/core/model/registry'
import type { StudioPage } from './studio'

/** Five grid lines across the hall. */
export const GRID: readonly ProjectRecord[] = [0, 5200, 10_400, 15_600, 20_800].map((x, i) => ({
  id: `grid-${i + 1}`,
  kind: 'grid-line',
  name: String(i + 1),
  start: { x, y: -2000 },
  end: { x, y: 16_000 },
}))

/** Gives a project records, as another window would. */
export async function give(page: Page, project: string, records: readonly ProjectRecord[]): Promise<void> {
  const response = await page.request.post(`/api/projects/${project}/changes`, {
    data: {
      id: crypto.randomUUID(),
      label: 'Draw grid',
      cause: 'edit',
      of: null,
      edits: records.map((after) => ({ id: after.id, before: null, after })),
    },
  })
  expect(response.ok()).toBe(true)
}

/** Chooses the section of the next members in the dialog. */
export async function chooseSection(studio: StudioPage, name: string): Promise<void> {
  const { page } = studio
  await studio.bench.getByRole('button', { name: /^Section .*: choose another/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Sections' })
  await dialog.getByLabel(/^Name or size/).fill(name)
  await dialog.getByRole('button', { name: new RegExp(`^${name}\\b`) }).click()
  await expect(dialog).toBeHidden()
}

/** Types a point by its absolute places. */
export async function typePoint(studio: StudioPage, x: number, y: number): Promise<void> {
  await studio.bench.locator('[name="bench-across"]').fill(`=${x}`)
  await studio.bench.locator('[name="bench-up"]').fill(`=${y}`)
  await studio.bench.locator('[name="bench-up"]').press('Enter')
}

/** Places a member by its two ends. */
export async function placeMember(
  studio: StudioPage,
  use: string,
  from: [number, number],
  to: [number, number],
): Promise<void> {
  await studio.bench.getByRole('button', { name: use, exact: true }).click()
  await typePoint(studio, ...from)
  await typePoint(studio, ...to)
}
