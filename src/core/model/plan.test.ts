import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PLANE, project } from '../../../tests/support/frame'
import { opening, wall } from '../../../tests/support/house'
import { type Affine, apply, lengthFactor } from '../geometry/affine'
import { boxOf } from '../geometry/box'
import { distanceTo } from '../geometry/piece/measure'
import { placeAt } from '../geometry/piece/piece'
import { area } from '../geometry/polygon'
import { distance, type Point } from '../geometry/vector'
import { catchOn } from '../snap/catch'
import type { Dimension } from './dimension/schema'
import { FIRST_LAYER, type Layer } from './layer/schema'
import { Plan } from './plan'
import { type ProjectRecord, validateRecord } from './registry'
import { anchorsOf, gripsOf, kindOf, mapped, piecesOf, type Shape, surroundingsOf } from './shapes'
import { crossingsOf, standingParts } from './wall/crossings'
import { wallOutlines } from './wall/joins'
import type { Wall } from './wall/schema'

const on = { layerId: FIRST_LAYER.id, pen: undefined }
const DISPLAY = { unit: 'mm' as const, precision: 0 }

const symbol: ProjectRecord = {
  id: 's',
  kind: 'symbol',
  name: 'Rack',
  base: { x: 10, y: 0 },
  shapes: [
    { ...on, id: 'x', kind: 'path', xy: [0, 0, 100, 0, 100, 50], closed: true },
    { ...on, id: 'y', kind: 'circle', center: { x: 50, y: 20 }, radiusMm: 15 },
  ],
}

const SHAPES: Shape[] = [
  { ...on, id: 'path', kind: 'path', xy: [0, 0, 400, 100, 600, -50], bulges: [0, 0.4, 0], closed: false },
  { ...on, id: 'circle', kind: 'circle', center: { x: 30, y: 40 }, radiusMm: 120 },
  {
    ...on,
    id: 'ellipse',
    kind: 'ellipse',
    center: { x: 5, y: 6 },
    axis: { x: 80, y: 30 },
    ratio: 0.4,
    fromRad: 0.5,
    sweepRad: 3,
  },
  { ...on, id: 'spline', kind: 'spline', by: 'through', xy: [0, 0, 50, 80, 120, 10, 200, 60], closed: false },
  {
    ...on,
    id: 'hatch',
    kind: 'hatch',
    rings: [{ xy: [0, 0, 500, 0, 500, 300, 0, 300] }],
    pattern: 'lines',
    spacingMm: 40,
    turnRad: 0.6,
  },
  {
    ...on,
    id: 'insert',
    kind: 'insert',
    symbolId: 's',
    at: { x: 300, y: 200 },
    turnRad: 0.7,
    factor: 1.5,
    mirrored: false,
  },
  { id: 'wall', kind: 'wall', start: { x: 0, y: 0 }, end: { x: 900, y: 100 }, thicknessMm: 120, tracedLine: 'left' },
  {
    id: 'round',
    kind: 'wall',
    start: { x: 0, y: 0 },
    end: { x: 900, y: 100 },
    bulge: 0.4,
    thicknessMm: 120,
    tracedLine: 'left core',
    typeId: 'type',
    shell: { leftMm: 20, rightMm: 0 },
    flipped: true,
  },
  {
    id: 'stair',
    kind: 'stair',
    levelId: 'level-0',
    start: { x: 0, y: 0 },
    end: { x: 700, y: 90 },
    widthMm: 120,
    risers: 9,
  },
]

const records = (...all: ProjectRecord[]) => new Map([symbol, ...all].map((record) => [record.id, record]))
const around = surroundingsOf(records(...SHAPES), DISPLAY)

