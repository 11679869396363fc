import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { partOf, viewOfPart } from '../../../tests/support/part'
import { changed, newId } from '../../../tests/support/sketch'
import { distance, type Point } from '../geometry/vector'
import { layOut } from '../model/dimension/layout'
import type { Dimension, DimensionWay } from '../model/dimension/schema'
import { measuredPoints } from '../model/dimension/shape'
import { FIRST_LAYER } from '../model/layer/schema'
import type { Path } from '../model/path/schema'
import type { ProjectRecord } from '../model/registry'
import type { FeatureRef, Relation, RelationWay } from '../model/relation/schema'
import { surroundingsOf } from '../model/shapes'
import { isSketched, type Sketched } from './figure'
import { foundRelations } from './find'
import { withRelations } from './follow'
import { solveView, stateOf } from './sketch'

const on = { layerId: FIRST_LAYER.id, planeId: 'top', pen: undefined }

const path = (id: string, xy: number[], closed: boolean, bulges?: number[]): Path => ({
  ...on,
  id,
  kind: 'path',
  xy,
  closed,
  ...(bulges && { bulges }),
})
const circle = (id: string, x: number, y: number, radiusMm: number): Sketched => ({
  ...on,
  id,
  kind: 'circle',
  center: { x, y },
  radiusMm,
})
const relation = (way: RelationWay, ...of: FeatureRef[]): Relation => ({
  id: newId(),
  kind: 'relation',
  planeId: 'top',
  way,
  of,
})
const dimension = (
  way: DimensionWay,
  stated: number | undefined,
  ...anchors: (readonly [string, number])[]
): Dimension => ({
  ...on,
  id: newId(),
  kind: 'dimension',
  way,
  anchors: anchors.map(([id, anchor]) => ({ at: { x: 0, y: 0 }, on: { id, anchor } })),
  offsetMm: 10,
  heightMm: 3,
  ...(stated !== undefined && { stated }),
})

const known = (...records: readonly ProjectRecord[]): Map<string, ProjectRecord> =>
  new Map([partOf(), viewOfPart('top'), ...records].map((record) => [record.id, record]))

/** What a dimension measures, worked out without the solver. */
function measured(dim: Dimension, records: ReadonlyMap<string, ProjectRecord>): number {
  const around = surroundingsOf(records, { unit: 'mm', precision: 3 })
  return layOut(dim.way, measuredPoints(dim, around), 10, 3, around.display)!.measured
}

const QUARTER = Math.tan(Math.PI / 8)

/** A rectangle with round corners. */
const rounded = (x: number, y: number, w: number, h: number, r: number): Path =>
  path(
    'outline',
    [x + r, y, x + w - r, y, x + w, y + r, x + w, y + h - r, x + w - r, y + h, x + r, y + h, x, y + h - r, x, y + r],
    true,
    [0, QUARTER, 0, QUARTER, 0, QUARTER, 0, QUARTER],
  )

const size = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })

/** A shape with every number of it a little off. */
const shaken = <S extends Sketched>(shape: S, off: () => number): S =>
  shape.kind === 'circle'
    ? { ...shape, center: { x: shape.center.x + off(), y: shape.center.y + off() }, radiusMm: shape.radiusMm + off() }
    : { ...shape, xy: shape.xy.map((each) => each + off()) }

const sketches = fc
  .record({
    x: size(-500, 500),
    y: size(-500, 500),
    w: size(80, 300),
    h: size(60, 200),
    r: size(5, 20),
    hole: size(3, 12),
    offs: fc.array(size(-1, 1), { minLength: 30, maxLength: 30 }),
  })
  // Radii that are all but equal are meant to be.
  .filter(({ r, hole }) => Math.abs(r - hole) > 0.1)

/** How high a triangle is over its longest side. */
function heightOf(a: Point, b: Point, c: Point): number {
  const twice = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))
  return twice / Math.max(distance(a, b), distance(b, c), distance(c, a))
}

