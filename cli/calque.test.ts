import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import JSZip from 'jszip'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ProjectRecord } from '@/core/model/registry'
import { boathouseSet } from '../demo/sheets/boathouse'
import { outriggerPlate } from '../demo/sheets/outrigger-plate'
import { servicesDrawing } from '../demo/sheets/services-drawing'
import { newUnderlay } from '../src/core/model/underlay/new'
import { elementSheet, SHEET_HABITS } from '../tests/support/element-sheets'
import { readDxf } from '../tests/support/ezdxf'
import { steelFrame } from '../tests/support/frame'
import { endlessPage, handWritten, noPages, withPassword } from '../tests/support/hand-written'
import { house } from '../tests/support/house'
import { printPage } from '../tests/support/print-page'

interface Ended {
  status: number
  out: string
  err: string
}

let folder: string
const calque = (...args: string[]) => inEnvironment({}, ...args)

/** Runs the command as a person does, standing in the folder of the files. */
function inEnvironment(env: Record<string, string>, ...args: string[]): Promise<Ended> {
  return new Promise((resolve) => {
    const options = { cwd: process.cwd(), env: { ...process.env, INIT_CWD: folder, ...env }, maxBuffer: 1 << 28 }
    execFile(process.execPath, ['scripts/calque.mjs', ...args], options, (error, out, err) =>
      resolve({ status: error ? Number(error.code) : 0, out, err }),
    )
  })
}

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'calque-'))
  const line = '1 w 20 30 m 120 80 l S 0 0 m 0 10 10 20 20 20 c S BT /H 12 Tf 30 40 Td (5210) Tj ET'
  const font = '/Font << /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>'
  const files: Record<string, Uint8Array> = {
    'plan.pdf': await handWritten(line, { resources: font, page: '/Rotate 90' }),
    'set.pdf': await boathouseSet(),
    'secret.pdf': await withPassword(await handWritten(line), 'teal'),
    'hollow.pdf': await noPages(),
    'services.dxf': servicesDrawing(),
    'plate.svg': outriggerPlate(),
    'scan.png': await sharp({ create: { width: 600, height: 300, channels: 3, background: '#fff' } })
      .withMetadata({ density: 150 })
      .png()
      .toBuffer(),
    'binary.dxf': new TextEncoder().encode('Some Binary DXF\r\n\x1a\0'),
    'letter.pdf': new TextEncoder().encode('Dear Sir or Madam'),
    'endless.pdf': await endlessPage(),
  }
  for (const [name, bytes] of Object.entries(files)) await writeFile(join(folder, name), bytes)
})
afterAll(() => rm(folder, { recursive: true, force: true }))

describe('inspect', () => {
  it('says what each page holds', async () => {
    const { out } = await calque('inspect', 'set.pdf', '--json')
    const { pages } = JSON.parse(out)
    expect(pages).toHaveLength(3)
    expect(pages[0]).toMatchObject({ number: 1, widthMm: 420, heightMm: 297, rotation: 0, content: 'vector' })
    expect(pages[0].layers).toContain('Dimensions')
    expect(pages[0].counts.textRuns).toBeGreaterThan(20)
  })

  it('says it of one page, turned as it is displayed', async () => {
    const { out } = await calque('inspect', 'plan.pdf', '--page', '1', '--json')
    expect(JSON.parse(out).pages).toEqual([
      {
        number: 1,
        widthMm: 70.556,
        heightMm: 105.833,
        rotation: 90,
        layers: [],
        counts: { lines: 1, curves: 1, textRuns: 1, images: 0 },
        content: 'vector',
        producer: '',
      },
    ])
  })
})