const similarities = fc
  .record({
    turn: fc.double({ min: -3, max: 3, noNaN: true }),
    factor: fc.double({ min: 0.2, max: 5, noNaN: true }),
    mirror: fc.boolean(),
    x: fc.integer({ min: -1e6, max: 1e6 }),
    y: fc.integer({ min: -1e6, max: 1e6 }),
  })
  .map(({ turn, factor, mirror, x, y }): Affine => {
    const [cos, sin] = [Math.cos(turn) * factor, Math.sin(turn) * factor]
    return mirror ? [cos, sin, sin, -cos, x, y] : [cos, sin, -sin, cos, x, y]
  })

describe.each(SHAPES)('a $kind', (shape) => {
  it('is a record that can be kept, and comes back from JSON the same', () => {
    expect(validateRecord(JSON.parse(JSON.stringify(shape)))).toMatchObject(JSON.parse(JSON.stringify(shape)))
  })

  it('mapped draws what mapping its lines draws', () => {
    fc.assert(
      fc.property(similarities, (map) => {
        const image = mapped(shape, map)
        const lines = piecesOf(image, around)
        const tolerance = 1e-5 * Math.max(1, lengthFactor(map))
        // Hatch lines start anew from the corner of their region: only their number and direction are kept.
        if (shape.kind === 'hatch') {
          expect(lines.length).toBeGreaterThan(0)
          return
        }
        for (const piece of piecesOf(shape, around))
          for (const t of [0, 0.3, 0.7, 1]) {
            const wanted = apply(map, placeAt(piece, t))
            expect(Math.min(...lines.map((each) => distanceTo(each, wanted)))).toBeLessThan(tolerance)
          }
      }),
      { numRuns: 40 },
    )
  })

  it('has each grip where it was put', () => {
    gripsOf(shape, around).forEach((grip, i) => {
      const to = { x: grip.x + 17, y: grip.y + 29 }
      const moved = kindOf(shape).withGrip(shape, i, to, around)
      const now = gripsOf(moved, around)
      // A quarter point of a circle or the end of an axis only says how large it is.
      const sizes = shape.kind === 'circle' || shape.kind === 'ellipse'
      // An arc runs over the place to which its middle is taken.
      const middle = shape.kind === 'path' && i >= shape.xy.length / 2
      if (middle) expect(Math.min(...piecesOf(moved, around).map((piece) => distanceTo(piece, to)))).toBeLessThan(1e-6)
      else if (!sizes || i === 0) expect(distance(now[i]!, to)).toBeLessThan(1e-6)
      else expect(now[0]).toEqual(gripsOf(shape, around)[0])
    })
  })
})

describe('a dimension', () => {
  const circle = SHAPES[1]!
  const anchor = (shape: Shape, i: number) => ({ at: anchorsOf(shape, around)[i]!, on: { id: shape.id, anchor: i } })
  const path = SHAPES[0]!
  const dimension: Dimension = {
    ...on,
    id: 'd',
    kind: 'dimension',
    way: 'level',
    anchors: [anchor(path, 0), anchor(path, 2)],
    offsetMm: 200,
    heightMm: 50,
  }
  const figures = (plan: Plan) => plan.shapes.get('d')!.letters.map(({ text }) => text)

  it('follows what it measures, and stays where that is gone', () => {
    const plan = new Plan()
    plan.update(records(path, dimension), DISPLAY)
    expect(figures(plan)).toEqual(['600'])
    const longer = kindOf(path).withGrip(path, 2, { x: 850, y: 0 }, around)
    plan.update(records(longer, dimension), DISPLAY)
    expect(figures(plan)).toEqual(['850'])
    plan.update(records(dimension), DISPLAY)
    expect(figures(plan)).toEqual(['600'])
  })

  it.each([
    [
      'aligned',
      [
        { x: 0, y: 0 },
        { x: 300, y: 400 },
      ],
      '500',
    ],
    [
      'level',
      [
        { x: 0, y: 0 },
        { x: 300, y: 400 },
      ],
      '300',
    ],
    [
      'upright',
      [
        { x: 0, y: 0 },
        { x: 300, y: 400 },
      ],
      '400',
    ],
    [
      'angle',
      [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 0, y: 70 },
      ],
      '90.0°',
    ],
    [
      'radius',
      [
        { x: 0, y: 0 },
        { x: 30, y: 40 },
      ],
      'R 50',
    ],
  ] as const)('%s states %s', (way, points: readonly Point[], figure) => {
    const plan = new Plan()
    plan.update(records({ ...dimension, way, anchors: points.map((at) => ({ at })) as Dimension['anchors'] }), DISPLAY)
    expect(figures(plan)).toEqual([figure])
  })

  it('of a radius follows the circle', () => {
    const radius: Dimension = { ...dimension, way: 'radius', anchors: [anchor(circle, 0), anchor(circle, 1)] }
    const plan = new Plan()
    plan.update(records({ ...circle, radiusMm: 300 } as Shape, radius), DISPLAY)
    expect(figures(plan)).toEqual(['R 300'])
  })
})

