import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import JSZip from 'jszip'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import { HAND_OVER_FORMATS } from '@/core/formats/hand-over'
import { newUnderlay } from '@/core/model/underlay/new'
import type { Underlay } from '@/core/model/underlay/schema'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { handWritten } from '../../../tests/support/hand-written'
import { house } from '../../../tests/support/house'
import { byPoppler } from '../../../tests/support/poppler'
import { inScratch, program } from '../../../tests/support/producers'
import { readSheet } from '../../../tests/support/read-sheet'
import { openSource } from '../reading/open-source'
import type { HandedProject } from './handed'
import { handOver } from './write'

const format = (name: string) => HAND_OVER_FORMATS.find((each) => each.name === name)!

const MM_PER_PT = (25.4 / 72) * 100

/** A sheet at 1:100, its corner one metre to the left of the house. */
const underlay = newUnderlay({
  id: 'plan',
  name: 'Ground: plan',
  sheetId: 'page',
  placement: { kind: 'similarity', strain: undefined, mmPerPt: MM_PER_PT, turnRad: 0, originMm: { x: -1000, y: 0 } },
  order: 0,
})

async function project(change: Partial<Underlay> = {}): Promise<HandedProject> {
  const pdf = await handWritten('0 0 m 100 0 l S 20 30 m 20 60 80 60 80 30 c S')
  const { linework } = await readSheet(pdf)
  const image = await sharp({ create: { width: 40, height: 20, channels: 3, background: 'white' } })
    .jpeg()
    .toBuffer()
  const scan: Underlay = { ...underlay, id: 'scan', name: 'Scan', sheetId: 'picture', order: 1 }
  return {
    id: 'p',
    name: 'House',
    records: [...house().values(), { ...underlay, ...change }, scan],
    linework: [{ underlayId: 'plan', bytes: encodeSheet(indexSheet(linework)) }],
    files: [
      { underlayId: 'plan', name: 'plan.pdf', kind: 'pdf', page: 1, widthPt: 612, heightPt: 792, bytes: pdf },
      { underlayId: 'scan', name: 'scan.jpg', kind: 'image', page: 1, widthPt: 400, heightPt: 200, bytes: image },
    ],
  }
}

/** What ezdxf finds of a sheet: its lines, pages of PDFs and images. */
const READ = `
import ezdxf, json, sys
drawing = ezdxf.readfile(sys.argv[1])
audit = drawing.audit()
space = drawing.modelspace()
xyz = lambda v: [round(v.x, 4), round(v.y, 4)]
print(json.dumps({
  'errors': [str(e.message) for e in [*audit.errors, *audit.fixes]],
  'lines': [[l.dxf.layer, xyz(l.dxf.start), xyz(l.dxf.end)] for l in space.query('LINE') if l.dxf.layer.startswith('Sheet')],
  'splines': [s.dxf.layer for s in space.query('SPLINE')],
  'pages': [[u.get_underlay_def().dxf.filename, u.get_underlay_def().dxf.name, xyz(u.dxf.insert), round(u.dxf.scale_x, 4)] for u in space if hasattr(u, 'get_underlay_def')],
  'images': [[i.image_def.dxf.filename, xyz(i.dxf.insert), xyz(i.dxf.u_pixel), xyz(i.dxf.v_pixel), xyz(i.dxf.image_size)] for i in space.query('IMAGE')],
}))
`

interface Found {
  errors: string[]
  lines: [string, number[], number[]][]
  splines: string[]
  pages: unknown[]
  images: unknown[]
}

const read = (bytes: Uint8Array): Promise<Found> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.dxf'), bytes)
    await writeFile(join(folder, 'read.py'), READ)
    return JSON.parse(await program('/usr/bin/python3', join(folder, 'read.py'), join(folder, 'in.dxf')))
  })

it('the lines of a sheet go along in DXF, in place, on layers of their own', async () => {
  const found = await read(await handOver(await project(), format('dxf'), { sheets: true, unit: 'm' }))
  expect(found.errors).toEqual([])
  const [[layer, start, end]] = found.lines as [Found['lines'][number]]
  expect(layer).toBe('Sheet Ground_ plan')
  expect(start).toEqual([-1, 0])
  expect(end[0]).toBeCloseTo(-1 + (100 * MM_PER_PT) / 1000, 3)
  expect(found.splines).toEqual([layer])
})

