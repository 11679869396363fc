import { type Browser, chromium, type Page } from '@playwright/test'
import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Path } from '@/core/model/path/schema'
import { Plan } from '@/core/model/plan'
import { CatchIndex } from '@/core/sheet/catch-index'
import { strokesAround } from '@/core/sheet/strokes'
import { catchOn, groundOf } from '@/core/snap/catch'
import { type CatchGround, NO_CONTEXT } from '@/core/snap/scene'
import { seeded } from '../../demo/sheets/random'
import { StudioPage } from '../e2e/studio'
import { CHROMIUM } from '../support/producers'
import { densePage, SHEET } from './dense-page'
import { forgetTasks, longestTask, type PanCost, panCost, watchTasks } from './pan'
import { printRow } from './table'

const ELEMENTS = 20_000
/** The plan on which everything lies, millimetres each way. */
const SIZE_MM = 100_000

/** Lines of a metre or so, some of them arcs, spread evenly; always the same. */
function elements(count: number): Path[] {
  const random = seeded(5)
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [random() * SIZE_MM, random() * SIZE_MM]
    const end = () => (random() - 0.5) * 2400
    return {
      id: `e${i}`,
      kind: 'path',
      layerId: FIRST_LAYER.id,
      pen: undefined,
      xy: [x, y, x + end(), y + end(), x + end(), y + end()],
      closed: false,
      ...(i % 5 === 0 && { bulges: [0.4, 0, 0] }),
    }
  })
}

const percentile = (times: readonly number[], part: number) =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * part)]!

/** Catching over three sheets and a large model at once. */
function benchCatching(): void {
  const random = seeded(3)
  const sheets = [1, 2, 3].map(() => {
    const count = 250_000
    const segments = new Float32Array(count * 4)
    for (let i = 0; i < count; i++) {
      const [x, y] = [random() * SIZE_MM, random() * SIZE_MM]
      segments.set([x, y, x + (random() - 0.5) * 600, y + (random() - 0.5) * 600], i * 4)
    }
    const lines = {
      segments,
      segmentFlags: new Uint8Array(count),
      curves: new Float32Array(0),
      curveFlags: new Uint8Array(0),
    }
    return groundOf(CatchIndex.build(lines))
  })
  const plan = new Plan()
  plan.update(new Map(elements(ELEMENTS).map((element) => [element.id, element])), { unit: 'mm', precision: 0 })
  const grounds: CatchGround[] = [plan, ...sheets]
  const all: CatchGround = {
    lines: (p, reach) => grounds.flatMap((ground) => ground.lines(p, reach)),
    spots: (p, reach) => grounds.flatMap((ground) => ground.spots(p, reach)),
  }
  const passed = [0.3, 0.7].map((part) => ({ at: { x: part * SIZE_MM, y: part * SIZE_MM }, word: 'end', lines: [] }))
  const context = { ...NO_CONTEXT, from: { x: 0, y: 0 }, passed }
  // Eleven pixels where the whole plan shows, where a room does, and near enough to trace.
  for (const [view, radius] of [
    ['a floor in view', 400],
    ['a room in view', 80],
    ['near enough to trace', 20],
  ] as const) {
    // The first ones, by which the engine learns what to compile, are left out.
    const times = Array.from({ length: 5500 }, () => {
      const p = { x: random() * SIZE_MM, y: random() * SIZE_MM }
      const from = performance.now()
      catchOn(all, p, radius, context)
      return performance.now() - from
    })
    printRow({
      what: `catching over three sheets of 250,000 segments and ${ELEMENTS.toLocaleString('en')} elements, ${view}, 99th percentile`,
      measured: percentile(times.slice(500), 0.99),
      limit: 1,
      unit: 'ms',
    })
  }
}

/** Finding strokes in pixels. */
function benchStrokes(): void {
  const size = 144
  const random = seeded(2)
  const brightness = new Uint8Array(size * size).map((_, i) => {
    const [x, y] = [i % size, Math.floor(i / size)]
    const dark = Math.abs(x * 0.6 - y * 0.8 + 10) < 4 || Math.abs(x - 60) < 2 || Math.abs(y - 90) < 8
    return (dark ? 50 : 225) + random() * 25
  })
  const times = Array.from({ length: 300 }, () => {
    const place = { x: 40 + random() * 64, y: 40 + random() * 64 }
    const from = performance.now()
    strokesAround({ width: size, height: size, brightness }, place)
    return performance.now() - from
  })
  printRow({
    what: 'finding strokes in an image, 99th percentile of a query',
    measured: percentile(times.slice(50), 0.99),
    limit: 8,
    unit: 'ms',
  })
}

