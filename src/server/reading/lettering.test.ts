import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { straightStrokes } from '@/core/sheet/raster-lines'
import { MM_PER_PT } from '@/core/units/length'
import { boathouseSet } from '../../../demo/sheets/boathouse'
import { inScratch, program } from '../../../tests/support/producers'
import { openSource } from './open-source'
import { proposeForPage } from './propose-page'

const RATIO = 100 / 0.6866

/** What the first page of a file proposes, site to paper. */
async function proposed(bytes: Uint8Array) {
  const file = await openSource(new Uint8Array(bytes))
  try {
    const proposal = await proposeForPage(await file.page(1))
    return { ratio: (proposal?.mmPerPt ?? 0) / MM_PER_PT, agree: proposal?.dimensions.filter((d) => d.agrees).length }
  } finally {
    await file.close()
  }
}

describe('a plan without text', () => {
  let plan: Uint8Array
  beforeAll(async () => {
    plan = await boathouseSet()
  })

  it('with its letters as outlines proposes its scale', async () => {
    const outlined = await inScratch(async (folder) => {
      const [from, to] = [join(folder, 'in.pdf'), join(folder, 'out.pdf')]
      await writeFile(from, plan)
      const device = ['-q', '-dNOPAUSE', '-dBATCH', '-sDEVICE=pdfwrite', '-dNoOutputFonts', '-dLastPage=1']
      await program('gs', ...device, `-sOutputFile=${to}`, from)
      return (await import('node:fs/promises')).readFile(to)
    })
    const { ratio, agree } = await proposed(outlined)
    expect(agree).toBeGreaterThan(8)
    expect(Math.abs(ratio / RATIO - 1)).toBeLessThan(1e-3)
  }, 60_000)

  it('scanned askew does as well, a little less exactly', async () => {
    const scan = await inScratch(async (folder) => {
      const [from, to] = [join(folder, 'in.pdf'), join(folder, 'out')]
      await writeFile(from, plan)
      await program('pdftoppm', '-r', '200', '-gray', '-png', '-singlefile', from, to)
      return sharp(`${to}.png`)
        .rotate(0.3, { background: '#ffffff' })
        .withMetadata({ density: 200 })
        .jpeg({ quality: 70 })
        .toBuffer()
    })
    const { ratio, agree } = await proposed(scan)
    expect(agree).toBeGreaterThan(8)
    expect(Math.abs(ratio / RATIO - 1)).toBeLessThan(2e-3)
  }, 60_000)
})

describe('straight strokes', () => {
  const SIZE = 200
  /** A white square with strokes of ink; pixels darken by how much of them a stroke covers. */
  const drawn = (svg: string) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE}" height="${SIZE}"><rect width="100%" height="100%" fill="#fff"/>${svg}</svg>`,
      ),
    )
      .flatten()
      .greyscale()
      .raw()
      .toBuffer()
      .then((data) => straightStrokes({ data: new Uint8Array(data), widthPx: SIZE, heightPx: SIZE }))

  it.each([
    [20, 50.5, 180, 50.5],
    [20, 50, 180, 53],
    [60.5, 20, 60.5, 170],
    [60, 170, 62, 20],
  ])('from %d, %d to %d, %d is found by its centre line', async (x1, y1, x2, y2) => {
    const found = await drawn(`<path d="M${x1} ${y1}L${x2} ${y2}" stroke="#000" stroke-width="3"/>`)
    expect(found).toHaveLength(4)
    const ends = [
      [found[0]!, found[1]!],
      [found[2]!, found[3]!],
    ].sort((a, b) => a[0]! + a[1]! - b[0]! - b[1]!)
    const wanted = [
      [x1, y1],
      [x2, y2],
    ].sort((a, b) => a[0]! + a[1]! - b[0]! - b[1]!)
    for (const [i, end] of ends.entries())
      expect(Math.hypot(end[0]! - wanted[i]![0]!, end[1]! - wanted[i]![1]!)).toBeLessThan(2)
  })

  it('areas and specks are none', async () => {
    expect(
      await drawn('<rect x="20" y="20" width="100" height="60"/><rect x="150" y="150" width="8" height="8"/>'),
    ).toEqual([])
  })
})
