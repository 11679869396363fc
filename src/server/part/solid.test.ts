import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import ExcelJS from 'exceljs'
import { XMLParser } from 'fast-xml-parser'
import { validateBytes } from 'gltf-validator'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { readDxf } from '../../../tests/support/ezdxf'
import { judgeStep } from '../../../tests/support/judge-step'
import { box, holes, PLATE_LINES, partOf, THICK } from '../../../tests/support/part'
import { byPoppler } from '../../../tests/support/poppler'
import { inScratch, program } from '../../../tests/support/producers'
import { pdfOf } from '../hand-over/pdf'
import {
  drawingOfPart,
  dxfOfFace,
  dxfOfPart,
  glbOfPart,
  PartError,
  stepOfPart,
  stepOfParts,
  stlOfPart,
  threeMfOfPart,
  xlsxOfPart,
} from './solid'

const records = new Map(
  [
    ...PLATE_LINES,
    partOf(
      { ...THICK, profile: ['plate', 'bore'] } as typeof THICK,
      { id: 's', kind: 'sink', profile: ['pocket'], depthMm: 4 },
      holes({ head: { kind: 'counterbore', diameterMm: 14, depthMm: 5 } }),
    ),
  ].map((record) => [record.id, record]),
)
const MAKER = { madeAt: '2026-01-02T03:04:05', author: 'N. Kálnoky', organisation: 'Atelier Vier' }
const inBytes = (text: string) => new TextEncoder().encode(text)
const VOLUME = 200 * 100 * 10 - Math.PI * 400 * 10 - 40 * 60 * 4 - 2 * (Math.PI * 16 * 10 + Math.PI * (49 - 16) * 5)

/** The part with a plate so many millimetres wide. */
const grown = (wide: number) => new Map(records).set('plate', box('plate', 0, 0, wide, 100))

interface Corner {
  readonly x: number
  readonly y: number
  readonly z: number
}
interface Triangle {
  readonly v1: number
  readonly v2: number
  readonly v3: number
}