/** Polygons around a point, of corners in random directions and distances; no triangle is so flat that it could flip. */
const polygons = fc
  .record({
    count: fc.integer({ min: 4, max: 8 }),
    reaches: fc.array(size(60, 140), { minLength: 8, maxLength: 8 }),
    turns: fc.array(size(-0.25, 0.25), { minLength: 8, maxLength: 8 }),
    offs: fc.array(size(-1.5, 1.5), { minLength: 16, maxLength: 16 }),
  })
  .map(({ count, reaches, turns, offs }) => ({
    offs,
    corners: Array.from({ length: count }, (_, i) => {
      const angle = ((i + turns[i]!) * 2 * Math.PI) / count
      return { x: reaches[i]! * Math.cos(angle), y: reaches[i]! * Math.sin(angle) }
    }),
  }))
  .filter(({ corners: [first, ...others] }) =>
    others.slice(1).every((corner, i) => heightOf(first!, others[i]!, corner) > 12),
  )

/** All that determines a polygon: its first side, and triangles from its first corner. */
function triangulated(truth: Path, count: number): ProjectRecord[] {
  const stated = (a: number, b: number) => {
    const bare = dimension('aligned', 1, ['p', a], ['p', b])
    return { ...bare, stated: measured(bare, known(truth)) }
  }
  return [
    relation('fixed', { id: 'p', anchor: 0 }),
    relation('fixed', { id: 'p', anchor: 1 }),
    ...Array.from({ length: count - 2 }, (_, i) => stated(0, i + 2)),
    ...Array.from({ length: count - 2 }, (_, i) => stated(i + 1, i + 2)),
  ]
}

describe('a sketch that is determined', () => {
  it('is found again from a start that is off', () => {
    fc.assert(
      fc.property(sketches, ({ x, y, w, h, r, hole, offs }) => {
        const truth = [
          rounded(x, y, w, h, r),
          circle('a', x + w / 4, y + h / 2, hole),
          circle('b', x + w / 1.5, y + h / 3, hole),
        ]
        const relations = foundRelations('top', truth, truth, [], newId)
        const at = (id: string, anchor: number): FeatureRef => ({ id, anchor })
        const held = [
          ...relations,
          relation('fixed', at('outline', 0)),
          dimension('level', w, ['outline', 7], ['outline', 2]),
          dimension('upright', h, ['outline', 0], ['outline', 4]),
          dimension('radius', r, ['outline', 9], ['outline', 8]),
          dimension('radius', hole, ['a', 0], ['a', 1]),
          ...(['a', 'b'] as const).flatMap((id) => [
            dimension('level', id === 'a' ? w / 4 : w / 1.5, ['outline', 7], [id, 0]),
            dimension('upright', id === 'a' ? h / 2 : h / 3, ['outline', 0], [id, 0]),
          ]),
        ]
        let next = 0
        // The held point is where it is, everything else is off.
        const starts = truth.map((shape) => shaken(shape, () => offs[next++ % offs.length]! * 2))
        const first = starts[0] as Path
        const outline = { ...first, xy: [...(truth[0] as Path).xy.slice(0, 2), ...first.xy.slice(2)] }
        const records = known(outline, starts[1]!, starts[2]!, ...held)
        const solved = solveView('top', records, records, new Set(['outline', 'a', 'b']))
        for (const shape of solved) {
          const same = truth.find(({ id }) => id === shape.id)!
          const numbers = (each: Sketched) =>
            each.kind === 'circle' ? [each.center.x, each.center.y, each.radiusMm] : each.xy
          for (const [i, each] of numbers(shape).entries()) expect(each).toBeCloseTo(numbers(same)[i]!, 5)
        }
        expect(stateOf('top', known(...truth, ...held))).toEqual({ freedom: 0, redundant: [], conflicts: [], idle: [] })
      }),
      { numRuns: 60 },
    )
  })

  it('is found again whatever polygon it is, held by its sides and diagonals', () => {
    fc.assert(
      fc.property(polygons, ({ corners, offs }) => {
        const truth = path(
          'p',
          corners.flatMap(({ x, y }) => [x, y]),
          true,
        )
        const held = triangulated(truth, corners.length)
        const start = { ...truth, xy: truth.xy.map((each, i) => (i < 4 ? each : each + offs[i % offs.length]!)) }
        const records = known(start, ...held)
        const [solved = start] = solveView('top', records, records, new Set(['p']))
        ;(solved as Path).xy.forEach((each, i) => {
          expect(Math.abs(each - truth.xy[i]!)).toBeLessThan(1e-5)
        })
        expect(stateOf('top', known(truth, ...held))).toEqual({ freedom: 0, redundant: [], conflicts: [], idle: [] })
      }),
      { numRuns: 60 },
    )
  })

  it('has no room for more: what agrees is named as following, what does not as contradicting', () => {
    fc.assert(
      fc.property(polygons, ({ corners }) => {
        const truth = path(
          'p',
          corners.flatMap(({ x, y }) => [x, y]),
          true,
        )
        const held = triangulated(truth, corners.length)
        const across = dimension('aligned', 1, ['p', 1], ['p', 3])
        const long = measured(across, known(truth))
        const agreeing = { ...across, stated: long }
        expect(stateOf('top', known(truth, ...held, agreeing))).toMatchObject({ redundant: [agreeing], conflicts: [] })
        const contrary = { ...across, stated: long + 5 }
        const later = changed(known(truth, ...held), contrary)
        expect((later.get('p') as Path).xy).toEqual(truth.xy)
        const { conflicts } = stateOf('top', later)
        expect(conflicts.map(({ demanding }) => demanding)).toEqual([contrary])
        // It contradicts what makes the two triangles between which it lies.
        expect(conflicts[0]!.others.length).toBeGreaterThan(1)
      }),
      { numRuns: 40 },
    )
  })

  it('keeps what is free where it was, as far as it can', () => {
    const line = path('l', [0, 0, 100, 1], false)
    const records = known(line, path('other', [0, 50, 100, 60], false))
    const later = changed(records, relation('level', { id: 'l', piece: 0 }))
    const [, y1, , y2] = (later.get('l') as Path).xy
    expect(y1).toBeCloseTo(0.5, 6)
    expect(y2).toBeCloseTo(0.5, 6)
    expect(later.get('other')).toBe(records.get('other'))
  })
})

