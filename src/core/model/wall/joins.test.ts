import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wall } from '../../../../tests/support/house'
import { lengthOf } from '../../geometry/piece/measure'
import { area, doubleArea } from '../../geometry/polygon'
import { distance, type Point } from '../../geometry/vector'
import { edgesOf, wallOutlines } from './joins'
import type { Wall } from './schema'

const p = (x: number, y: number): Point => ({ x, y })
const total = (walls: readonly Wall[]) => [...wallOutlines(walls).values()].reduce((sum, ring) => sum + area(ring), 0)

function expectRing(ring: readonly Point[] | undefined, corners: readonly Point[]): void {
  expect(ring).toHaveLength(corners.length)
  for (const corner of corners) expect(Math.min(...ring!.map((each) => distance(each, corner)))).toBeLessThan(1e-6)
}

describe('a wall alone', () => {
  it.each([
    ['left', 0, -200],
    ['centre', 100, -100],
    ['right', 200, 0],
  ] as const)('traced along its %s line lies from %i to %i', (line, top, bottom) => {
    const ring = wallOutlines([wall('a', p(0, 0), p(5000, 0), 200, line)]).get('a')
    expectRing(ring, [p(0, top), p(5000, top), p(5000, bottom), p(0, bottom)])
  })

  it('without length has no outline', () => {
    expect(wallOutlines([wall('a', p(1, 1), p(1, 1))]).size).toBe(0)
  })
})

describe('corners', () => {
  it('are mitred, also between thicknesses', () => {
    const outlines = wallOutlines([wall('a', p(0, 0), p(4000, 0), 200), wall('b', p(4000, 0), p(4000, 3000), 300)])
    expectRing(outlines.get('a'), [p(0, 100), p(0, -100), p(4150, -100), p(3850, 100)])
    expectRing(outlines.get('b'), [p(4150, -100), p(3850, 100), p(3850, 3000), p(4150, 3000)])
  })

  it.each(['left', 'centre', 'right'] as const)(
    'close a ring traced along the %s line, whichever way each wall runs',
    (line) => {
      const corners = [p(0, 0), p(8000, 0), p(8000, 5000), p(0, 5000)]
      const ring = (flip: boolean) =>
        corners.map((corner, i) => {
          const next = corners[(i + 1) % 4]!
          const other = line === 'left' ? 'right' : line === 'right' ? 'left' : line
          return flip && i % 2 ? wall(String(i), next, corner, 240, other) : wall(String(i), corner, next, 240, line)
        })
      const grown = { left: 240, centre: 120, right: 0 }[line]
      const ringArea = (8000 + 2 * grown) * (5000 + 2 * grown) - (8000 + 2 * grown - 480) * (5000 + 2 * grown - 480)
      expect(total(ring(false))).toBeCloseTo(ringArea, 3)
      expect(total(ring(true))).toBeCloseTo(ringArea, 3)
    },
  )

  it('where three walls meet leave neither gap nor overlap', () => {
    const walls = [wall('a', p(-3000, 0), p(0, 0)), wall('b', p(0, 0), p(3000, 0)), wall('c', p(0, 0), p(0, -3000))]
    expect(total(walls)).toBeCloseTo(6000 * 200 + 2900 * 200, 3)
  })

  it('too sharp for a mitre are cut square', () => {
    const walls = [wall('a', p(-5000, 0), p(0, 0)), wall('b', p(0, 0), p(-5000, 40))]
    for (const ring of wallOutlines(walls).values()) expect(Math.max(...ring.map(({ x }) => x))).toBeLessThan(6 * 200)
  })

  it('in a straight run stay flush', () => {
    const walls = [wall('a', p(0, 0), p(3000, 0)), wall('b', p(3000, 0), p(7000, 0))]
    expectRing(wallOutlines(walls).get('a'), [p(0, 100), p(3000, 100), p(3000, -100), p(0, -100)])
  })
})

