import { type Browser, chromium } from '@playwright/test'
import { StudioPage } from '../e2e/studio'
import { CHROMIUM } from '../support/producers'
import { densePage, SHEET } from './dense-page'
import { forgetTasks, longestTask, panCost, watchTasks } from './pan'
import { printRow } from './table'

/** What a person feels in the browser: waiting for a picture, jerks, and panning on a full sheet. */
export async function benchStudio(address: string): Promise<void> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const middling = await openSheet(browser, address, 50_000)
    printRow({
      what: '50,000 segments: from upload to first picture',
      measured: middling.pictureMs,
      limit: 1500,
      unit: 'ms',
    })
    const light = await openSheet(browser, address, 7500)
    const full = await openSheet(browser, address, 750_000)
    for (const [segments, { longestTaskMs }] of [
      ['50,000', middling],
      ['750,000', full],
    ] as const)
      printRow({
        what: `${segments} segments: longest task of the main thread while the sheet renders`,
        measured: longestTaskMs,
        limit: 50,
        unit: 'ms',
      })
    for (const view of ['whole', 'near'] as const)
      for (const [key, words] of [
        ['mainMs', 'work of the main thread in a frame'],
        ['frameMs', 'frame to frame'],
      ] as const)
        printRow({
          what: `panning, ${view === 'whole' ? 'the whole sheet in view' : 'near enough to trace'}: 750,000 segments against 7,500, ${words}`,
          measured: full[view][key] / light[view][key],
          limit: 1.5,
          unit: 'times',
          detail: `${full[view][key].toFixed(2)} ms against ${light[view][key].toFixed(2)} ms`,
        })
  } finally {
    await browser.close()
  }
}

async function openSheet(browser: Browser, address: string, segments: number) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await watchTasks(page)
  const studio = new StudioPage(page)
  await studio.newProject(`Bench ${segments}`, address)
  const bytes = await densePage(segments, 1)
  const start = performance.now()
  await studio.upload('dense.pdf', bytes)
  await page.waitForFunction(
    () => [...document.images].some((image) => image.complete && image.naturalWidth > 500),
    undefined,
    {
      timeout: 120_000,
    },
  )
  const pictureMs = performance.now() - start
  await page.getByText(`${segments.toLocaleString('en')} lines`).waitFor({ timeout: 120_000 })
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')

  await studio.bringIn(1, SHEET.widthPt, SHEET.heightPt)
  await studio.drawn()
  await page.keyboard.press('m')
  const whole = await panCost(page, session)
  // From here on the sheet is drawn anew, sharply, while the view moves.
  await forgetTasks(page)
  await page.mouse.move(600, 400)
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -200)
  await studio.drawn()
  const longestTaskMs = await longestTask(page)
  const near = await panCost(page, session)
  await page.close()
  return { pictureMs, longestTaskMs, whole, near }
}