describe('a part that is handed over', () => {
  it('is the same solid to another program that reads its STEP', async () => {
    const { volumeMm3, faces, solids, from, to } = await judgeStep(inBytes(await stepOfPart(records, undefined, MAKER)))
    expect(volumeMm3).toBeCloseTo(VOLUME, 3)
    expect(solids).toBe(1)
    // Six of the plate, the bore, five of the pocket, three of each hole.
    expect(faces).toBe(6 + 1 + 5 + 2 * 3)
    const bounds = [...from, ...to]
    for (const [i, mm] of [0, 0, 0, 200, 100, 10].entries()) expect(bounds[i]).toBeCloseTo(mm, 4)
  })

  it('says in STEP what it is called and made of, and who made the file, in the alphabet of the standard', async () => {
    const named = { ...records.get('part')!, name: 'Größe Żółw', material: 'Unobtainium' }
    const text = await stepOfPart(new Map(records).set('part', named as never), undefined, MAKER)
    expect(text).toMatch(/^[\x20-\x7e\n]*$/)
    expect(text).toContain("PRODUCT('part','Gr\\X2\\00F6\\X0\\\\X2\\00DF\\X0\\e ")
    expect(text).toMatch(/FILE_NAME\('Gr.*','2026-01-02T03:04:05',\('N\. K.*lnoky'\),\('Atelier Vier'\),'Calque'/)
    // A material that nobody knows keeps its name.
    expect(text).toContain("DESCRIPTIVE_REPRESENTATION_ITEM('Unobtainium','Unobtainium')")
    expect(text).not.toContain('density')
    expect(text).toContain('COLOUR_RGB')
    expect((await judgeStep(inBytes(text))).volumeMm3).toBeCloseTo(VOLUME, 3)
  })

  it('goes out with all other parts as one assembly, none in another', async () => {
    const other = { ...partOf(THICK), id: 'other', name: 'Other' }
    const text = await stepOfParts(new Map([...records, ['other', other]]) as never, 'Both', MAKER)
    const { solids, volumeMm3, from, to } = await judgeStep(inBytes(text))
    // The second one's disc stands by itself.
    expect(solids).toBe(1 + 2)
    expect(volumeMm3).toBeGreaterThan(VOLUME)
    expect(to[0] - from[0]).toBeGreaterThan(200 + 50 + 200 - 1)
    expect(text.match(/NEXT_ASSEMBLY_USAGE_OCCURRENCE/g)).toHaveLength(2)
  })

  it('is closed triangles in STL, of the same volume within its tolerance', async () => {
    const bytes = await stlOfPart(records, 'Bracket')
    const view = new DataView(bytes.buffer, bytes.byteOffset)
    const count = view.getUint32(80, true)
    expect(bytes.length).toBe(84 + 50 * count)
    let six = 0
    const sides = new Map<string, number>()
    for (let i = 0; i < count; i++) {
      const corner = (k: number) =>
        [0, 4, 8].map((at) => view.getFloat32(84 + 50 * i + 12 + 12 * k + at, true)) as [number, number, number]
      const [a, b, c] = [corner(0), corner(1), corner(2)]
      six +=
        a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0])
      for (const [p, q] of [
        [a, b],
        [b, c],
        [c, a],
      ] as const) {
        const [from, to] = [p.join(), q.join()]
        sides.set(`${from} ${to}`, (sides.get(`${from} ${to}`) ?? 0) + 1)
      }
    }
    expect(Math.abs(six / 6 / VOLUME - 1)).toBeLessThan(1e-3)
    // Every side has its counterpart the other way round.
    for (const [side, times] of sides) expect(sides.get(side.split(' ').reverse().join(' '))).toBe(times)
  })

  it('is one closed body in 3MF: every side belongs to two triangles, one each way', async () => {
    const zip = await JSZip.loadAsync(await threeMfOfPart(records))
    expect(Object.keys(zip.files)).toEqual(
      expect.arrayContaining(['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model']),
    )
    const model = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', parseAttributeValue: true }).parse(
      await zip.file('3D/3dmodel.model')!.async('string'),
    ).model as {
      unit: string
      resources: {
        object: { name: string; mesh: { vertices: { vertex: Corner[] }; triangles: { triangle: Triangle[] } } }
      }
    }
    expect(model.unit).toBe('millimeter')
    const { name, mesh } = model.resources.object
    expect(name).toBe('Bracket')
    const corners = mesh.vertices.vertex
    const sides = new Set<string>()
    let six = 0
    for (const { v1, v2, v3 } of mesh.triangles.triangle) {
      const [a, b, c] = [corners[v1]!, corners[v2]!, corners[v3]!]
      six += a.x * (b.y * c.z - b.z * c.y) - a.y * (b.x * c.z - b.z * c.x) + a.z * (b.x * c.y - b.y * c.x)
      for (const side of [`${v1} ${v2}`, `${v2} ${v3}`, `${v3} ${v1}`]) {
        expect(sides.has(side)).toBe(false)
        sides.add(side)
      }
    }
    for (const side of sides) expect(sides.has(side.split(' ').reverse().join(' '))).toBe(true)
    expect(Math.abs(six / 6 / VOLUME - 1)).toBeLessThan(1e-3)
  })

  it('is read by another program from DXF, with its areas and circles', async () => {
    const { errors, units, polylines, circles } = await readDxf(new TextEncoder().encode(dxfOfPart(records)))
    expect(errors).toEqual([])
    expect(units).toBe(4)
    expect(polylines.map(({ layer, area }) => `${layer} ${Math.round(area)}`).sort()).toEqual([
      'OUTLINE 20000',
      'SUNKEN 2400',
    ])
    expect(circles.map(([, , radius]) => radius).sort()).toEqual([20, 4, 4, 7, 7])
  })

  it('is drawn on paper with hidden lines, sizes and a hole table, as poppler sees it', async () => {
    const groups = await drawingOfPart(records, undefined, 'A3')
    const bytes = await pdfOf([{ groups, paper: 'A3', ratio: null }], { title: 'Part' })
    const { segments } = await byPoppler(bytes)
    const lengths = segments.map(([x1, y1, x2, y2]) => (Math.hypot(x2! - x1!, y2! - y1!) * 25.4) / 72)
    const has = (mm: number) => expect(Math.min(...lengths.map((each) => Math.abs(each - mm)))).toBeLessThan(0.05)
    // Three views beside one another and the table have room at half size.
    for (const mm of [200, 100, 10, 40, 60]) has(mm / 2)
    const text = await inScratch(async (folder) => {
      await writeFile(join(folder, 'drawing.pdf'), bytes)
      return program('pdftotext', '-layout', join(folder, 'drawing.pdf'), '-')
    })
    for (const words of [
      'Bracket',
      'Scale 1:2 on A3',
      '200.00',
      '100.00',
      'A1',
      'A2',
      'Ø8.00 THRU, CBORE Ø14.00 × 5.00 DEEP',
    ])
      expect(text).toContain(words)
    const hidden = groups.find(({ name }) => name === 'Hidden lines')!.svg
    expect(hidden).toContain('stroke-dasharray')
    // The pocket's floor runs along behind the front: 4 mm beneath the upper edge.
    expect(hidden.match(/<path/g)!.length).toBeGreaterThanOrEqual(2)
    await expect(drawingOfPart(grown(20_000), undefined, 'A4')).rejects.toThrow('does not fit on A4')
  })

  it('has each flat face as DXF at its true size, as one sees it from outside', async () => {
    const face = async (named?: string) => readDxf(new TextEncoder().encode(await dxfOfFace(records, undefined, named)))
    const top = await face()
    expect(top.errors).toEqual([])
    expect(top.polylines.map(({ area }) => Math.round(area)).sort()).toEqual([20_000, 2400])
    expect(top.circles.map(([, , radius]) => Math.round(radius! * 1e4) / 1e4).sort()).toEqual([20, 7, 7])
    expect((await face('front')).polylines.map(({ area }) => Math.round(area))).toEqual([2000])
    // By its middle: the floor of the pocket.
    const floor = await face('0.7,0.5,0.6')
    expect(floor.polylines.map(({ area }) => Math.round(area))).toEqual([2400])
    await expect(dxfOfFace(records, undefined, 'inside')).rejects.toThrow('There is no face “inside”')
    await expect(dxfOfFace(records, undefined, '0.25,0.5,0.5')).rejects.toThrow('not flat')
  })

  it('is valid glTF', async () => {
    const bytes = await glbOfPart(records)
    expect((await validateBytes(bytes)).issues.messages).toEqual([])
    // Metres: the largest place is the length of the plate.
    const json = new TextDecoder().decode(
      bytes.subarray(20, 20 + new DataView(bytes.buffer, bytes.byteOffset).getUint32(12, true)),
    )
    expect(
      Math.max(...(JSON.parse(json).accessors as { max?: number[] }[]).flatMap(({ max }) => max ?? [])),
    ).toBeCloseTo(0.2, 6)
  })

  it('is told in a workbook: facts, holes and price', async () => {
    const book = new ExcelJS.Workbook()
    await book.xlsx.load((await xlsxOfPart(records)).buffer as ArrayBuffer)
    const cell = (page: string, row: number, at: number) => book.getWorksheet(page)!.getRow(row).getCell(at).value
    expect(cell('Facts', 2, 3)).toBeCloseTo(VOLUME, 3)
    expect(cell('Facts', 3, 3)).toBeCloseTo(VOLUME * 1410e-9, 4)
    expect([cell('Holes', 3, 1), cell('Holes', 3, 2), cell('Holes', 3, 4)]).toEqual([180, 80, 'through'])
    expect(cell('Price', 2, 1)).toBe('Material')
  })

  it('says what is missing', async () => {
    await expect(stepOfPart(new Map(), undefined, MAKER)).rejects.toThrow('There is no part in the project yet.')
    await expect(stepOfPart(records, 'Lid', MAKER)).rejects.toThrow('There is no such part: there are Bracket.')
    const broken = new Map(records).set('part', partOf({ ...THICK, profile: ['gone'] } as typeof THICK))
    await expect(stepOfPart(broken, undefined, MAKER)).rejects.toThrow(PartError)
  })
})
