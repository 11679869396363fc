import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { boathouseSet } from '../../../../demo/sheets/boathouse'
import { shutterBrochure } from '../../../../demo/sheets/shutter-brochure'
import { siteSheet } from '../../../../demo/sheets/site-sheet'
import { handWritten } from '../../../../tests/support/hand-written'
import { inScratch, program } from '../../../../tests/support/producers'
import { openSource } from '../open-source'

/** Brightness of a picture, pixel by pixel, at a size at which the ways of smoothing edges no longer matter. */
async function tones(picture: Uint8Array): Promise<{ data: Buffer; width: number; height: number }> {
  const { data, info } = await sharp(picture)
    .greyscale()
    .blur(3)
    .resize(150, 150, { fit: 'inside' })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height }
}

const ours = async (pdf: Uint8Array, page: number): Promise<Uint8Array> => {
  const file = await openSource(new Uint8Array(pdf))
  const picture = await (await file.page(page)).picture()
  return picture.packed
}

/** The page as poppler paints it. */
const byPoppler = (pdf: Uint8Array, page: number): Promise<Uint8Array> =>
  inScratch(async (folder) => {
    const [from, to] = [join(folder, 'in.pdf'), join(folder, 'out')]
    await writeFile(from, pdf)
    const which = ['-f', String(page), '-l', String(page), '-scale-to', '1200', '-singlefile', '-cropbox']
    await program('pdftoppm', '-png', ...which, from, to)
    return readFile(`${to}.png`)
  })

/** How far two pictures are apart at their worst place, of 255. */
async function farthest(pdf: Uint8Array, page: number): Promise<number> {
  const [a, b] = [await tones(await ours(pdf, page)), await tones(await byPoppler(pdf, page))]
  expect([a.width, a.height]).toEqual([b.width, b.height])
  return Math.max(...a.data.map((tone, i) => Math.abs(tone - b.data[i]!)))
}

describe('the picture of a page is as another program paints it', () => {
  it.each([
    ['a plan with layers', boathouseSet, 1],
    ['a sheet on its side', siteSheet, 1],
    ['a brochure', shutterBrochure, 3],
  ] as const)('%s', async (_, make, page) => {
    expect(await farthest(await make(), page)).toBeLessThan(60)
  })

  it.each([
    ['turned', { page: '/Rotate 90' }],
    ['cropped, off the origin', { mediaBox: '-50 -30 300 200', page: '/CropBox [20 10 220 160]' }],
    ['in other units', { page: '/UserUnit 3' }],
  ])('%s', async (_, page) => {
    const pdf = await handWritten('0 0 1 rg 30 20 60 40 re f 8 w 100 30 m 190 140 l S', page)
    expect(await farthest(pdf, 1)).toBeLessThan(30)
  })

  it('colours keep their place', async () => {
    const pdf = await handWritten('1 0 0 rg 0 0 300 200 re f')
    const { data } = await sharp(await ours(pdf, 1))
      .raw()
      .toBuffer({ resolveWithObject: true })
    const [red, green, blue] = data
    expect(red).toBeGreaterThan(240)
    expect(Math.max(green!, blue!)).toBeLessThan(20)
  })
})
