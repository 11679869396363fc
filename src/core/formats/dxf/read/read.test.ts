import { describe, expect, it } from 'vitest'
import { flattenCubic } from '@/core/geometry/bezier'
import { distance, type Point } from '@/core/geometry/vector'
import { curveOf, isVisible, type Linework, segmentEnds } from '@/core/sheet/linework'
import type { SourceError } from '@/core/sheet/problem'
import { MM_PER_PT } from '@/core/units/length'
import { makeDrawing } from '../../../../../tests/support/ezdxf-drawings'
import { writeDxf } from '../write/write'
import { readDxf } from './read'

/** A drawing from its entities, written by hand: a code and a value in turn. */
const drawing = (entities: string, rest = '', header = '9\n$INSUNITS\n70\n4\n') =>
  new TextEncoder().encode(
    `0\nSECTION\n2\nHEADER\n${header}0\nENDSEC\n${rest}0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`,
  )
const line = (x1: number | string, y1: number | string, x2: number | string, y2: number | string, more = '') =>
  `0\nLINE\n8\nA\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n${more}`
const blocks = (...each: [name: string, entities: string][]) =>
  `0\nSECTION\n2\nBLOCKS\n${each
    .map(([name, entities]) => `0\nBLOCK\n2\n${name}\n10\n0\n20\n0\n${entities}0\nENDBLK\n`)
    .join('')}0\nENDSEC\n`
const insert = (name: string, x = 0, y = 0) => `0\nINSERT\n8\nA\n2\n${name}\n10\n${x}\n20\n${y}\n`

/** Length of everything on each layer, in millimetres. */
function lengths(linework: Linework): Record<string, number> {
  const sums: Record<string, number> = {}
  const add = (style: number, points: readonly Point[]) => {
    const { name } = linework.layers[linework.styles[style]!.layer]!
    for (let i = 1; i < points.length; i++)
      sums[name] = (sums[name] ?? 0) + distance(points[i - 1]!, points[i]!) * MM_PER_PT
  }
  for (let i = 0; i < linework.segmentFlags.length; i++) add(linework.segmentStyles[i]!, segmentEnds(linework, i))
  for (let i = 0; i < linework.curveFlags.length; i++)
    add(linework.curveStyles[i]!, flattenCubic(curveOf(linework, i), 0.001))
  return sums
}

describe('drawings that another program made', () => {
  it.each([
    ['R12', 1],
    ['R2000', 2],
    ['R2004', 3],
    ['R2007', 4],
    ['R2010', 5],
    ['R2013', 6],
    ['R2018', 7],
  ] as const)('%s: everything is there, as long and as large', async (version, seed) => {
    const made = await makeDrawing(version, seed)
    const { linework, zeroPt } = readDxf(made.bytes)
    const ours = lengths(linework)
    expect(Object.keys(ours).sort()).toEqual(Object.keys(made.lengths).sort())
    for (const [layer, length] of Object.entries(made.lengths)) expect(ours[layer]! / length, layer).toBeCloseTo(1, 3)
    const [minX, minY, maxX, maxY] = made.extent
    // The lower left of the sheet is that of the drawing; curves end up to 3 parts in 10,000 of their radius further out.
    expect(Math.abs(-zeroPt.x * MM_PER_PT - minX)).toBeLessThan(2)
    expect(Math.abs(-zeroPt.y * MM_PER_PT - minY)).toBeLessThan(2)
    expect(Math.abs(linework.widthPt * MM_PER_PT - (maxX - minX))).toBeLessThan(4)
    expect(Math.abs(linework.heightPt * MM_PER_PT - (maxY - minY))).toBeLessThan(4)
    const texts = linework.text.map(({ text }) => text)
    for (const text of made.texts) expect(texts).toContain(text)
  })
})

it('reads back what it writes, to a hundredth of a millimetre', () => {
  const points = [
    { x: 0, y: 0 },
    { x: 5210, y: 0 },
    { x: 5210, y: 3140.25 },
  ]
  const written = writeDxf({
    unit: 'mm',
    layers: [{ name: 'A-WALL', colorIndex: 7 }],
    entities: [{ type: 'polyline', layer: 'A-WALL', points, closed: false }],
  })
  const { linework } = readDxf(new TextEncoder().encode([...written].join('')))
  const [start, end] = segmentEnds(linework, 1)
  expect(distance(start, end) * MM_PER_PT).toBeCloseTo(3140.25, 2)
})

it.each([
  [1, 25.4],
  [2, 304.8],
  [5, 10],
  [6, 1000],
])('$INSUNITS %i makes a unit %d millimetres', (code, mm) => {
  const { linework, unitStated } = readDxf(drawing(line(0, 0, 10, 0), '', `9\n$INSUNITS\n70\n${code}\n`))
  expect(linework.widthPt * MM_PER_PT).toBeCloseTo(10 * mm, 3)
  expect(unitStated).toBe(true)
})

