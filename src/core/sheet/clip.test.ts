import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { along, distance, type Point } from '../geometry/vector'
import { type Clip, isInside, narrow, visibleParts } from './clip'

const coordinate = fc.double({ min: -100, max: 100, noNaN: true })
const point = fc.record({ x: coordinate, y: coordinate })
const ring = fc.array(point, { minLength: 3, maxLength: 40 })
const PAGE: Clip = { box: { minX: -80, minY: -60, maxX: 80, maxY: 60 }, areas: [] }

/** Far enough from every edge for rounding not to matter. */
function isClear(rings: readonly (readonly Point[])[], p: Point): boolean {
  const edges = rings.flatMap((each) => each.map((a, i) => [a, each[(i + 1) % each.length]!] as const))
  const box = Math.min(...[80 - Math.abs(p.x), 60 - Math.abs(p.y)].map(Math.abs))
  return box > 0.1 && edges.every(([a, b]) => awayFrom(a, b, p) > 0.1)
}

function awayFrom(a: Point, b: Point, p: Point): number {
  const size = distance(a, b) ** 2
  const t = size === 0 ? 0 : ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / size
  return distance(along(a, b, Math.min(1, Math.max(0, t))), p)
}

describe('visibleParts', () => {
  it('holds just the points of a line that lie inside', () => {
    fc.assert(
      fc.property(point, point, fc.array(ring, { maxLength: 3 }), fc.boolean(), (a, b, rings, evenOdd) => {
        const clip = rings.reduce((outer, each) => narrow(outer, [each], evenOdd), PAGE)
        const parts = visibleParts(clip, a, b)
        for (let i = 1; i < 40; i++) {
          const t = i / 40
          const p = along(a, b, t)
          if (!isClear(rings, p)) continue
          expect(parts.some(([from, to]) => from <= t && t <= to)).toBe(isInside(clip, p))
        }
      }),
      { numRuns: 300 },
    )
  })

  it('comes in order, without touching', () => {
    fc.assert(
      fc.property(point, point, ring, (a, b, each) => {
        const stops = visibleParts(narrow(PAGE, [each], true), a, b).flat()
        expect(stops).toEqual([...stops].sort((s, t) => s - t))
        expect(new Set(stops).size).toBe(stops.length)
      }),
    )
  })

  it('keeps a line on the very edge of a box', () => {
    const a = { x: -80, y: -60 }
    expect(visibleParts(PAGE, a, { x: 80, y: -60 })).toEqual([[0, 1]])
    expect(visibleParts(PAGE, a, { x: -80, y: 60 })).toEqual([[0, 1]])
  })

  it('leaves nothing of a clip without area', () => {
    const flat = narrow(PAGE, [[a0, { x: 10, y: 0 }]], false)
    expect(visibleParts(flat, { x: -5, y: 0 }, { x: 5, y: 0 })).toEqual([])
  })
})

const a0 = { x: 0, y: 0 }

it('a hole stays out under either rule', () => {
  const outer = [a0, { x: 40, y: 0 }, { x: 40, y: 40 }, { x: 0, y: 40 }]
  const hole = [
    { x: 10, y: 10 },
    { x: 10, y: 30 },
    { x: 30, y: 30 },
    { x: 30, y: 10 },
  ]
  for (const evenOdd of [true, false]) {
    const clip = narrow(PAGE, [outer, hole], evenOdd)
    expect(isInside(clip, { x: 20, y: 20 })).toBe(false)
    expect(isInside(clip, { x: 5, y: 20 })).toBe(true)
  }
  const sameWay = narrow(PAGE, [outer, [...hole].reverse()], false)
  expect(isInside(sameWay, { x: 20, y: 20 })).toBe(true)
})