it('a mitred corner takes nothing from the two walls together, whatever its angle', () => {
  const angle = fc.double({ min: 0.4, max: 2 * Math.PI - 0.4, noNaN: true })
  fc.assert(
    fc.property(angle, fc.double({ min: 50, max: 500, noNaN: true }), (turn, thickness) => {
      const walls = [
        wall('a', p(0, 0), p(20_000, 0), thickness),
        wall('b', p(0, 0), p(20_000 * Math.cos(turn), 20_000 * Math.sin(turn)), thickness),
      ]
      // About the centre line a mitre adds on one side what it takes on the other.
      expect(total(walls) / (2 * 20_000 * thickness)).toBeCloseTo(1, 6)
      for (const ring of wallOutlines(walls).values()) expect(doubleArea(ring)).toBeGreaterThan(0)
    }),
  )
})

describe('round walls', () => {
  const round = (id: string, start: Point, end: Point, bulge: number, thicknessMm = 200): Wall => ({
    ...wall(id, start, end, thicknessMm),
    bulge,
  })
  const QUARTER = Math.tan(Math.PI / 8)

  it('cover their arc times their thickness', () => {
    const ring = wallOutlines([round('a', p(5000, 0), p(0, 5000), QUARTER)]).get('a')!
    expect(area(ring) / ((Math.PI / 2) * 5000 * 200)).toBeCloseTo(1, 4)
    for (const each of ring) expect(Math.abs(Math.hypot(each.x, each.y) - 5000)).toBeCloseTo(100, 6)
  })

  it('bend the other way with the other sign, and run on into a straight wall without a step', () => {
    const walls = [round('a', p(5000, 0), p(0, 5000), QUARTER), wall('b', p(0, 5000), p(-3000, 5000))]
    const outlines = wallOutlines(walls)
    const ends = [p(0, 4900), p(0, 5100)]
    for (const id of ['a', 'b'])
      for (const end of ends)
        expect(Math.min(...outlines.get(id)!.map((each) => distance(each, end)))).toBeLessThan(1e-6)
    const [bent] = wallOutlines([round('a', p(5000, 0), p(0, 5000), -QUARTER)]).values()
    for (const each of bent!) expect(Math.abs(distance(each, p(5000, 5000)) - 5000)).toBeCloseTo(100, 6)
  })

  it('take and give nothing where straight walls end in them and they end in straight ones', () => {
    // A half circle closed by its diameter, and a wall from that to the crown of the arc.
    const walls = [
      round('arc', p(6000, 0), p(-6000, 0), 1, 300),
      wall('chord', p(-6000, 0), p(6000, 0), 300),
      wall('stem', p(0, 0), p(0, 6000), 100),
    ]
    const stem = wallOutlines(walls).get('stem')!
    const crown = Math.sqrt(5850 ** 2 - 50 ** 2)
    expectRing(stem, [p(-50, 150), p(50, 150), p(50, crown), p(-50, crown)])
    // Round and straight faces meet in points of both.
    for (const each of wallOutlines(walls).values()) expect(doubleArea(each)).toBeGreaterThan(0)
    const corner = p(Math.sqrt(5850 ** 2 - 150 ** 2), 150)
    for (const id of ['arc', 'chord'])
      expect(
        Math.min(
          ...wallOutlines(walls)
            .get(id)!
            .map((each) => distance(each, corner)),
        ),
      ).toBeLessThan(1e-6)
  })

  it('tighter than they are thick have no outline', () => {
    expect(wallOutlines([round('a', p(100, 0), p(-100, 0), 1, 400)]).size).toBe(0)
  })

  it('have two round edges', () => {
    const a = round('a', p(5000, 0), p(0, 5000), QUARTER)
    const edges = edgesOf(a, wallOutlines([a]).get('a')!)
    expect(edges.map(({ kind }) => kind).sort()).toEqual(['arc', 'arc', 'segment', 'segment'])
    const lengths = edges.map(lengthOf).sort((x, y) => x - y)
    expect(lengths[2]).toBeCloseTo((Math.PI / 2) * 4900, 6)
    expect(lengths[3]).toBeCloseTo((Math.PI / 2) * 5100, 6)
  })
})
