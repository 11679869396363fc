import { spawnSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { type Browser, chromium } from '@playwright/test'
import { StudioPage } from '../e2e/studio'
import { CHROMIUM } from '../support/producers'
import { printRow } from './table'

/** A0 upright at 300 pixels to the inch. */
const PIXELS = { width: 9933, height: 14_043 }
const SIZE_PT = { width: (PIXELS.width * 72) / 300, height: (PIXELS.height * 72) / 300 }

/** Lines and words all over a sheet on tinted paper, as PostScript. */
const DRAWING = `0.93 0.95 1 setrgbcolor 0 0 2400 3400 rectfill 0 setgray
0 1 400 { /i exch def i 6 mul 100 moveto i 6 mul 3000 lineto stroke } for
0 1 500 { /i exch def 100 i 6 mul moveto 2300 i 6.1 mul lineto stroke } for
/Helvetica findfont 12 scalefont setfont
0 1 300 { /i exch def 100 i 11 mul moveto (Boathouse, store 4829, drawn for the rowing club) show } for showpage`

/** Scans of an A0 sheet, black on white and in colour, from the choice of the page to sharp on the board. */
export async function benchLargeScans(folder: string, address: string): Promise<void> {
  const source = join(folder, 'scan.ps')
  writeFileSync(source, DRAWING)
  const browser = await chromium.launch(CHROMIUM)
  try {
    for (const [words, name, device] of [
      ['1 bit', 'scan.tif', ['-sDEVICE=tiffg4']],
      ['colour', 'scan.jpg', ['-sDEVICE=jpeg', '-dJPEGQ=80']],
    ] as const) {
      const path = join(folder, name)
      const size = ['-r300', `-g${PIXELS.width}x${PIXELS.height}`, `-sOutputFile=${path}`]
      const { status } = spawnSync('gs', ['-q', '-dNOPAUSE', '-dBATCH', ...device, ...size, source])
      if (status !== 0) throw new Error('Ghostscript failed.')
      await benchScan(browser, address, words, path)
    }
  } finally {
    await browser.close()
  }
}

async function benchScan(browser: Browser, address: string, words: string, path: string): Promise<void> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const studio = new StudioPage(page)
  await studio.newProject(`Scan ${words}`, address)
  const sent = performance.now()
  // From the disk, as a person's browser does: handed over by the test, 40 MB take seconds to get there.
  await studio.uploadFile(path)
  await page.getByRole('button', { name: /image only: select$/ }).waitFor({ timeout: 120_000 })
  const readMs = performance.now() - sent
  const start = performance.now()
  await studio.pageCard(1).click()
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page.getByRole('complementary', { name: 'Fit: card' }).waitFor()
  await studio.drawn()
  const openMs = performance.now() - start
  const row = (what: string, measured: number, limit: number, unit: string) =>
    printRow({ what: `140 megapixels, ${words}: ${what}`, measured, limit, unit })
  row('read after it was chosen', readMs / 1000, 10, 's')
  row('from the choice of the page to sharp on the board', openMs / 1000, 4, 's')

  await studio.frameSheet(SIZE_PT)
  const { x, y } = studio.at(SIZE_PT.width / 2, SIZE_PT.height / 2)
  await page.mouse.move(x, y)
  for (let i = 0; i < 10; i++) await page.mouse.wheel(0, -300)
  const zoomed = performance.now()
  await studio.drawn()
  row('sharp again at full size', (performance.now() - zoomed) / 1000, 4, 's')
  for (let i = 0; i < 12; i++) {
    await page.mouse.wheel(0, i < 6 ? 200 : -200)
    await studio.drawn()
  }
  row('memory of the page after looking about', await rendererMb(browser), 400, 'MB')
  await page.close()
}

/** Memory that the largest page of a browser has to itself, in MB. */
async function rendererMb(browser: Browser): Promise<number> {
  const session = await browser.newBrowserCDPSession()
  const { processInfo } = await session.send('SystemInfo.getProcessInfo')
  const sizes = processInfo
    .filter(({ type }) => type === 'renderer')
    .map(({ id }) => Number(readFileSync(`/proc/${id}/smaps_rollup`, 'utf8').match(/Pss:\s+(\d+)/)?.[1] ?? 0) / 1024)
  return Math.max(...sizes)
}
