import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cubicAt } from '../geometry/bezier'
import { distanceTo } from '../geometry/piece/measure'
import { circle, endOf, type Piece, segment, startOf } from '../geometry/piece/piece'
import { distance, type Point } from '../geometry/vector'
import { CatchIndex, MOST_NEAR, nearestOn } from '../sheet/catch-index'
import { Flag, isVisible } from '../sheet/linework'
import { type Caught, catchAt, catchOn } from './catch'
import { type CatchContext, type CatchGround, NO_CONTEXT, type PassedPoint } from './scene'

/** An index over segments and curves given as rows, all with flags of none unless said. */
function indexOf(segments: readonly number[][], curves: readonly number[][] = [], flags: readonly number[] = []) {
  return CatchIndex.build({
    segments: new Float64Array(segments.flat()),
    segmentFlags: Uint8Array.from(segments, (_, i) => flags[i] ?? 0),
    curves: new Float64Array(curves.flat()),
    curveFlags: new Uint8Array(curves.length),
  })
}

const CROSS = [
  [0, 0, 100, 0],
  [40, -30, 40, 30],
]

describe('the cursor catches', () => {
  const index = indexOf(CROSS)
  it.each([
    ['end', { x: 1, y: 2 }, { x: 0, y: 0 }],
    ['end', { x: 41, y: 29 }, { x: 40, y: 30 }],
    ['crossing', { x: 42, y: 1 }, { x: 40, y: 0 }],
    ['middle', { x: 51, y: 1 }, { x: 50, y: 0 }],
    ['on line', { x: 75, y: 2 }, { x: 75, y: 0 }],
  ])('the %s near %o', (word, cursor, point) => {
    expect(catchAt(index, cursor, 5)).toMatchObject({ word, point })
  })

  it('nothing where nothing is near', () => {
    expect(catchAt(index, { x: 75, y: 9 }, 5)).toBeNull()
    expect(catchAt(indexOf([]), { x: 0, y: 0 }, 5)).toBeNull()
  })

  it('the crossing of a line with a curve, and the ends and middle of the curve', () => {
    const arc = [0, 0, 0, 40, 60, 40, 60, 0]
    const curved = indexOf([[30, -10, 30, 60]], [arc])
    const top = cubicAt(
      { start: { x: 0, y: 0 }, pullStart: { x: 0, y: 40 }, pullEnd: { x: 60, y: 40 }, end: { x: 60, y: 0 } },
      0.5,
    )
    const caught = catchAt(curved, { x: 31, y: 29 }, 4)!
    expect(caught.word).toBe('crossing')
    expect(distance(caught.point, top)).toBeLessThan(0.01)
    expect(catchAt(indexOf([], [arc]), { x: 29, y: 31 }, 4)).toMatchObject({ word: 'middle', point: top })
    expect(catchAt(curved, { x: 59, y: 1 }, 4)).toMatchObject({ word: 'end', point: { x: 60, y: 0 } })
  })

  it('an end of a wall before that of a hatch, dash or letter that is nearer; these where nothing else is near', () => {
    const wall = [0, 0, 100, 0]
    for (const flag of [Flag.hatch, Flag.slight]) {
      const both = indexOf([wall, [3, 0, 8, 40]], [], [0, flag])
      expect(catchAt(both, { x: 2.2, y: 0.4 }, 5)).toMatchObject({ word: 'end', point: { x: 0, y: 0 } })
      expect(catchAt(indexOf([[3, 0, 8, 40]], [], [flag]), { x: 2.2, y: 0.4 }, 5)).toMatchObject({
        word: 'end',
        point: { x: 3, y: 0 },
      })
    }
  })

  it('a place on a wall before the end of a hatch on it', () => {
    const hatched = indexOf(
      [
        [0, 0, 100, 0],
        [30, 0, 38, 40],
      ],
      [],
      [0, Flag.hatch],
    )
    expect(catchAt(hatched, { x: 31, y: 0.5 }, 5)).toMatchObject({ word: 'on line', point: { x: 31, y: 0 } })
  })

  it('never what is marked as unseen, nor the place where a clip cut a line', () => {
    for (const flag of [Flag.clipped, Flag.transparent, Flag.blank, Flag.layerOff])
      expect(catchAt(indexOf([[0, 0, 9, 0]], [], [flag]), { x: 0, y: 0 }, 3)).toBeNull()
    const cut = indexOf([[0, 0, 90, 0]], [], [Flag.cutStart])
    expect(catchAt(cut, { x: 0, y: 1 }, 3)).toMatchObject({ word: 'on line' })
    expect(catchAt(cut, { x: 45, y: 1 }, 3)).toMatchObject({ word: 'on line' })
    expect(catchAt(cut, { x: 90, y: 1 }, 3)).toMatchObject({ word: 'end' })
  })
})