it('a crop cuts what goes along', async () => {
  const crop = [
    { x: 10, y: -5 },
    { x: 50, y: -5 },
    { x: 50, y: 5 },
    { x: 10, y: 5 },
  ]
  const found = await read(await handOver(await project({ crop }), format('dxf'), { sheets: true }))
  const [[, start, end]] = found.lines as [Found['lines'][number]]
  expect([start[0]!, end[0]!].map((x) => Math.round((x + 1000) / MM_PER_PT))).toEqual([10, 50])
  expect(found.splines).toEqual([])
})

it('lies as vectors under the plan on paper', async () => {
  const handed = await project()
  const plain = await byPoppler(await handOver(handed, format('pdf'), { paper: 'A3', scale: 100 }))
  const over = await byPoppler(
    await handOver(await project(), format('pdf'), { paper: 'A3', scale: 100, sheets: true }),
  )
  expect(plain.curves.length).toBeLessThanOrEqual(over.curves.length)
  // Drawn at 1:100 on both papers: the line is as long as on the sheet.
  const isLine = ([x1, , x2]: number[]) => Math.abs(Math.abs(x2! - x1!) - 100) < 0.1
  expect(over.segments.some(isLine)).toBe(true)
})

it('a scan lies as a picture under the plan, in PDF and SVG, where it is', async () => {
  const handed = await project()
  const svg = new TextDecoder().decode(await handOver(handed, format('svg'), { paper: 'A3', scale: 100, sheets: true }))
  // 400 by 200 points at 1:100 on paper of the same scale.
  expect(svg).toMatch(/<image [^>]*transform="matrix\(141\.111\d* 0 0 70\.555\d* /)
  const pdf = await handOver(handed, format('pdf'), { paper: 'A3', scale: 100, sheets: true })
  const listed = await inScratch(async (folder) => {
    await writeFile(join(folder, 'plan.pdf'), pdf)
    return program('pdfimages', '-list', join(folder, 'plan.pdf'))
  })
  expect(listed).toMatch(/\bimage\s+40\s+20\s+rgb\b/)
})

it('goes out with its files: a page of a PDF and an image, where they lie', async () => {
  const zip = await JSZip.loadAsync(await handOver(await project(), format('dxf-bundle')))
  expect(Object.keys(zip.files).sort()).toEqual(['plan.dxf', 'sheets/', 'sheets/plan.pdf', 'sheets/scan 1.png'])
  const found = await read(await zip.file('plan.dxf')!.async('uint8array'))
  expect(found.errors).toEqual([])
  expect(found.lines).toEqual([])
  // A page is as large as its inches, at 1:100.
  expect(found.pages).toEqual([['sheets/plan.pdf', '1', [-1000, 0], 2540]])
  const perPixel = (400 / 40) * MM_PER_PT
  expect(found.images).toEqual([
    ['sheets/scan 1.png', [-1000, 0], [expect.closeTo(perPixel, 3), 0], [0, expect.closeTo(perPixel, 3)], [40, 20]],
  ])
  // Brought in again it shows the line of the page, 100 points long at 1:100.
  const again = await openSource(await handOver(await project(), format('dxf-bundle')))
  const { segments, segmentStyles, styles, layers } = await (await again.page(1)).linework()
  const onSheet = [...segmentStyles.keys()].filter((i) =>
    /^Sheet Ground/.test(layers[styles[segmentStyles[i]!]!.layer]!.name),
  )
  expect(onSheet.map((i) => (segments[4 * i + 2]! - segments[4 * i]!) / 100)).toEqual([expect.closeTo(100, 3)])
  // What is cut goes along as its lines.
  const crop = [
    { x: -5, y: -5 },
    { x: 200, y: -5 },
    { x: 200, y: 200 },
    { x: -5, y: 200 },
  ]
  const cut = await JSZip.loadAsync(await handOver(await project({ crop }), format('dxf-bundle')))
  const cropped = await read(await cut.file('plan.dxf')!.async('uint8array'))
  expect(cropped.pages).toEqual([])
  expect(cropped.lines).toHaveLength(1)
})