describe('every kind of sheet', () => {
  it.each([
    ['services.dxf', { content: 'vector', layers: ['BUILDING', 'WATER', 'WASTE', 'NOTES'], rotation: 0 }],
    ['plate.svg', { content: 'vector', widthMm: 228.6, heightMm: 139.7 }],
    [
      'scan.png',
      { content: 'image', widthMm: 101.6, heightMm: 50.8, counts: { lines: 0, curves: 0, textRuns: 0, images: 1 } },
    ],
  ])('%s is inspected', async (file, expected) => {
    const { out } = await calque('inspect', file, '--json')
    expect(JSON.parse(out).pages).toMatchObject([{ number: 1, ...expected }])
  })

  it('a DXF goes through and comes out as long', async () => {
    expect((await calque('linework', 'services.dxf', '--page', '1', '--dxf', 'through.dxf')).status).toBe(0)
    const report = await readDxf(await readFile(join(folder, 'through.dxf')))
    expect(report.errors).toEqual([])
    expect(report.layers).toContain('WATER')
    expect(Math.max(...report.lines.map(([x1, y1, x2, y2]) => Math.hypot(x2! - x1!, y2! - y1!)))).toBeCloseTo(31_200, 1)
  })

  it('where an image lies is told', async () => {
    const { out } = await calque('linework', 'scan.png', '--page', '1', '--json')
    expect(JSON.parse(out)).toMatchObject({
      segments: [],
      images: [{ map: [288, 0, 0, 144, 0, 0], widthPx: 600, heightPx: 300 }],
    })
  })
})

describe('linework', () => {
  it('prints what is visible, y up from the lower left as displayed', async () => {
    const { out } = await calque('linework', 'plan.pdf', '--page', '1', '--json')
    expect(JSON.parse(out)).toEqual({
      unit: 'pt',
      segments: [[30, 280, 80, 180]],
      curves: [[0, 300, 10, 300, 20, 290, 20, 280]],
      text: [{ s: '5210', x: 40, y: 270, heightPt: 12, angleDeg: -90 }],
      images: [],
    })
  })

  it('writes DXF true to a ratio', async () => {
    const { status } = await calque('linework', 'plan.pdf', '--page', '1', '--dxf', 'out.dxf', '--ratio', '100')
    expect(status).toBe(0)
    const report = await readDxf(await readFile(join(folder, 'out.dxf')))
    expect(report.errors).toEqual([])
    expect(report.types).toEqual({ LINE: 1, SPLINE: 1, TEXT: 1 })
    const [line] = report.lines
    expect(line![0]).toBeCloseTo((30 * 2540) / 72, 3)
  })

  it('opens a protected file with its password', async () => {
    const { out } = await calque('linework', 'secret.pdf', '--page', '1', '--password', 'teal', '--json')
    expect(JSON.parse(out).segments).toEqual([[20, 30, 120, 80]])
  })
})

describe('propose-scale', () => {
  it('finds the scale of a plan printed “fit to page” from what is printed on it', async () => {
    const { out, status } = await calque('propose-scale', 'set.pdf', '--page', '1', '--json')
    expect(status).toBe(0)
    const report = JSON.parse(out)
    expect(report).toMatchObject({ found: true, unitSystem: 'metric' })
    expect(report.ratio).toBeCloseTo(100 / 0.6866, 1)
    expect(report.mmPerPtX / report.mmPerPtY).toBeCloseTo(1, 3)
    expect(report.agree).toBeGreaterThan(15)
    expect(report.total).toBe(report.agree + report.outliers.length)
    expect(report.confidence).toBeGreaterThan(0.9)
  })

  it('says plainly when there is nothing to go on', async () => {
    const { out } = await calque('propose-scale', 'scan.png', '--page', '1', '--json')
    expect(JSON.parse(out)).toMatchObject({ found: false, ratio: null, agree: 0, total: 0 })
    expect((await calque('propose-scale', 'scan.png', '--page', '1')).out).toMatch(/states nothing of its scale/)
  })
})

