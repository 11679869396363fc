import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../tests/support/hand-written'
import { readSheet } from '../../../tests/support/read-sheet'
import { chainOf } from '../draft/chain'
import { lengthOf } from '../geometry/piece/measure'
import { type Segment, segment } from '../geometry/piece/piece'
import { area } from '../geometry/polygon'
import { projectiveOf } from '../geometry/projective'
import { MM_PER_PT } from '../units/length'
import { mergeCollinear } from './collinear'
import { type LiftJob, lift } from './lift'
import { KIND_LAYERS, type LiftOptions, USUAL_LIFT } from './options'
import { arcsOfChords } from './rounds'

/** At 1:100 a point of the sheet is 35.3 mm on site. */
const FACTOR = 100 * MM_PER_PT

const JOB: Omit<LiftJob, 'options'> = {
  map: projectiveOf([FACTOR, 0, 0, FACTOR, 0, 0]),
  mmPerPt: FACTOR,
  turnRad: 0,
  crop: null,
  parts: [],
  markup: true,
  region: null,
  underlayId: 'u',
  layerIds: { '': 'layer-0' },
}

async function lifted(content: string, options: Partial<LiftOptions> = {}, more: Partial<LiftJob> = {}) {
  const { linework } = await readSheet(await handWritten(content))
  return lift(linework, { ...JOB, options: { ...USUAL_LIFT, ...options }, ...more })
}

/** A circle of radius 20 pt as four Béziers. */
const CIRCLE = (x: number, y: number) => {
  const [r, k] = [20, 20 * 0.5522847498]
  return [
    `${x + r} ${y} m ${x + r} ${y + k} ${x + k} ${y + r} ${x} ${y + r} c`,
    `${x - k} ${y + r} ${x - r} ${y + k} ${x - r} ${y} c`,
    `${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r} c`,
    `${x + k} ${y - r} ${x + r} ${y - k} ${x + r} ${y} c S`,
  ].join(' ')
}

