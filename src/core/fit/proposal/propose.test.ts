import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../../tests/support/hand-written'
import { readSheet } from '../../../../tests/support/read-sheet'
import type { TextRun } from '../../sheet/linework'
import { phrasesOf } from './phrases'
import { readPrintedLength, readRoomSize } from './printed-length'
import { proposeScale } from './propose'

describe('a printed length', () => {
  it.each([
    ['5210', 'whole', 5210],
    ['5 210', 'whole', 5210],
    ['(5210)', 'whole', 5210],
    ['5.21', 'decimal', 5.21],
    ['5,21', 'decimal', 5.21],
    ['3.76⁵', 'decimal', 3.765],
    ['88⁵', 'whole', 88.5],
    ['5.21 m', 'stated', 5210],
    ['62 cm', 'stated', 620],
    ['8 110 mm', 'stated', 8110],
    ['10\'-2 1/2"', 'stated', 10 * 304.8 + 2.5 * 25.4],
    ['10′-2½″', 'stated', 10 * 304.8 + 2.5 * 25.4],
    ['10\' - 2"', 'stated', 10 * 304.8 + 50.8],
    ["12'", 'stated', 12 * 304.8],
    ['8 3/4"', 'stated', 8.75 * 25.4],
    ['12-6 1/2', 'stated', 12 * 304.8 + 6.5 * 25.4],
    ['8-0', 'stated', 8 * 304.8],
    ['1200 ±2', 'whole', 1200],
    ['1200 typ.', 'whole', 1200],
  ] as const)('%s', (text, kind, value) => {
    const read = readPrintedLength(text)
    expect(read?.kind).toBe(kind)
    expect(read?.value).toBeCloseTo(value, 9)
  })

  it.each([
    '+3.150',
    '12.4 m²',
    '1:100',
    'A-101',
    '12.03.2024',
    '07',
    '7',
    'Room 12',
    '',
    '±0.00',
    '30°',
    'R250',
    '2024-117',
    '12-14',
  ])('“%s” is none', (text) => {
    expect(readPrintedLength(text)).toBeNull()
  })

  it.each([
    ['3.45 x 4.20 m', 3450, 4200],
    ["12'-6\" × 10'", 3810, 3048],
  ])('%s is the size of a room', (text, width, depth) => {
    expect(readRoomSize(text)?.map(({ value }) => Math.round(value))).toEqual([width, depth])
  })
})

const run = (text: string, x: number, y: number, heightPt = 8, turnRad = 0): TextRun => ({
  text,
  x,
  y,
  heightPt,
  turnRad,
  lengthPt: text.length * heightPt * 0.5,
  layer: -1,
  flags: 0,
})

describe('phrases', () => {
  it('put a stacked fraction behind its inches, at any turn', () => {
    for (const turn of [0, Math.PI / 2, 0.3]) {
      const at = (x: number, y: number) =>
        [100 + x * Math.cos(turn) - y * Math.sin(turn), 100 + x * Math.sin(turn) + y * Math.cos(turn)] as const
      const runs = [
        run("10'-2", ...at(0, 0), 8, turn),
        run('1', ...at(21, 3.4), 4.8, turn),
        run('2"', ...at(21, -1.8), 4.8, turn),
      ]
      expect(phrasesOf(runs).map(({ text }) => text)).toEqual(['10\'-2 1/2"'])
    }
  })

  it('raise a small figure that stands high', () => {
    expect(phrasesOf([run('88', 0, 0), run('5', 8.5, 3, 5)]).map(({ text }) => text)).toEqual(['88⁵'])
  })
})

/** Content that writes text with its middle at a place. */
const write = (text: string, x: number, y: number) => `BT /F 8 Tf ${x - text.length * 2.2} ${y} Td (${text}) Tj ET `
const FONT = { resources: '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>' }

describe('the scale of a sheet', () => {
  it('is looked for in no time on a damaged one, with text and lines of any size', async () => {
    const { linework } = await readSheet(await handWritten(write('5210', 150, 100), FONT))
    const wild = [1e-30, 1e9, 3e37, Number.POSITIVE_INFINITY]
    const text = wild.flatMap((size) => [
      run('5210', 150, 100, size),
      { ...run('5210', 150, 100, 8, 0.7), lengthPt: size },
      run('1', size, 100, 5),
    ])
    const segments = Float32Array.from(wild.flatMap((far) => [-far, -far, far, far, 140, -far, 140, far]))
    const segmentFlags = new Uint8Array(segments.length / 4)
    const segmentStyles = new Uint32Array(segments.length / 4)
    expect(() => proposeScale({ ...linework, text, segments, segmentFlags, segmentStyles })).not.toThrow()
  })

  it('comes from room sizes where nothing else is printed', async () => {
    // Three rooms at 1 mm to 0.02 pt, with walls of two lines and a table in one of them.
    const rooms = [
      [20, 20, 3450, 4200],
      [92, 20, 2800, 4200],
      [20, 110, 5000, 2100],
    ] as const
    const content = rooms
      .map(([x, y, w, d]) => {
        const [width, depth] = [w * 0.02, d * 0.02]
        const label = `${(w / 1000).toFixed(2)} x ${(d / 1000).toFixed(2)} m`
        return `${x} ${y} ${width} ${depth} re S ${x - 2} ${y - 2} ${width + 4} ${depth + 4} re S ${write(label, x + width / 2, y + depth / 2)}`
      })
      .join(' ')
    const { linework } = await readSheet(
      await handWritten(`${content.replaceAll(/8 Tf/g, '3 Tf')} 30 30 10 8 re S`, FONT),
    )
    const proposal = proposeScale(linework)!
    expect(proposal.mmPerPt).toBeCloseTo(50, 1)
    expect(proposal.dimensions.filter(({ agrees }) => agrees)).toHaveLength(6)
  })

  it('comes from a scale bar where nothing else is printed, without being sure of it', async () => {
    const marks = [0, 1, 2, 3].map((i) => `${50 + i * 40} 40 m ${50 + i * 40} 46 l S`).join(' ')
    const labels = ['0', '2', '4', '6 m'].map((text, i) => write(text, 50 + i * 40, 50)).join(' ')
    const { linework } = await readSheet(await handWritten(`50 40 m 170 40 l S ${marks} ${labels}`, FONT))
    const proposal = proposeScale(linework)!
    expect(proposal.mmPerPt).toBeCloseTo(50, 3)
    expect(proposal.confidence).toBeLessThan(0.6)
  })

  it('is only named where nothing confirms it, and none where nothing is said', async () => {
    const named = await readSheet(await handWritten(write('Scale 1:50', 150, 100), FONT))
    expect(proposeScale(named.linework)).toMatchObject({ confidence: 0.4, dimensions: [], stated: { ratio: 50 } })
    const silent = await readSheet(await handWritten(`${write('Hall', 150, 100)} 10 10 m 200 10 l S`, FONT))
    expect(proposeScale(silent.linework)).toBeNull()
  })
})