describe('propose-walls', () => {
  it('lists the walls of a plan with their openings, true to size', async () => {
    const { out, status } = await calque('propose-walls', 'set.pdf', '--page', '1', '--json')
    expect(status).toBe(0)
    const { walls } = JSON.parse(out) as {
      walls: { start: [number, number]; end: [number, number]; thicknessMm: number; openings: { use: string }[] }[]
    }
    // Outside it measures 31.2 m; between the centre lines of its gables 30.835 m.
    const long = walls.filter(({ start, end }) => {
      const length = Math.hypot(end[0] - start[0], end[1] - start[1])
      return length > 30_815 && length < 31_220
    })
    expect(long).toHaveLength(2)
    for (const { thicknessMm } of long) expect(Math.abs(thicknessMm - 365)).toBeLessThan(3)
    expect(walls.flatMap(({ openings }) => openings).filter(({ use }) => use === 'door').length).toBeGreaterThan(4)
  })

  it('asks for the scale of a page that states none', async () => {
    const { err, status } = await calque('propose-walls', 'scan.png', '--page', '1')
    expect(status).toBe(2)
    expect(err).toMatch(/--ratio/)
    expect((await calque('propose-walls', 'scan.png', '--page', '1', '--ratio', '0')).err).toMatch(/no ratio/)
  })
})

describe('read-plan', () => {
  it('gives scale, walls and the named rooms of a page in one go', async () => {
    const { out, status } = await calque('read-plan', 'set.pdf', '--page', '1', '--json')
    expect(status).toBe(0)
    const { content, scale, walls, rooms } = JSON.parse(out) as {
      content: string
      scale: { mmPerPt: number; certainty: number; agreeing: number }
      walls: unknown[]
      rooms: { name: string; areaMm2: number; certainty: number }[]
    }
    expect(content).toBe('vector')
    expect(scale.certainty).toBeGreaterThan(0.8)
    expect(walls.length).toBeGreaterThan(5)
    expect(rooms.filter(({ name }) => name !== '').length).toBeGreaterThan(2)
    for (const { areaMm2 } of rooms) expect(areaMm2).toBeGreaterThan(1e6)
    const listed = await calque('read-plan', 'set.pdf', '--page', '1')
    expect(listed.out).toMatch(/rooms\n/)
    expect(listed.out).toContain(rooms.find(({ name }) => name)!.name)
  })

  it('gives grid lines, columns and stairs, each with its certainty', async () => {
    const sheet = elementSheet(7, SHEET_HABITS[0]!)
    await writeFile(join(folder, 'frame.pdf'), await printPage(sheet, 'pdf-lib'))
    const { out } = await calque('read-plan', 'frame.pdf', '--page', '1', '--ratio', '100', '--json')
    const read = JSON.parse(out) as Record<'gridLines' | 'columns' | 'stairs', { name?: string; certainty: number }[]>
    const of = (kind: string) => sheet.truth.filter((element) => element.kind === kind)
    expect(read.gridLines.map(({ name }) => name).sort()).toEqual(
      of('grid-line')
        .map((line) => (line.kind === 'grid-line' ? line.name : ''))
        .sort(),
    )
    expect((JSON.parse(out) as { levels: unknown[] }).levels).toEqual([])
    expect([read.columns.length, read.stairs.length]).toEqual([of('column').length, 1])
    for (const { certainty } of [...read.gridLines, ...read.columns]) expect(certainty).toBeGreaterThan(0.5)
    const listed = await calque('read-plan', 'frame.pdf', '--page', '1', '--ratio', '100')
    expect(listed.out).toContain('grid line A')
  })

  it('says what is no certainty', async () => {
    const { err, status } = await calque('read-plan', 'set.pdf', '--page', '1', '--certainty', '2')
    expect(status).toBe(2)
    expect(err).toMatch(/no certainty/)
  })
})

describe('compare', () => {
  it('tells lines of which only the pen differs where that is asked', async () => {
    const sheet = elementSheet(7, SHEET_HABITS[1]!)
    const broad = {
      ...sheet,
      lines: sheet.lines.map(([a, b, c, d, pen]) => [a, b, c, d, pen === 0.25 ? 1 : pen] as const),
    }
    await writeFile(join(folder, 'older.pdf'), await printPage(sheet, 'pdf-lib'))
    await writeFile(join(folder, 'newer.pdf'), await printPage(broad, 'cairo'))
    const asked = ['compare', 'older.pdf', 'newer.pdf', '--ratio', '50', '--json']
    const plain = JSON.parse((await calque(...asked)).out) as { changes: unknown[]; pens?: unknown }
    expect(plain.changes).toEqual([])
    expect(plain.pens).toBeUndefined()
    const { pens } = JSON.parse((await calque(...asked, '--pens')).out) as {
      pens: { before: string; after: string; lines: number }[]
    }
    expect(pens[0]).toMatchObject({ before: '0.10 mm', after: '0.35 mm' })
  })
})