/** A project that holds so many elements. */
async function projectWith(page: Page, address: string, count: number): Promise<string> {
  const { id } = (await (
    await page.request.post(`${address}/api/projects`, { data: { name: `${count} elements` } })
  ).json()) as { id: string }
  const edits = elements(count).map((after) => ({ id: after.id, before: null, after }))
  const kept = await page.request.post(`${address}/api/projects/${id}/changes`, {
    data: { id: 'all', label: 'Draw', cause: 'edit', of: null, edits },
  })
  if (!kept.ok()) throw new Error(await kept.text())
  return id
}

async function openProject(
  browser: Browser,
  address: string,
  count: number,
): Promise<{ openMs: number; pan: PanCost }> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const id = await projectWith(page, address, count)
  const began = performance.now()
  await page.goto(`${address}/projects/${id}`)
  await page.getByText(`${count.toLocaleString('en')} lines`).waitFor({ timeout: 60_000 })
  const openMs = performance.now() - began
  await new StudioPage(page).goTo('Trace')
  await page.keyboard.press('s')
  await page.keyboard.press('Home')
  await page.waitForTimeout(1500)
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const pan = await panCost(page, session)
  await page.close()
  return { openMs, pan }
}

const SEGMENTS = 300_000

/** Lifting a very full sheet. */
async function benchLift(browser: Browser, address: string): Promise<void> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await watchTasks(page)
  const studio = new StudioPage(page)
  await studio.newProject('Bench lift', address)
  await studio.upload('dense.pdf', await densePage(SEGMENTS, 10))
  await page.getByText(`${SEGMENTS.toLocaleString('en')} lines`).waitFor({ timeout: 120_000 })
  await studio.bringIn(1, SHEET.widthPt, SHEET.heightPt)
  await studio.drawn()
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  await page.keyboard.press('s')
  const before = await panCost(page, session)
  await page.getByRole('button', { name: /^More for/ }).click()
  await forgetTasks(page)
  const began = performance.now()
  await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
  await page.getByText('After:').waitFor({ timeout: 60_000 })
  const preparedMs = performance.now() - began
  const chosen = performance.now()
  await page.getByRole('button', { name: 'Lift', exact: true }).click()
  await page.getByText(/lifted from/).waitFor({ timeout: 60_000 })
  const liftedMs = preparedMs + performance.now() - chosen
  const taskMs = await longestTask(page)
  printRow({
    what: `lifting ${SEGMENTS.toLocaleString('en')} segments: from asking to lines that can be edited`,
    measured: liftedMs,
    limit: 5000,
    unit: 'ms',
    detail: `${preparedMs.toFixed(0)} ms to the preview`,
  })
  printRow({ what: 'lifting: longest task of the main thread', measured: taskMs, limit: 50, unit: 'ms' })
  await page.getByText('All saved').waitFor({ timeout: 120_000 })
  await page.waitForTimeout(3000)
  const after = await panCost(page, session)
  printRow({
    what: 'panning after the lift against before, work of the main thread in a frame',
    measured: after.mainMs / before.mainMs,
    limit: 1.5,
    unit: 'times',
    detail: `${after.mainMs.toFixed(2)} ms against ${before.mainMs.toFixed(2)} ms`,
  })
  await page.close()
}

/** What drawing costs: catching, panning and opening with much on the plan, and lifting. */
export async function benchDrawing(address: string): Promise<void> {
  benchCatching()
  benchStrokes()
  const browser = await chromium.launch(CHROMIUM)
  try {
    const few = await openProject(browser, address, 200)
    const many = await openProject(browser, address, ELEMENTS)
    printRow({
      what: `opening a project of ${ELEMENTS.toLocaleString('en')} elements`,
      measured: many.openMs,
      limit: 2000,
      unit: 'ms',
    })
    printRow({
      what: `panning: ${ELEMENTS.toLocaleString('en')} elements against 200, work of the main thread in a frame`,
      measured: many.pan.mainMs / few.pan.mainMs,
      limit: 2,
      unit: 'times',
      detail: `${many.pan.mainMs.toFixed(2)} ms against ${few.pan.mainMs.toFixed(2)} ms`,
    })
    await benchLift(browser, address)
  } finally {
    await browser.close()
  }
}
