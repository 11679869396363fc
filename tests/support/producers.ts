import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { chromium } from '@playwright/test'

const run = promisify(execFile)

/** A folder that is gone afterwards. */
export async function inScratch<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'calque-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Runs a program of the machine. @returns what it printed */
export async function program(name: string, ...args: string[]): Promise<string> {
  const { stdout } = await run(name, args, { maxBuffer: 1 << 30 })
  return stdout
}

/** PDF as cairo writes it. */
export const byCairo = (svg: string): Promise<Uint8Array> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.svg'), svg)
    await program('rsvg-convert', '-f', 'pdf', '-o', join(folder, 'out.pdf'), join(folder, 'in.svg'))
    return new Uint8Array(await readFile(join(folder, 'out.pdf')))
  })

/** PDF as Ghostscript distils it. */
export const byGhostscript = (postScript: string): Promise<Uint8Array> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.ps'), postScript)
    const device = ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=pdfwrite', '-dAutoRotatePages=/None']
    await program('gs', ...device, `-sOutputFile=${join(folder, 'out.pdf')}`, join(folder, 'in.ps'))
    return new Uint8Array(await readFile(join(folder, 'out.pdf')))
  })

/** How Chromium starts everywhere here: WebGL is emulated; the page is painted as without a graphics card, not by an emulated one. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking', '--enable-unsafe-swiftshader'],
}

/** PDF as Chromium prints it. */
export async function byChromium(html: string): Promise<Uint8Array> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage()
    await page.setContent(html)
    return new Uint8Array(await page.pdf({ format: 'A3', landscape: true, printBackground: true }))
  } finally {
    await browser.close()
  }
}