const coordinate = fc.double({ min: -500, max: 500, noNaN: true })
const row = fc.array(coordinate, { minLength: 4, maxLength: 4 })
const spot = fc.record({ x: coordinate, y: coordinate })

describe('whatever the lines', () => {
  it('what is caught lies on its lines and within the radius', () => {
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 60 }),
        spot,
        fc.double({ min: 1, max: 80, noNaN: true }),
        (rows, p, radius) => {
          const caught = catchAt(indexOf(rows), p, radius)
          if (!caught) return
          expect(distance(caught.point, p)).toBeLessThanOrEqual(radius * (1 + 1e-9))
          for (const line of caught.lines)
            expect(distance(nearestOn(line, caught.point), caught.point)).toBeLessThan(1e-6)
        },
      ),
    )
  })

  it('something is caught just where a line is within the radius', () => {
    fc.assert(
      fc.property(fc.array(row, { maxLength: 40 }), spot, (rows, p) => {
        const index = indexOf(rows)
        const near = rows.some(([x1, y1, x2, y2]) => {
          return distanceTo(segment({ x: x1!, y: y1! }, { x: x2!, y: y2! }), p) <= 20
        })
        expect(catchAt(index, p, 20) !== null).toBe(near)
      }),
    )
  })

  it('of lines drawn in chains, some of them hidden, just those near are found', () => {
    const chain = fc
      .array(spot, { minLength: 2, maxLength: 15 })
      .map((points) => points.slice(1).map((end, i) => [points[i]!.x, points[i]!.y, end.x, end.y]))
    const flags = fc.array(fc.constantFrom(0, Flag.hatch, Flag.blank, Flag.layerOff), { maxLength: 60 })
    fc.assert(
      fc.property(fc.array(chain, { maxLength: 6 }), flags, spot, (chains, flags, p) => {
        const rows = chains.flat()
        const near = rows.flatMap(([x1, y1, x2, y2], item) => {
          const away = distanceTo(segment({ x: x1!, y: y1! }, { x: x2!, y: y2! }), p)
          return isVisible(flags[item] ?? 0) && away <= 60 ? [item] : []
        })
        fc.pre(near.length < MOST_NEAR)
        const found = indexOf(rows, [], flags).near(p, 60)
        expect(found.map(({ item }) => item).sort((a, b) => a - b)).toEqual(near)
      }),
    )
  })
})

/** Catching on lines of the plan, with what was done before. */
function catchWith(pieces: readonly Piece[], p: Point, context: Partial<CatchContext>, before: Caught | null = null) {
  const ground: CatchGround = {
    lines: (q, reach) =>
      pieces.flatMap((piece, item) =>
        distanceTo(piece, q) <= reach ? [{ item, flags: 0, piece, start: startOf(piece), end: endOf(piece) }] : [],
      ),
    spots: () => [],
  }
  return catchOn(ground, p, 10, { ...NO_CONTEXT, ...context }, before)
}

const lineOf = (x1: number, y1: number, x2: number, y2: number) => segment({ x: x1, y: y1 }, { x: x2, y: y2 })
const passedEnd = (piece: Piece, at: Point): PassedPoint => ({
  at,
  word: 'end',
  lines: [{ item: 0, flags: 0, piece, start: startOf(piece), end: endOf(piece) }],
})

