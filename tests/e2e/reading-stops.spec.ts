import { expect } from '@playwright/test'
import { PDFDocument } from 'pdf-lib'
import { StudioPage, test } from './studio'

test('reading stops when it is told to, and goes on when it is told to', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Stopping')
  const document = await PDFDocument.create()
  for (let number = 1; number <= 150; number++)
    document.addPage([400, 300]).drawText(`Sheet ${number}`, { x: 40, y: 40 + number })
  await studio.upload('set.pdf', await document.save())
  const heading = page.getByRole('region', { name: 'set.pdf' })
  await heading.getByText(/Drawing page|Reading the lines/).waitFor()
  await heading.getByRole('button', { name: 'Stop' }).click()
  await expect(heading.getByText(/pages were not read: stopped/)).toBeVisible()
  const [source] = (await (await page.request.get(`/api/projects/${page.url().split('/').at(-1)}/sources`)).json()) as {
    sheets: { status: string }[]
  }[]
  expect(source!.sheets.filter(({ status }) => status === 'stopped').length).toBeGreaterThan(1)
  await heading.getByRole('button', { name: 'Read on' }).click()
  await expect(heading.getByText(/not read|Drawing page|Reading the lines/)).toBeHidden({ timeout: 60_000 })
  await expect(studio.pageCard(1)).toHaveAccessibleName(/lines: select$/)
})

test('reading is stopped and taken up again and again while pages come in, and none of it fails', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Stop and go')
  const document = await PDFDocument.create()
  for (let number = 1; number <= 80; number++)
    document.addPage([400, 300]).drawText(`Sheet ${number}`, { x: 40, y: 40 })
  await studio.upload('set.pdf', await document.save())
  const heading = page.getByRole('region', { name: 'set.pdf' })
  await heading.getByText(/Drawing page|Reading the lines/).waitFor()
  const sources = async () =>
    (await (await page.request.get(`/api/projects/${id}/sources`)).json()) as {
      id: string
      sheets: { status: string }[]
    }[]
  const [source] = await sources()
  for (let round = 0; round < 30; round++)
    for (const state of ['stopped', 'going'])
      expect((await page.request.post(`/api/sources/${source!.id}/reading`, { data: { state } })).ok()).toBe(true)
  await expect
    .poll(async () => (await sources())[0]!.sheets.every(({ status }) => status === 'ready'), { timeout: 60_000 })
    .toBe(true)
})
