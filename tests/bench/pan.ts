import type { CDPSession, Page } from '@playwright/test'

/** Frames of one pan. */
const FRAMES = 90

export interface PanCost {
  /** Work of the main thread in one frame. */
  mainMs: number
  /** Time from one frame to the next. */
  frameMs: number
}

/** Notes every long task of the main thread from now on. To be called before the page is opened. */
export async function watchTasks(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { tasks })
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
    })
  })
}

export const forgetTasks = (page: Page): Promise<void> =>
  page.evaluate(() => {
    ;(window as unknown as { tasks: number[] }).tasks.length = 0
  })

/** The longest task since the page was opened or tasks were forgotten; 0 where none took 50 ms. */
export const longestTask = (page: Page): Promise<number> =>
  page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks))

/** Drags the board to and fro, one step a frame. */
export async function panCost(page: Page, session: CDPSession): Promise<PanCost> {
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