describe('fit', () => {
  const solved = async (points: unknown): Promise<Ended> => {
    await writeFile(join(folder, 'points.json'), typeof points === 'string' ? points : JSON.stringify(points))
    return calque('fit', '--points', 'points.json')
  }

  it('solves known dimensions, typed in any unit', async () => {
    const { out } = await solved({
      dimensions: [
        { from: [0, 0], to: [1000, 0], stated: '35.28 m' },
        { from: [0, 0], to: [0, 500], stated: 17640 },
      ],
    })
    const found = JSON.parse(out)
    expect(found.mmPerPt).toBeCloseTo(35.28, 9)
    expect(found.residuals).toHaveLength(2)
    expect(found.stretch).toMatchObject({ beyondPicking: false })
  })

  it('solves tie points', async () => {
    const ties = [
      { sheet: [0, 0], at: [500, 0] },
      { sheet: [100, 0], at: [500, 3528] },
      { sheet: [100, 100], at: [-3028, 3528] },
    ]
    const found = JSON.parse((await solved({ ties })).out)
    expect(found.mmPerPt).toBeCloseTo(35.28, 9)
    expect(found.turnDeg).toBeCloseTo(90, 9)
  })

  it.each([
    [{ dimensions: [] }, /at least one known length/],
    [{ ties: [{ sheet: [0, 0], at: [1, 1] }] }, /2 points or more/],
    [{ dimensions: [{ from: [0, 0], to: [9, 9], stated: 'far' }] }, /not a length/],
    [{ dimensions: [{ from: [0], to: [9, 9], stated: '1' }] }, /points\.json/],
    ['{', /no JSON/],
  ])('refuses %j in a sentence', async (points, sentence) => {
    const { status, err } = await solved(points)
    expect(status).toBe(2)
    expect(err).toMatch(sentence)
  })
})

describe('differences', () => {
  const state = (name: string, records: readonly ProjectRecord[]) =>
    writeFile(
      join(folder, name),
      JSON.stringify({ format: 'calque-project', version: 1, id: 'h', name: 'House', records }),
    )

  it('says what differs between two states of a project: as a list, as JSON and as a workbook', async () => {
    const later = house()
    later.delete('window')
    await state('earlier.json', [...house().values()])
    await state('later.json', [...later.values()])
    const list = await calque('differences', 'earlier.json', 'later.json')
    expect(list).toMatchObject({ status: 0, out: '1 change\ngone\tWindow W01\n' })
    const { out } = await calque('differences', 'earlier.json', 'later.json', '--json', '--xlsx', 'differences.xlsx')
    const { elements, tables } = JSON.parse(out)
    expect(elements).toMatchObject([{ id: 'window', kind: 'opening', what: 'gone', called: 'Window W01', says: [] }])
    const walls = tables.find(({ name }: { name: string }) => name === 'walls')
    // The wall has got back what the window took of it.
    expect(walls.rows[0].cells['net-by']).toBeCloseTo(1.2 * 1.5, 9)
    expect((await readFile(join(folder, 'differences.xlsx'))).subarray(0, 2).toString()).toBe('PK')
  })

  it('is not what hand-over is for', async () => {
    await state('house.json', [...house().values()])
    const { status, err } = await calque('hand-over', 'house.json', '--format', 'xlsx-differences')
    expect(status).toBe(2)
    expect(err).toContain('calque differences')
  })
})

