import { expect } from '@playwright/test'
import { StudioPage, test } from './studio'

/** Bytes of script, uncompressed, until the board of a plain project shows and takes input. */
const MOST_BYTES = 1_815_000

test('the board shows before much script has come', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Budget')
  // What comes only when the browser has nothing else to do is not waited for, and would count by chance.
  await page.addInitScript(() => {
    window.requestIdleCallback = () => 0
  })
  const sizes = new Map<string, Promise<number>>()
  page.on('response', (response) => {
    if (response.request().resourceType() !== 'script' || !response.ok()) return
    sizes.set(
      response.url(),
      response.body().then(
        ({ length }) => length,
        () => 0,
      ),
    )
  })
  await page.goto(`/projects/${id}`)
  await expect(studio.board).toBeVisible()
  const before = [...sizes.values()]
  const bytes = (await Promise.all(before)).reduce((sum, size) => sum + size, 0)
  expect(before.length).toBeGreaterThan(3)
  expect(bytes, `${bytes} bytes of script`).toBeLessThanOrEqual(MOST_BYTES)
})