describe('lifting', () => {
  it('keeps every part of a line that a notched crop leaves', async () => {
    const crop = [
      [10, 10],
      [90, 10],
      [90, 60],
      [60, 60],
      [60, 30],
      [40, 30],
      [40, 60],
      [10, 60],
    ].map(([x, y]) => ({ x: x!, y: y! }))
    const { shapes } = await lifted('0 50 m 100 50 l S', {}, { crop })
    const spans = shapes.map((shape) =>
      (shape as { xy: number[] }).xy.filter((_, i) => i % 2 === 0).map((x) => x / FACTOR),
    )
    expect(spans.map((span) => span.map(Math.round).sort((p, q) => p - q)).sort((p, q) => p[0]! - q[0]!)).toEqual([
      [10, 40],
      [60, 90],
    ])
  })

  it.each([
    ['by the even-odd rule', '20 20 100 100 re 40 40 30 30 re f*', 1, 91],
    ['by the way they run', '20 20 100 100 re 40 40 m 40 70 l 70 70 l 70 40 l h f', 1, 91],
    ['unless they run the same way', '20 20 100 100 re 40 40 30 30 re f', 2, 109],
    ['with an island in the hole', '20 20 100 100 re 30 30 50 50 re 40 40 30 30 re f*', 2, 84],
  ])('keeps the holes of filled areas %s', async (_, content, count, hundreds) => {
    const { shapes, after } = await lifted(content, { fills: true })
    expect(after.fills).toBe(count)
    const areas = shapes.map((shape) => {
      if (shape.kind !== 'hatch') throw new Error('no hatch')
      const [outline, ...holes] = shape.rings.map(({ xy }) =>
        area(Array.from({ length: xy.length / 2 }, (_, i) => ({ x: xy[2 * i]!, y: xy[2 * i + 1]! }))),
      )
      return outline! - holes.reduce((sum, hole) => sum + hole, 0)
    })
    expect(areas.reduce((sum, each) => sum + each, 0) / FACTOR ** 2 / 100).toBeCloseTo(hundreds, 6)
  })

  it('fills what is filled within curves', async () => {
    const disc = CIRCLE(100, 100).replace(/S$/, 'f')
    const leaf = '200 100 m 240 150 280 150 320 100 c 280 70 240 70 200 100 c f'
    const { shapes, after } = await lifted(`${disc} ${leaf}`, { fills: true })
    expect(after).toMatchObject({ fills: 2, circles: 0, curves: 0 })
    expect(shapes.map(({ kind }) => kind)).toEqual(['hatch', 'hatch'])
  })

  it('makes one circle of four curves, with its centre and radius', async () => {
    const { shapes, after } = await lifted(CIRCLE(100, 100))
    expect(after.circles).toBe(1)
    expect(shapes).toHaveLength(1)
    const [circle] = shapes
    if (circle?.kind !== 'circle') throw new Error('no circle')
    expect(circle.radiusMm).toBeCloseTo(20 * FACTOR, -0.5)
    expect(Math.abs(circle.radiusMm - 20 * FACTOR)).toBeLessThan(20 * FACTOR * 1e-3)
    expect(circle.center.x).toBeCloseTo(100 * FACTOR, 0)
  })

  it('makes a closed polyline of single strokes that touch, and one line of strokes on one line', async () => {
    const strokes = '10 10 m 90 10 l S 90 10 m 90 60 l S 90 60 m 10 60 l S 10 60 m 10 10 l S'
    const { shapes, before } = await lifted(strokes)
    expect(before.lines).toBe(4)
    expect(shapes).toMatchObject([{ kind: 'path', closed: true }])
    const row = '10 100 m 50 100 l S 50 100 m 90 100 l S 60 100 m 150 100 l S 10 100 m 50 100 l S'
    const { shapes: merged } = await lifted(row)
    expect(merged).toHaveLength(1)
    expect(merged[0]).toMatchObject({ kind: 'path', closed: false })
    const [x1, , x2] = (merged[0] as { xy: number[] }).xy
    expect(Math.abs(x2! - x1!)).toBeCloseTo(140 * FACTOR, 1)
  })

  it('leaves lines apart where that is wanted', async () => {
    const strokes = '10 10 m 90 10 l S 90 10 m 90 60 l S'
    expect((await lifted(strokes, { chained: false })).shapes).toHaveLength(2)
    expect((await lifted(strokes, { chained: false })).after).toMatchObject({ lines: 2, polylines: 0 })
  })

  it('makes one dashed line of a row of equal dashes', async () => {
    const dashes = Array.from({ length: 12 }, (_, i) => `${10 + i * 10} 50 m ${16 + i * 10} 50 l S`).join(' ')
    const { shapes, after } = await lifted(dashes)
    expect(after.dashed).toBe(1)
    expect(shapes).toMatchObject([{ kind: 'path', pen: { line: 'dashed' } }])
    expect((await lifted(dashes, { dashes: false })).shapes).toHaveLength(12)
  })

  it('takes only what lies in the region, cut at its edge, and nothing that is too short', async () => {
    const region = [0, 1, 2, 3].map((i) => ({ x: (i % 3 === 0 ? 0 : 50) * FACTOR, y: (i < 2 ? 0 : 100) * FACTOR }))
    const { shapes } = await lifted('10 10 m 90 10 l S 60 60 m 90 60 l S', {}, { region })
    expect(shapes).toHaveLength(1)
    expect((shapes[0] as { xy: number[] }).xy[2]! / FACTOR).toBeCloseTo(50, 3)
    expect((await lifted('10 10 m 90 10 l S 10 20 m 11 20 l S', { shortestMm: 100 })).shapes).toHaveLength(1)
  })

  it('takes text as text, in its place and size', async () => {
    const font = '/Type /Font /Subtype /Type1 /BaseFont /Helvetica'
    const pdf = await handWritten('BT /F 12 Tf 40 50 Td (Oar store) Tj ET', {
      resources: '/Font << /F 10 0 R >>',
      objects: [font],
    })
    const { linework } = await readSheet(pdf)
    const { shapes, after } = lift(linework, { ...JOB, options: USUAL_LIFT })
    expect(after.texts).toBe(1)
    expect(shapes[0]).toMatchObject({ kind: 'text', text: 'Oar store' })
    const { at, heightMm } = shapes[0] as { at: { x: number; y: number }; heightMm: number }
    expect(at.x / FACTOR).toBeCloseTo(40, 2)
    // Capitals are seven tenths of the size of a font.
    expect(heightMm / FACTOR).toBeCloseTo(8.4, 1)
  })

  it('keeps weights and leaves hatching out unless it is wanted', async () => {
    const { shapes } = await lifted('2 w 10 10 m 90 10 l S')
    expect(shapes[0]!.pen?.weightMm).toBeCloseTo(2 * MM_PER_PT, 2)
    const hatch = Array.from({ length: 30 }, (_, i) => `${10 + i * 3} 20 m ${40 + i * 3} 60 l S`).join(' ')
    expect((await lifted(hatch)).shapes).toHaveLength(0)
    expect((await lifted(hatch, { hatching: true })).shapes.length).toBeGreaterThan(25)
  })
})

