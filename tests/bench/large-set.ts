import { spawnSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PDFDocument, rgb, StandardFonts } from 'pdf-lib'
import { seeded } from '../../demo/sheets/random'
import { printRow } from './table'

const PAGES = 500
const A3 = { width: 1190.55, height: 841.89 }
const PICTURE_PX = 1200

/** A set of plans as offices send them: five hundred pages, each with some hundreds of lines and its labels. */
async function largeSet(): Promise<Uint8Array> {
  const random = seeded(500)
  const document = await PDFDocument.create()
  const font = await document.embedFont(StandardFonts.Helvetica)
  const ink = rgb(0.1, 0.1, 0.1)
  for (let number = 1; number <= PAGES; number++) {
    const page = document.addPage([A3.width, A3.height])
    for (let i = 0; i < 260; i++) {
      const [x, y] = [40 + random() * (A3.width - 300), 40 + random() * (A3.height - 120)]
      const length = 10 + random() * 180
      const end = random() < 0.5 ? { x: x + length, y } : { x, y: Math.min(A3.height - 40, y + length) }
      page.drawLine({ start: { x, y }, end, thickness: 0.2 + random(), color: ink })
    }
    for (let i = 0; i < 40; i++)
      page.drawText(`${Math.round(random() * 9000)}`, {
        x: 40 + random() * (A3.width - 120),
        y: 40 + random() * (A3.height - 80),
        size: 5 + random() * 6,
        font,
        color: ink,
      })
    page.drawText(`Sheet ${number}`, { x: A3.width - 120, y: 30, size: 14, font, color: ink })
  }
  return document.save()
}

interface Sources {
  sheets: { pictureHash: string | null }[]
}

/** Waits until as many pages of a project have pictures. @returns when, in milliseconds since `start` */
async function pictured(address: string, projectId: string, count: number, start: number): Promise<number> {
  for (;;) {
    const sources = (await (await fetch(`${address}/api/projects/${projectId}/sources`)).json()) as Sources[]
    if (sources.flatMap(({ sheets }) => sheets).filter(({ pictureHash }) => pictureHash).length >= count)
      return performance.now() - start
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
}

/** Pictures of a set of five hundred pages, against pdftoppm making the same. */
export async function benchLargeSet(folder: string, address: string): Promise<void> {
  const bytes = await largeSet()
  const path = join(folder, 'set.pdf')
  writeFileSync(path, bytes)
  mkdirSync(join(folder, 'set'))
  const begun = performance.now()
  const size = ['-scale-to', String(PICTURE_PX)]
  const { status } = spawnSync('pdftoppm', ['-jpeg', ...size, path, join(folder, 'set', 'page')], { stdio: 'ignore' })
  if (status !== 0) throw new Error('pdftoppm failed.')
  const theirs = performance.now() - begun

  const json = { 'content-type': 'application/json' }
  const made = await fetch(`${address}/api/projects`, { method: 'POST', headers: json, body: '{"name":"Large set"}' })
  const { id } = (await made.json()) as { id: string }
  const start = performance.now()
  await fetch(`${address}/api/projects/${id}/sources?name=set.pdf`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new Uint8Array(bytes),
  })
  const first = await pictured(address, id, 1, start)
  const all = await pictured(address, id, PAGES, start)
  const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`
  printRow({
    what: '500 pages: from upload to the first picture that can be used',
    measured: first / 1000,
    limit: 3,
    unit: 's',
  })
  printRow({
    what: '500 pages: pictures of all, against pdftoppm',
    measured: all / theirs,
    limit: 1.5,
    unit: 'times',
    detail: `${seconds(all)} against ${seconds(theirs)}`,
  })
}