describe('the plan', () => {
  const layer = (part: Partial<Layer>): Layer => ({ ...FIRST_LAYER, ...part })

  it('catches and cuts with what shows, and nothing of a hidden layer', () => {
    const plan = new Plan()
    const [path] = SHAPES
    plan.update(records(path!), DISPLAY)
    expect(plan.lines({ x: 200, y: 52 }, 10)).toHaveLength(1)
    plan.update(records(path!, layer({ visible: false })), DISPLAY)
    expect(plan.lines({ x: 200, y: 52 }, 10)).toHaveLength(0)
    expect(
      plan.piecesWithin(
        boxOf([
          { x: 0, y: 0 },
          { x: 600, y: 100 },
        ]),
      ),
    ).toHaveLength(0)
  })

  it('tells what stands on a level while another one is worked on: walls with their openings, not the grid', () => {
    const plan = new Plan()
    const shown = [
      { ...wall('low', { x: 0, y: 0 }, { x: 4000, y: 0 }), levelId: 'ground' },
      { ...wall('high', { x: 0, y: 0 }, { x: 4000, y: 0 }), levelId: 'upper' },
      opening('door', 'low', 'door', 2000, 900, 2100, 0),
      { id: 'axis', kind: 'grid-line', name: 'A', start: { x: 0, y: 0 }, end: { x: 9000, y: 0 } } as const,
    ]
    plan.update(records(...shown), DISPLAY)
    plan.lookAt('upper')
    const ids = (all: readonly { readonly shape: Shape }[]) => all.map(({ shape }) => shape.id).sort()
    expect(ids(plan.onLevel('ground'))).toEqual(['door', 'low'])
    // The grid stands on every level.
    expect(ids([...plan.shapes.values()].filter((each) => plan.shows(each)))).toEqual(['axis', 'high'])
  })

  it('worked out in slices is the same as at once', () => {
    const many = Array.from(
      { length: 3000 },
      (_, i): Shape => ({ ...on, id: `p${i}`, kind: 'path', xy: [i, 0, i, 50], closed: false }),
    )
    const [slices, whole] = [new Plan(), new Plan()]
    const all = records(...many)
    whole.update(all, DISPLAY)
    let turns = 0
    for (let done = slices.update(all, DISPLAY, 0.0001); !done; done = slices.update(all, DISPLAY, 0.0001)) turns++
    expect(turns).toBeGreaterThan(0)
    expect(slices.shapes.size).toBe(whole.shapes.size)
    expect(slices.lines({ x: 1500.2, y: 25 }, 0.4).map(({ on: id }) => id)).toEqual(['p1500'])
  })

  it('after any changes finds just what is there', () => {
    const step = fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      x: fc.integer({ min: 0, max: 50 }),
      gone: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        const plan = new Plan()
        let now = records()
        for (const { id, x, gone } of steps) {
          now = new Map(now)
          if (gone) now.delete(id)
          else now.set(id, { ...on, id, kind: 'path', xy: [x * 100, 0, x * 100, 50], closed: false })
          plan.update(now, DISPLAY)
        }
        const found = plan.within({ minX: -1, minY: -1, maxX: 6000, maxY: 60 }).map(({ shape }) => shape.id)
        expect(found.sort()).toEqual([...now.keys()].filter((id) => id !== 's').sort())
      }),
    )
  })
})

