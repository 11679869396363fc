import { type Browser, type CDPSession, chromium, type Page } from '@playwright/test'
import { StudioPage } from '../e2e/studio'
import { CHROMIUM } from '../support/producers'
import { densePage, SHEET } from './dense-page'
import { printRow } from './table'

/** Frames of one pan. */
const FRAMES = 90

interface PanCost {
  /** Work of the main thread in one frame. */
  mainMs: number
  /** Time from one frame to the next. */
  frameMs: number
}

/** What a person feels in the browser: waiting for a picture, jerks, and panning on a full sheet. */
export async function benchStudio(address: string): Promise<void> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const middling = await openSheet(browser, address, 50_000)
    printRow({
      what: '50,000 segments: from upload to first picture',
      measured: middling.pictureMs,
      limit: 3000,
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
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { tasks })
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
    })
  })
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
  await page.evaluate(() => {
    ;(window as unknown as { tasks: number[] }).tasks.length = 0
  })
  await page.mouse.move(600, 400)
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -200)
  await studio.drawn()
  const longestTaskMs = await page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks))
  const near = await panCost(page, session)
  await page.close()
  return { pictureMs, longestTaskMs, whole, near }
}

/** Drags the board to and fro, one step a frame. */
async function panCost(page: Page, session: CDPSession): Promise<PanCost> {
  const busy = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
  }
  const before = await busy()
  const frameMs = await page.evaluate(async (frames) => {
    const board = document.querySelector<HTMLElement>('.board')!
    const send = (type: string, x: number) =>
      board.dispatchEvent(
        new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, clientX: x, clientY: 400, isPrimary: true }),
      )
    // A made-up pointer can't be captured.
    board.setPointerCapture = () => undefined
    const frame = () => new Promise<number>((resolve) => requestAnimationFrame(resolve))
    send('pointerdown', 600)
    const start = await frame()
    for (let i = 0; i < frames; i++) {
      send('pointermove', 600 + 60 * Math.sin(i / 7))
      await frame()
    }
    const taken = (await frame()) - start
    send('pointerup', 600)
    return taken / (frames + 1)
  }, FRAMES)
  return { mainMs: ((await busy()) - before) / FRAMES, frameMs }
}
