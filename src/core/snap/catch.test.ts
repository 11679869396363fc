import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cubicAt } from '../geometry/bezier'
import { distanceTo } from '../geometry/piece/measure'
import { segment } from '../geometry/piece/piece'
import { distance } from '../geometry/vector'
import { Flag } from '../sheet/linework'
import { catchAt } from './catch'
import { CatchIndex, nearestOn } from './catch-index'

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
})