it('keeps what lies far away exact', () => {
  const far = 5_538_400_000
  const { linework, zeroPt } = readDxf(drawing(line(far, far, far + 1000, far + 250)))
  const [start, end] = segmentEnds(linework, 0)
  expect(distance(start, end) * MM_PER_PT).toBeCloseTo(Math.hypot(1000, 250), 3)
  expect(-zeroPt.x * MM_PER_PT).toBeCloseTo(far, 1)
})

it('layers that are off or frozen do not show; layer 0 of a block is that of its insert', () => {
  const tables =
    '0\nSECTION\n2\nTABLES\n0\nLAYER\n2\nOFF\n70\n0\n62\n-3\n0\nLAYER\n2\nCOLD\n70\n1\n62\n3\n0\nLAYER\n2\nA\n70\n0\n62\n1\n0\nENDSEC\n'
  const inBlock = line(0, 0, 5, 5).replace('8\nA\n', '8\n0\n')
  const entities =
    line(0, 0, 9, 9).replace('8\nA\n', '8\nOFF\n') + line(0, 0, 8, 8).replace('8\nA\n', '8\nCOLD\n') + insert('B')
  const { linework } = readDxf(drawing(entities, tables + blocks(['B', inBlock])))
  expect([...linework.segmentFlags].map(isVisible)).toEqual([false, false, true])
  expect(linework.styles[linework.segmentStyles[2]!]).toMatchObject({ color: '#ff0000' })
})

describe('bad drawings', () => {
  it('figures that are none, and such beyond the earth, are left out', () => {
    const { linework } = readDxf(
      drawing(line('nan', 0, 5, 5) + line(0, 'inf', 5, 5) + line(0, 0, '1e300', 5) + line(0, 0, 40, 30)),
    )
    expect(linework.segmentFlags).toHaveLength(1)
    expect(linework.widthPt * MM_PER_PT).toBeCloseTo(40, 3)
  })

  it('blocks within themselves end', () => {
    const rest = blocks(['B', line(0, 0, 1, 1) + insert('C', 5)], ['C', insert('B', 7) + line(0, 0, 2, 0)])
    expect(readDxf(drawing(insert('B'), rest)).linework.segmentFlags).toHaveLength(2)
  })

  it.each<[string, Uint8Array, SourceError['problem']]>([
    [
      'blocks that multiply beyond bounds',
      drawing(
        insert('B0'),
        blocks(
          ...Array.from(
            { length: 12 },
            (_, i) => [`B${i}`, i === 11 ? line(0, 0, 1, 1) : insert(`B${i + 1}`).repeat(8)] as [string, string],
          ),
        ),
      ),
      'drawing-too-large',
    ],
    [
      'empty blocks that multiply beyond bounds',
      drawing(
        insert('B0'),
        blocks(
          ...Array.from(
            { length: 30 },
            (_, i) => [`B${i}`, i === 29 ? '' : insert(`B${i + 1}`).repeat(3)] as [string, string],
          ),
        ),
      ),
      'drawing-too-large',
    ],
    ['nothing in it', drawing(''), 'empty-drawing'],
    ['meshes alone', drawing('0\nMESH\n8\nA\n0\n3DSOLID\n8\nA\n'), 'only-meshes'],
    ['a polyline of faces alone', drawing('0\nPOLYLINE\n8\nA\n70\n64\n0\nSEQEND\n'), 'only-meshes'],
    ['groups that are none', new TextEncoder().encode('0\nSECTION\n2\nENTITIES\nx\ny\n'), 'broken-drawing'],
    ['the binary form', new TextEncoder().encode('Some Binary DXF\r\n\x1a\0'), 'binary-dxf'],
  ])('%s: is refused', (_, bytes, problem) => {
    expect(() => readDxf(bytes)).toThrow(expect.objectContaining({ problem }))
  })

  it('a drawing cut short is read as far as it goes', () => {
    const whole = drawing(line(0, 0, 10, 0) + line(0, 0, 0, 10) + line(5, 5, 9, 9))
    const cut = whole.slice(0, whole.length - 60)
    expect(readDxf(cut).linework.segmentFlags.length).toBeGreaterThan(0)
  })
})

it('a text with a line break in it does not end the reading', () => {
  const text = (words: string) => `0\nTEXT\n8\nA\n10\n5\n20\n5\n40\n2\n1\n${words}\n50\n0\n`
  const { linework } = readDxf(drawing(`${line(0, 0, 10, 0)}${text('\n')}${text('Two\nlines')}${line(0, 1, 10, 1)}`))
  expect(linework.segmentFlags).toHaveLength(2)
  expect(linework.text.map((run) => run.text)).toEqual(['Two'])
})
