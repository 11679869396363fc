import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import JSZip from 'jszip'
import { beforeAll, expect, it } from 'vitest'
import { isVisible, type Linework, segmentEnds } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import { handWritten } from '../../../../tests/support/hand-written'
import { inScratch, program } from '../../../../tests/support/producers'
import { openSource } from '../open-source'

/** A drawing by another program: a line of its own, and a page shown twice, turned, once within a block; and an image. */
const MAKE = `
import ezdxf, sys
drawing = ezdxf.new('R2010')
drawing.header['$INSUNITS'] = 4
space = drawing.modelspace()
space.add_line((0, 0), (10000, 0))
page = drawing.add_underlay_def(filename='..\\\\plans\\\\Ground.PDF', fmt='pdf', name='1')
space.add_underlay(page, insert=(1000, 2000), scale=(2540, 2540, 2540), rotation=30)
block = drawing.blocks.new('DETAIL')
block.add_underlay(page, insert=(0, 0), scale=(254, 254, 254))
space.add_blockref('DETAIL', (-5000, 0), dxfattribs={'rotation': 90})
space.add_underlay(page, insert=(0, 0), scale=(1, 1, 1)).dxf.flags = 0
half = space.add_underlay(page, insert=(50000, 0), scale=(2540, 2540, 2540))
half.dxf.flags = 2
half.set_boundary_path([(0.25, -1), (1, 1)])
ring = space.add_underlay(page, insert=(70000, 0), scale=(2540, 2540, 2540))
ring.dxf.flags = 2
ring.set_boundary_path([(-1, -1), (0.5, -1), (0.5, 1), (-1, 1)])
image = drawing.add_image_def(filename='scan.png', size_in_pixel=(400, 200))
space.add_image(image, insert=(20000, 0), size_in_units=(4000, 2000))
drawing.saveas(sys.argv[1])
`

let drawing: Uint8Array
let plan: Uint8Array

beforeAll(async () => {
  drawing = await inScratch(async (folder) => {
    await writeFile(join(folder, 'make.py'), MAKE)
    await program('/usr/bin/python3', join(folder, 'make.py'), join(folder, 'made.dxf'))
    return new Uint8Array(await readFile(join(folder, 'made.dxf')))
  })
  // A line of 100 points from the corner of the page, and one that does not show.
  plan = await handWritten('0 0 m 100 0 l S 1 1 1 RG 20 20 m 60 20 l S')
})

const zipped = (files: Readonly<Record<string, Uint8Array>>): Promise<Uint8Array> => {
  const zip = new JSZip()
  for (const [name, bytes] of Object.entries(files)) zip.file(name, bytes)
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

/** Visible lines of the first page in the drawing's own millimetres: where they begin, how long and how turned they are. */
async function linesOf(bytes: Uint8Array): Promise<{ at: number[]; lengthMm: number; turnDeg: number }[]> {
  const { linework, zeroPt } = await firstPage(bytes)
  return [...linework.segmentFlags.keys()]
    .filter((i) => isVisible(linework.segmentFlags[i]!))
    .map((i) => {
      const [p, q] = segmentEnds(linework, i)
      const mm = (value: number) => Math.round(value * MM_PER_PT)
      return {
        at: [mm(p.x - zeroPt.x), mm(p.y - zeroPt.y)],
        lengthMm: Math.hypot(q.x - p.x, q.y - p.y) * MM_PER_PT,
        turnDeg: Math.round((Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI),
      }
    })
}

async function firstPage(bytes: Uint8Array): Promise<{ linework: Linework; zeroPt: { x: number; y: number } }> {
  const file = await openSource(bytes)
  const page = await file.page(1)
  return { linework: await page.linework(), zeroPt: page.zeroPt }
}

it('a drawing with the page that it shows: the lines of the page, where it shows them', async () => {
  const bundle = await zipped({ 'sheets/ground.pdf': plan, 'sheets/scan.png': new Uint8Array(9), 'plan.dxf': drawing })
  const lines = await linesOf(bundle)
  const onPage = (100 / 72) * 2540
  expect(lines).toContainEqual({ at: [0, 0], lengthMm: expect.closeTo(10000, 0), turnDeg: 0 })
  expect(lines).toContainEqual({ at: [1000, 2000], lengthMm: expect.closeTo(onPage, 0), turnDeg: 30 })
  expect(lines).toContainEqual({ at: [-5000, 0], lengthMm: expect.closeTo(onPage / 10, 0), turnDeg: 90 })
  // The image is its edge; what is switched off and what is white does not show.
  expect(lines).toContainEqual({ at: [20000, 0], lengthMm: expect.closeTo(4000, 0), turnDeg: 0 })
  // Cropped by two corners, and by a ring: what lies beyond does not show.
  expect(lines).toContainEqual({ at: [50000 + 635, 0], lengthMm: expect.closeTo(0.75 * 2540, 0), turnDeg: 0 })
  expect(lines).toContainEqual({ at: [70000, 0], lengthMm: expect.closeTo(0.5 * 2540, 0), turnDeg: 0 })
  expect(lines).toHaveLength(5 + 4)
})

it('a page that is not at hand, or can not be read, is named where it lies', async () => {
  const broken = await zipped({ 'plan.dxf': drawing, 'ground.pdf': new TextEncoder().encode('%PDF-1.7 no more') })
  for (const bytes of [drawing.slice(), await zipped({ 'plan.dxf': drawing }), broken]) {
    const { linework, zeroPt } = await firstPage(bytes)
    const named = linework.text.filter(({ text }) => text === 'Ground.PDF, page 1')
    const corners = named.map(({ x, y }) => [x - zeroPt.x, y - zeroPt.y].map((pt) => Math.round(pt * MM_PER_PT)))
    expect(corners.sort()).toEqual([
      [-5000, 0],
      [1000, 2000],
      [50000, 0],
      [70000, 0],
    ])
  }
})

it('a ZIP without a drawing is none', async () => {
  await expect(openSource(await zipped({ 'ground.pdf': plan }))).rejects.toMatchObject({ problem: 'unknown-kind' })
  const named = await zipped({ 'plan.dxf.txt': plan })
  await expect(openSource(named)).rejects.toMatchObject({ problem: 'unknown-kind' })
})

it('a ZIP that is cut short says so', async () => {
  const whole = await zipped({ 'plan.dxf': drawing })
  const cut = new Uint8Array([...whole.subarray(0, whole.length - 40), ...new TextEncoder().encode('.dxf')])
  await expect(openSource(cut)).rejects.toMatchObject({ problem: 'broken' })
})
