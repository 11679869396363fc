import { chromium, type Page } from '@playwright/test'
import { CHROMIUM } from '../support/producers'
import { printRow } from './table'

const CHANGES = 25

/** What one of two windows does, until the other one shows it. */
export async function benchTogether(address: string): Promise<void> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } })
    const made = await page.request.post('/api/projects', { data: { name: 'Together' } })
    const { id } = (await made.json()) as { id: string }
    await page.goto(`/projects/${id}`)
    await page.getByText('All saved').waitFor()
    const times: number[] = []
    for (let k = 1; k <= CHANGES; k++) times.push(await arrives(page, id, k))
    times.sort((a, b) => a - b)
    printRow({
      what: 'a change in one window, until another one shows it: the slowest but one of 25',
      measured: times.at(-2)!,
      limit: 300,
      unit: 'ms',
      detail: `half of them within ${times[times.length >> 1]!.toFixed(0)} ms`,
    })
  } finally {
    await browser.close()
  }
}

/** Sends a wall as another window does, and waits until this one counts it. @returns milliseconds */
async function arrives(page: Page, projectId: string, k: number): Promise<number> {
  const after = {
    id: `wall-${k}`,
    kind: 'wall',
    start: { x: 0, y: k * 1000 },
    end: { x: 4000, y: k * 1000 },
    thicknessMm: 100,
    tracedLine: 'centre',
  }
  const edits = [{ id: after.id, before: null, after }]
  const word = k === 1 ? '1 wall' : `${k} walls`
  const start = performance.now()
  const shown = page.getByRole('button', { name: new RegExp(`^Select what is traced here: ${word}`) }).waitFor()
  await page.request.post(`/api/projects/${projectId}/changes`, {
    data: { id: `change-${k}`, label: 'Trace wall', cause: 'edit', of: null, edits },
  })
  await shown
  return performance.now() - start
}