describe('stated dimensions', () => {
  it('drive what they measure, each way', () => {
    fc.assert(
      fc.property(size(20, 400), size(20, 400), size(0.2, 2.8), size(2, 60), (a, b, turn, r) => {
        const legs = path('legs', [90, 10, 0, 0, 20, 80], false)
        const round = circle('c', 300, 300, 25)
        const dims = [
          dimension('aligned', a, ['legs', 0], ['legs', 1]),
          dimension('aligned', b, ['legs', 1], ['legs', 2]),
          dimension('angle', turn, ['legs', 1], ['legs', 0], ['legs', 2]),
          dimension('radius', r, ['c', 0], ['c', 2]),
        ]
        const later = dims.reduce((records, dim) => changed(records, dim), known(legs, round))
        for (const dim of dims) expect(measured(dim, later)).toBeCloseTo(dim.stated!, 6)
      }),
    )
  })

  it('that contradict what holds are named with what they contradict, and move nothing', () => {
    const box = path('box', [0, 0, 100, 0, 100, 60, 0, 60], true)
    const drawn = changed(known(), box)
    const wide = dimension('level', 120, ['box', 0], ['box', 1])
    const once = changed(drawn, wide)
    const twice = changed(once, dimension('aligned', 90, ['box', 3], ['box', 2]))
    expect(measured(wide, twice)).toBeCloseTo(120, 6)
    const { conflicts, redundant } = stateOf('top', twice)
    expect(redundant).toEqual([])
    expect(conflicts.map(({ demanding }) => demanding)).toMatchObject([{ kind: 'dimension', stated: 90 }])
    const others = conflicts[0]!.others
    expect(others).toContainEqual(wide)
    expect(others.filter(({ kind }) => kind === 'relation').length).toBeGreaterThan(1)
  })

  it('that follow from others are named', () => {
    const drawn = changed(known(), path('box', [0, 0, 100, 0, 100, 60, 0, 60], true))
    const wide = dimension('level', 120, ['box', 0], ['box', 1])
    const again = dimension('level', 120, ['box', 3], ['box', 2])
    const { redundant, conflicts } = stateOf('top', changed(changed(drawn, wide), again))
    expect(conflicts).toEqual([])
    expect(redundant).toEqual([again])
  })

  it('that nothing can meet leave everything as it was', () => {
    const triangle = changed(known(), path('t', [0, 0, 30, 1, 12, 40], true))
    const sides = [dimension('aligned', 30, ['t', 0], ['t', 1]), dimension('aligned', 40, ['t', 1], ['t', 2])]
    const held = changed(triangle, ...sides)
    const later = changed(held, dimension('aligned', 500, ['t', 2], ['t', 0]))
    expect((later.get('t') as Path).xy).toEqual((held.get('t') as Path).xy)
    expect(stateOf('top', later).conflicts).toHaveLength(1)
  })
})