describe('hand-over', () => {
  const project = () =>
    JSON.stringify({ format: 'calque-project', version: 1, name: 'House', records: [...house().values()] })

  it.each([
    ['ifc', /^ISO-10303-21;[\s\S]*IFCWALL\([\s\S]*END-ISO-10303-21;\n$/],
    ['gbxml', /<Space id="space-1"[\s\S]*<Area>30\.51<\/Area>/],
    ['csv-rooms', /^Level,Number,Name[\s\S]*Ground,01,Hall,,30\.51,/],
    ['json', /"format": "calque-project"/],
  ])('writes %s', async (format, holds) => {
    await writeFile(join(folder, 'house.json'), project())
    const { status, out } = await calque('hand-over', 'house.json', '--format', format)
    expect(status).toBe(0)
    expect(out).toMatch(holds)
  })

  it('writes DXF that opens elsewhere, with what is built on layers of its own', async () => {
    await writeFile(join(folder, 'house.json'), project())
    await calque('hand-over', 'house.json', '--format', 'dxf', '--out', 'house.dxf')
    const drawing = await readDxf(await readFile(join(folder, 'house.dxf')))
    expect(drawing.errors).toEqual([])
    expect(drawing.layers).toEqual(expect.arrayContaining(['A-WALL', 'A-DOOR', 'A-GLAZ', 'A-AREA']))
    const covered = drawing.polylines.filter(({ layer }) => layer === 'A-WALL').reduce((sum, { area }) => sum + area, 0)
    // Cut at the window and the door.
    expect(covered / 1e6).toBeCloseTo(60 - (5.65 + 3.65) * 5.4 - 1.2 * 0.3 - 0.9 * 0.1, 6)
  })

  it('writes frames: their cut list, a work plane by its name, the axes in space, a DXF for each kind of plate', async () => {
    const records = [...steelFrame().values()]
    await writeFile(
      join(folder, 'frame.json'),
      JSON.stringify({ format: 'calque-project', version: 1, name: 'Frame', records }),
    )
    const list = await calque('hand-over', 'frame.json', '--format', 'csv-cut-list')
    expect(list.out).toMatch(
      /^Mark,Use,Section,Material,Length \(mm\)[\s\S]*,column,HEB 300,Steel,6000,square,square,4,1,6000,/,
    )
    await calque('hand-over', 'frame.json', '--format', 'dxf-plane', '--plane', 'Frame 1', '--out', 'plane.dxf')
    expect((await readDxf(await readFile(join(folder, 'plane.dxf')))).errors).toEqual([])
    await calque('hand-over', 'frame.json', '--format', 'dxf-axes', '--out', 'axes.dxf')
    expect((await readDxf(await readFile(join(folder, 'axes.dxf')))).inSpace).toHaveLength(9)
    await calque('hand-over', 'frame.json', '--format', 'dxf-plates', '--out', 'plates.zip')
    const zip = await JSZip.loadAsync(await readFile(join(folder, 'plates.zip')))
    expect(Object.keys(zip.files)).toHaveLength(2)
    const nowhere = await calque('hand-over', 'frame.json', '--format', 'dxf-plane', '--plane', 'Frame 9')
    expect(nowhere).toMatchObject({ status: 2, err: expect.stringMatching(/no such work plane: there are Frame 1/) })
  })

  it('lays the sheets of an archive beneath a plan, and takes their files along; records alone have none', async () => {
    const placement = { kind: 'similarity' as const, mmPerPt: 10, turnRad: 0, originMm: { x: 0, y: 0 } }
    const sheet = { id: 's1', number: 1, label: null, zeroX: 0, zeroY: 0, dpi: null, dpiStated: null, dpiSet: null }
    const underlay = newUnderlay({ id: 'u1', sheetId: 's1', name: 'Plan', order: 1, placement })
    const manifest = {
      format: 'calque-archive',
      version: 1,
      name: 'House',
      records: [...house().values(), underlay],
      sources: [
        {
          id: 'f1',
          name: 'plan.pdf',
          kind: 'pdf',
          file: 'sources/1 plan.pdf',
          producer: '',
          supersedes: null,
          sheets: [{ ...sheet, widthPt: 200, heightPt: 200 }],
        },
      ],
    }
    const zip = new JSZip()
    zip.file('project.json', JSON.stringify(manifest))
    zip.file('sources/1 plan.pdf', await readFile(join(folder, 'plan.pdf')))
    await writeFile(join(folder, 'house.zip'), await zip.generateAsync({ type: 'uint8array' }))
    await calque('hand-over', 'house.zip', '--format', 'dxf', '--sheets', '--out', 'over.dxf')
    const over = await readDxf(await readFile(join(folder, 'over.dxf')))
    expect(over.errors).toEqual([])
    expect(over.layers.some((layer) => layer.includes('Plan'))).toBe(true)
    const alone = await calque('hand-over', 'house.zip', '--format', 'dxf', '--out', 'alone.dxf')
    expect(alone.status).toBe(0)
    expect((await readDxf(await readFile(join(folder, 'alone.dxf')))).layers.join()).not.toContain('Plan')
    await calque('hand-over', 'house.zip', '--format', 'dxf-bundle', '--out', 'bundle.zip')
    const bundle = await JSZip.loadAsync(await readFile(join(folder, 'bundle.zip')))
    expect(Object.keys(bundle.files).filter((name) => name.endsWith('.pdf'))).toHaveLength(1)
    await writeFile(join(folder, 'house.json'), project())
    const { status, err } = await calque('hand-over', 'house.json', '--format', 'dxf', '--sheets')
    expect(status).toBe(2)
    expect(err).toMatch(/archive/)
  })

  it.each([
    ['plan.pdf', 'ifc', /is not JSON/],
    ['nowhere.json', 'ifc', /no file/],
    ['house.json', 'tsv', /no format tsv/],
    ['list.json', 'ifc', /holds no project/],
  ])('refuses %s as %s', async (file, format, sentence) => {
    await writeFile(join(folder, 'house.json'), project())
    await writeFile(join(folder, 'list.json'), '[]')
    const { status, err } = await calque('hand-over', file, '--format', format)
    expect(status).toBe(2)
    expect(err).toMatch(sentence)
  })
})

describe('what cannot be done is said in one sentence, with exit code 2', () => {
  it.concurrent.each([
    [['inspect', 'nowhere.pdf'], /There is no file nowhere\.pdf/],
    [['inspect', 'letter.pdf'], /letter\.pdf is not a PDF/],
    [['inspect', 'binary.dxf'], /binary\.dxf is a DXF in the binary form/],
    [['linework', 'scan.png', '--page', '2', '--json'], /scan\.png has one page, no page 2/],
    [['inspect', 'hollow.pdf', '--json'], /hollow\.pdf has no pages/],
    [['inspect', 'secret.pdf'], /secret\.pdf is protected by a password/],
    [['inspect', 'secret.pdf', '--password', 'mauve'], /does not open secret\.pdf/],
    [['linework', 'plan.pdf', '--page', '7', '--json'], /plan\.pdf has one page, no page 7/],
    [['linework', 'plan.pdf', '--page', 'two', '--json'], /no page two/],
    [['linework', 'plan.pdf', '--page', '1'], /Say what to write/],
    [['linework', 'plan.pdf', '--page', '1', '--dxf', 'x.dxf', '--ratio', '-3'], /“-3” is no ratio/],
    [['linework', 'plan.pdf', '--page', '1', '--dxf', 'no/such/folder.dxf'], /can't be written/],
    [['inspect'], /missing required argument/],
    [['fold', 'plan.pdf'], /unknown command/],
  ])('%o', async (args, sentence) => {
    const { status, out, err } = await calque(...args)
    expect(err).toMatch(sentence)
    expect(err.trim().split('\n')).toHaveLength(1)
    expect({ status, out }).toEqual({ status: 2, out: '' })
  })

  it('also where a page never ends', async () => {
    const { status, err } = await inEnvironment({ CALQUE_PAGE_SECONDS: '2' }, 'inspect', 'endless.pdf')
    expect(err).toMatch(/endless\.pdf, page 1, took too long/)
    expect(status).toBe(2)
  })
})

it('help names every command', async () => {
  const { status, out } = await calque('--help')
  expect(status).toBe(0)
  for (const word of ['inspect', 'linework']) expect(out).toContain(word)
})