describe('walls of a plan that changes', () => {
  it('are joined as if all were joined anew', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 })).map(([x, y]) => ({
      x: x * 1000,
      y: y * 1000,
    }))
    const anyWall = fc
      .record({
        start: place,
        end: place,
        thicknessMm: fc.constantFrom(100, 240, 365),
        tracedLine: fc.constantFrom(...(['left', 'centre', 'right'] as const)),
        // Round walls have many corners: a few of them say as much as many.
        bulge: fc.constantFrom(...Array<undefined>(14).fill(undefined), 0.3, -0.6),
      })
      .filter(({ start, end }) => start.x !== end.x || start.y !== end.y)
    const edit = fc.record({ id: fc.integer({ min: 0, max: 39 }).map((i) => `w${i}`), to: fc.option(anyWall) })
    fc.assert(
      fc.property(
        fc.array(anyWall, { minLength: 40, maxLength: 40 }),
        fc.array(edit, { maxLength: 8 }),
        (first, edits) => {
          let now = new Map<string, ProjectRecord>(
            first.map((each, i) => [`w${i}`, { ...each, id: `w${i}`, kind: 'wall' }]),
          )
          const plan = new Plan()
          plan.update(now, DISPLAY)
          for (const { id, to } of edits) {
            now = new Map(now)
            if (to) now.set(id, { ...to, id, kind: 'wall' })
            else now.delete(id)
            plan.update(now, DISPLAY)
          }
          const walls = [...now.values()].filter((record) => record.kind === 'wall')
          const anew = wallOutlines(walls)
          const through = crossingsOf(walls)
          expect(new Set(plan.outlines.keys())).toEqual(new Set(anew.keys()))
          for (const [id, ring] of anew) {
            const own = plan.outlines.get(id)!
            // Corners of several walls in one line may be told in another order: the same area, and the same box.
            expect(area(own)).toBeCloseTo(area(ring), 3)
            expect(boxOf(own)).toEqual(boxOf(ring))
            // So would the wall stand if it were only drawn now.
            expect(boxOf(plan.outlineWith(now.get(id) as Wall)!)).toEqual(boxOf(ring))
            const standing = standingParts(ring, through.get(id) ?? []).reduce((sum, part) => sum + area(part), 0)
            expect(plan.ringsOf(id).reduce((sum, part) => sum + area(part), 0)).toBeCloseTo(standing, 3)
          }
        },
      ),
      { seed: 8, numRuns: 80 },
    )
  })
})

describe('a plan that is looked at on a work plane', () => {
  const levels: ProjectRecord[] = [0, 3000].map((elevationMm) => ({
    id: `level-${elevationMm}`,
    kind: 'level',
    name: String(elevationMm),
    elevationMm,
  }))

  it.each([0, 0.3, -0.5])('catches the levels where they cross it, leaning by %s', (leanRad) => {
    const plan = new Plan()
    plan.update(project({ ...PLANE, leanRad }, ...levels), DISPLAY)
    plan.lookAt(PLANE.id)
    const y = 3000 / Math.cos(leanRad)
    const caught = catchOn(plan, { x: 1234, y: y + 4 }, 20)
    expect(caught).toMatchObject({ word: 'on line', point: { x: 1234 } })
    expect(caught!.point.y).toBeCloseTo(y, 9)
    // They have no ends and no middle, wherever the cursor is.
    expect(catchOn(plan, { x: 1234, y: y + 40 }, 20)).toBeNull()
    plan.lookAt(null)
    expect(catchOn(plan, { x: 1234, y: y + 4 }, 20)).toBeNull()
  })
})