describe('relations', () => {
  const cases: readonly [RelationWay, Sketched[], FeatureRef[]][] = [
    [
      'parallel',
      [path('a', [0, 0, 50, 3], false), path('b', [0, 20, 50, 30], false)],
      [
        { id: 'a', piece: 0 },
        { id: 'b', piece: 0 },
      ],
    ],
    [
      'square',
      [path('a', [0, 0, 50, 3], false), path('b', [0, 20, 4, 70], false)],
      [
        { id: 'a', piece: 0 },
        { id: 'b', piece: 0 },
      ],
    ],
    [
      'tangent',
      [path('a', [0, 0, 50, 3], false), circle('c', 20, 22, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'tangent',
      [circle('a', 0, 0, 10), circle('c', 27, 2, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'tangent',
      [circle('a', 9, 0, 10), circle('c', 0, 0, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'tangent',
      [path('p', [0, 0, 50, 0, 50, 20], false, [0, 0.7, 0])],
      [
        { id: 'p', piece: 0 },
        { id: 'p', piece: 1 },
      ],
    ],
    [
      'concentric',
      [circle('a', 0, 0, 10), circle('c', 3, 2, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'equal',
      [circle('a', 0, 0, 10), circle('c', 50, 2, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'equal',
      [path('a', [0, 0, 50, 3], false), path('b', [0, 20, 4, 90], false)],
      [
        { id: 'a', piece: 0 },
        { id: 'b', piece: 0 },
      ],
    ],
    [
      'on',
      [path('a', [0, 0, 50, 3], false), circle('c', 20, 7, 18)],
      [
        { id: 'a', piece: 0 },
        { id: 'c', anchor: 0 },
      ],
    ],
    [
      'on',
      [path('a', [0, 0, 50, 3], false), circle('c', 60, 7, 18)],
      [
        { id: 'a', anchor: 1 },
        { id: 'c', piece: 0 },
      ],
    ],
    [
      'symmetric',
      [path('a', [0, -50, 3, 50], false), circle('b', 20, 7, 3), circle('c', -25, 3, 4)],
      [
        { id: 'b', anchor: 0 },
        { id: 'c', anchor: 0 },
        { id: 'a', piece: 0 },
      ],
    ],
  ]
  it.each(cases)('%s holds once it is demanded, and is not undone by what comes after', (way, shapes, of) => {
    const bare = known(...shapes)
    const demanded = relation(way, ...of)
    const later = changed(bare, demanded)
    const state = stateOf('top', later)
    expect(state).toMatchObject({ conflicts: [], redundant: [], idle: [] })
    const numbers = shapes.reduce(
      (sum, each) => sum + (each.kind === 'circle' ? 3 : each.xy.length + (each.bulges ? 1 : 0)),
      0,
    )
    expect(state.freedom).toBeLessThan(numbers)
    // Somebody pulls at it: it gives way, and holds.
    const first = later.get(shapes[0]!.id) as Sketched
    const pulled =
      first.kind === 'circle' ? { ...first, center: { x: 1, y: 4 } } : { ...first, xy: [2, 5, ...first.xy.slice(2)] }
    const after = changed(later, pulled)
    expect(stateOf('top', after).conflicts).toEqual([])
  })

  it('are found in what is drawn, none that follow from others', () => {
    const drawn = changed(known(), rounded(0, 0, 120, 80, 10))
    const relations = [...drawn.values()].filter((record): record is Relation => record.kind === 'relation')
    const ways = relations.map(({ way }) => way).sort()
    expect(ways).toEqual([
      ...Array(3).fill('equal'),
      ...Array(2).fill('level'),
      ...Array(8).fill('tangent'),
      ...Array(2).fill('upright'),
    ])
    // Two for where it lies, its width, its height, its radius.
    expect(stateOf('top', drawn)).toMatchObject({ freedom: 5, redundant: [], conflicts: [] })
  })

  it('of a slanted rectangle are three right angles: the rest follows', () => {
    const turned = path('box', [10, 0, 90, 60, 60, 100, -20, 40], true)
    const drawn = changed(known(), turned)
    const ways = [...drawn.values()].flatMap((record) => (record.kind === 'relation' ? [record.way] : []))
    expect(ways).toEqual(['square', 'square', 'square'])
    expect(stateOf('top', drawn)).toMatchObject({ freedom: 5, redundant: [] })
  })

  it('are found between circles in a mirror, and keep them there', () => {
    const axis = path('axis', [50, -10, 50, 90], false)
    const drawn = changed(changed(known(), axis), circle('left', 20, 30, 4), circle('right', 80, 30, 4))
    const ways = [...drawn.values()].flatMap((record) => (record.kind === 'relation' ? [record.way] : []))
    expect(ways.sort()).toEqual(['equal', 'symmetric', 'upright'])
    const moved = changed(drawn, {
      ...(drawn.get('left') as Extract<Sketched, { kind: 'circle' }>),
      center: { x: 10, y: 44 },
    })
    const right = moved.get('right') as Extract<Sketched, { kind: 'circle' }>
    const left = moved.get('left') as Extract<Sketched, { kind: 'circle' }>
    const { xy } = moved.get('axis') as Path
    expect((left.center.x + right.center.x) / 2).toBeCloseTo(xy[0]!, 6)
    expect(left.center.y).toBeCloseTo(right.center.y, 6)
  })

  it('go with their lines, and with the view', () => {
    const drawn = changed(known(), rounded(0, 0, 120, 80, 10))
    const gone = withRelations([{ id: 'outline', after: null }], drawn, newId)
    expect(gone.filter(({ after }) => after === null)).toHaveLength(1 + 15)
  })

  it('stay away from what lies on no view of a part', () => {
    const edits = [
      { id: 'x', after: { ...path('x', [0, 0, 9, 0], false), planeId: undefined } as unknown as ProjectRecord },
    ]
    expect(withRelations(edits, known(), newId)).toEqual(edits)
  })
})

describe('how it was drawn over the sheet', () => {
  it('is kept when stated dimensions move it, and follows what a person draws anew', () => {
    const traced = { ...path('box', [0, 0, 32.9, 0, 32.9, 60, 0, 60], true), tracedFrom: 'sheet' }
    const wide = dimension('level', 31.75, ['box', 0], ['box', 1])
    const driven = changed(changed(known(), traced), wide)
    const box = driven.get('box') as Path
    expect(measured(wide, driven)).toBeCloseTo(31.75, 6)
    expect(box.drawn?.xy).toEqual(traced.xy)
    const xy = [...box.xy]
    xy[5] = 61
    xy[7] = 61
    const pulled = changed(driven, { ...box, xy }).get('box') as Path
    expect(pulled.drawn?.xy).toEqual([0, 0, 32.9, 0, 32.9, 61, 0, 61])
    expect([...driven.values()].filter(isSketched)).toHaveLength(1)
  })
})