describe('what is caught by what was done before', () => {
  const ring = circle({ x: 0, y: 0 }, 100)

  it('a circle gives its quarters and its line', () => {
    const quarter = catchWith([ring], { x: 2, y: 101 }, {})!
    expect(quarter.word).toBe('quarter')
    expect(distance(quarter.point, { x: 0, y: 100 })).toBeLessThan(1e-9)
    expect(catchWith([ring], { x: 72, y: 72 }, {})!.word).toBe('on line')
  })

  it('the centre itself is caught at a small circle', () => {
    expect(catchWith([circle({ x: 0, y: 0 }, 6)], { x: 1, y: 1 }, {})).toMatchObject({
      word: 'centre',
      point: { x: 0, y: 0 },
    })
  })

  it('a line drawn to another one meets it square, one drawn to a circle touches it', () => {
    const square = catchWith([lineOf(0, 0, 1000, 0)], { x: 333, y: 4 }, { from: { x: 330, y: 400 } })
    expect(square).toMatchObject({ word: 'square to', point: { x: 330, y: 0 } })
    const from = { x: 300, y: 0 }
    const touch = { x: 100 * (1 / 3), y: Math.sqrt(1e4 - 1e4 / 9) }
    const tangent = catchWith([ring], { x: touch.x + 2, y: touch.y + 2 }, { from })
    expect(tangent!.word).toBe('tangent')
    expect(distance(tangent!.point, touch)).toBeLessThan(1e-9)
  })

  it('in line with passed points, alone and two at once', () => {
    const passed = [
      { at: { x: 0, y: 500 }, word: 'end', lines: [] },
      { at: { x: 700, y: 0 }, word: 'end', lines: [] },
    ]
    expect(catchWith([], { x: 300, y: 503 }, { passed })).toMatchObject({
      word: 'level with',
      point: { x: 300, y: 500 },
    })
    expect(catchWith([], { x: 698, y: 300 }, { passed })).toMatchObject({
      word: 'upright with',
      point: { x: 700, y: 300 },
    })
    const both = catchWith([], { x: 702, y: 497 }, { passed })
    expect(both!.word.split(', ').sort()).toEqual(['level with', 'upright with'])
    expect(distance(both!.point, { x: 700, y: 500 })).toBeLessThan(1e-9)
    expect(catchWith([], { x: 300, y: 503 }, { passed, off: new Set(['level with']) })).toBeNull()
  })

  it('on the extension of a line, where two extensions cross, and where one crosses a line', () => {
    const [a, b] = [lineOf(0, 0, 100, 100), lineOf(900, 0, 800, 100)]
    const passed = [passedEnd(a, { x: 100, y: 100 }), passedEnd(b, { x: 800, y: 100 })]
    expect(catchWith([], { x: 252, y: 249 }, { passed })).toMatchObject({ word: 'extension' })
    const crossing = catchWith([], { x: 452, y: 449 }, { passed })
    expect(crossing!.word).toBe('extension')
    expect(distance(crossing!.point, { x: 450, y: 450 })).toBeLessThan(1e-9)
    const onLine = catchWith([lineOf(0, 300, 1000, 300)], { x: 303, y: 302 }, { passed })
    expect(distance(onLine!.point, { x: 300, y: 300 })).toBeLessThan(1e-9)
  })

  it('parallel to a line that was touched', () => {
    const slanted = lineOf(0, 0, 300, 100)
    const passed = [passedEnd(slanted, { x: 300, y: 100 })]
    const caught = catchWith([], { x: 604, y: 698 }, { from: { x: 0, y: 500 }, passed })
    expect(caught!.word).toBe('parallel')
    expect((caught!.point.y - 500) / caught!.point.x).toBeCloseTo(1 / 3, 9)
  })

  it('the grid where nothing else is', () => {
    expect(catchWith([], { x: 103, y: 47 }, { gridSpacing: 50 })).toMatchObject({
      word: 'grid',
      point: { x: 100, y: 50 },
    })
    expect(catchWith([lineOf(0, 44, 900, 44)], { x: 103, y: 47 }, { gridSpacing: 50 })).toMatchObject({
      word: 'on line',
    })
  })

  it('keeps to what was caught while something else is about as near', () => {
    const ends = [lineOf(0, 0, 0, -80), lineOf(6, 0, 6, -80)]
    const left = catchWith(ends, { x: 1, y: 1 }, {})!
    expect(left.point).toEqual({ x: 0, y: 0 })
    // A hair past the middle the left end still holds; what is visibly nearer is caught, from whichever side one comes.
    expect(catchWith(ends, { x: 3.1, y: 1 }, {}, left)!.point).toEqual({ x: 0, y: 0 })
    expect(catchWith(ends, { x: 3.4, y: 1 }, {}, left)!.point).toEqual({ x: 6, y: 0 })
  })

  it('kinds that are switched off are passed over', () => {
    const line = lineOf(0, 0, 100, 0)
    expect(catchWith([line], { x: 1, y: 1 }, { off: new Set(['end']) })!.word).toBe('on line')
    expect(catchWith([line], { x: 1, y: 1 }, { off: new Set(['end', 'on line']) })).toBeNull()
  })
})