describe('merging lines on one line', () => {
  it('merges segments on one line that touch or overlap, and no others', () => {
    const a = segment({ x: 0, y: 0 }, { x: 100, y: 0 })
    const merged = (b: Segment) => mergeCollinear([a, b], { toleranceMm: 0.01, merged: true, dashes: false }).full
    expect(merged(segment({ x: 150, y: 0 }, { x: 90, y: 0 }))).toEqual([segment({ x: 0, y: 0 }, { x: 150, y: 0 })])
    expect(merged(segment({ x: 150, y: 0 }, { x: 110, y: 0 }))).toHaveLength(2)
    expect(merged(segment({ x: 150, y: 5 }, { x: 90, y: 5 }))).toHaveLength(2)
  })

  const end = fc.integer({ min: 0, max: 400 })
  it('covers just what the given ones covered', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(end, end), { minLength: 1, maxLength: 20 }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (spans, turn) => {
          const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
          const at = (t: number) => ({ x: 5000 + cos * t * 10, y: -300 + sin * t * 10 })
          const pieces: Segment[] = spans.filter(([a, b]) => a !== b).map(([a, b]) => segment(at(a), at(b)))
          const { full } = mergeCollinear(pieces, { toleranceMm: 2, merged: true, dashes: false })
          const covered = new Set<number>()
          for (const [a, b] of spans) for (let t = Math.min(a, b); t < Math.max(a, b); t++) covered.add(t)
          const total = full.reduce((sum, piece) => sum + lengthOf(piece), 0)
          expect(total).toBeCloseTo(covered.size * 10, 3)
        },
      ),
    )
  })
})

it('chords that follow a circle become arcs of it, others stay', () => {
  const points = Array.from({ length: 25 }, (_, i) => ({ x: 1000 * Math.cos(i * 0.1), y: 1000 * Math.sin(i * 0.1) }))
  const chords = points.slice(1).map((p, i) => segment(points[i]!, p))
  const { pieces } = arcsOfChords(chainOf(chords), 2)
  expect(pieces).toHaveLength(1)
  expect(pieces[0]).toMatchObject({ kind: 'arc' })
  const zigzag = Array.from({ length: 12 }, (_, i) =>
    segment({ x: i * 100, y: i % 2 ? 50 : 0 }, { x: (i + 1) * 100, y: i % 2 ? 0 : 50 }),
  )
  expect(arcsOfChords(chainOf(zigzag), 2).pieces).toHaveLength(12)
})

describe('an ellipse stays an ellipse', () => {
  /** A circle of radius 20 pt made twice as wide, and turned. */
  const turned = (degrees: number, content: string) => {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    const row = [2 * cos, 2 * sin, -sin, cos].map((value) => value.toFixed(6))
    return `q ${row.join(' ')} 150 100 cm ${content} Q`
  }

  it('whole, from four cubics, whichever way it lies', async () => {
    for (const degrees of [0, 30, 90]) {
      const { shapes } = await lifted(turned(degrees, CIRCLE(0, 0)))
      expect(shapes).toHaveLength(1)
      const [ellipse] = shapes
      expect(ellipse).toMatchObject({ kind: 'ellipse' })
      if (ellipse?.kind !== 'ellipse') return
      const [long, short] = [
        Math.hypot(ellipse.axis.x, ellipse.axis.y),
        Math.hypot(ellipse.axis.x, ellipse.axis.y) * Math.abs(ellipse.ratio),
      ].sort((a, b) => b - a)
      expect(long! / FACTOR).toBeCloseTo(40, 2)
      expect(short! / FACTOR).toBeCloseTo(20, 2)
      expect(Math.abs(ellipse.sweepRad)).toBeCloseTo(2 * Math.PI, 9)
      expect(ellipse.center.x / FACTOR).toBeCloseTo(150, 3)
    }
  })

  it('as a quarter of one; any other single cubic stays what it is', async () => {
    const quarter = '20 0 m 20 11.0457 11.0457 20 0 20 c S'
    expect((await lifted(turned(20, quarter))).shapes).toMatchObject([{ kind: 'ellipse' }])
    for (const free of ['20 0 m 20 6 11 20 0 20 c S', '0 0 m 10 30 40 -20 60 10 c S', '20 0 m 20 9 9 20 0 20 c S'])
      expect((await lifted(turned(20, free))).shapes).toMatchObject([{ kind: 'spline' }])
  })
})

it('without layers of the sheet its kinds go to layers of their own, where that is wanted', async () => {
  const layerIds = {
    '': 'layer-0',
    [KIND_LAYERS.lines]: 'l',
    [KIND_LAYERS.fills]: 'f',
    [KIND_LAYERS.hatching]: 'h',
    [KIND_LAYERS.text]: 't',
  }
  const hatch = Array.from({ length: 12 }, (_, i) => `${10 + i * 3} 10 m ${30 + i * 3} 30 l S`).join(' ')
  const content = `10 100 m 90 100 l S ${hatch} 150 100 40 40 re f`
  const options = { hatching: true, fills: true, chained: false }
  const layersOf = async (kinds: boolean) =>
    new Set((await lifted(content, { ...options, kinds }, { layerIds })).shapes.map(({ layerId }) => layerId))
  expect(await layersOf(true)).toEqual(new Set(['l', 'f', 'h']))
  expect(await layersOf(false)).toEqual(new Set(['layer-0']))
})
