import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Box, overlaps } from '../geometry/box'
import { boxOfPiece, boxOfPieces, distanceTo, doubleAreaOf, lengthOf } from '../geometry/piece/measure'
import { bulgedPiece, circle, directionAt, endOf, type Piece, placeAt, segment, startOf } from '../geometry/piece/piece'
import { cross, distance, length, type Point } from '../geometry/vector'
import {
  type Chain,
  chainLength,
  chainOf,
  joinChains,
  nearestPosition,
  piecesBetween,
  placeOn,
  ringChain,
} from './chain'
import { bevelCorner, roundCorner } from './corner'
import { offsetChain } from './offset'
import { regionAround } from './region'
import { needless, simplified } from './tidy'
import { extended, lengthened, splitAt, trimmed } from './trim'

const PLACES = [
  { name: 'near the origin', at: { x: 0, y: 0 }, within: 1e-6 },
  { name: '1,000 km away', at: { x: -7.2e8, y: 6.9e8 }, within: 1e-3 },
]

const size = fc.double({ min: -3000, max: 3000, noNaN: true })
const bulges = fc.oneof(
  fc.constant(0),
  fc.double({ min: 1e-3, max: 0.9, noNaN: true }).chain((bulge) => fc.constantFrom(bulge, -bulge)),
)
const corners = fc.array(fc.record({ x: size, y: size, bulge: bulges }), { minLength: 3, maxLength: 7 })

function chainThrough(points: readonly (Point & { bulge?: number })[], closed = false): Chain {
  const ends = closed ? points : points.slice(0, -1)
  return chainOf(
    ends.map((p, i) => bulgedPiece(p, points[(i + 1) % points.length]!, p.bulge ?? 0)),
    closed,
  )
}

const rectangle = (x: number, y: number, w: number, h: number): Chain =>
  chainThrough(
    [
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ],
    true,
  )

const away = (chain: Chain, p: Point) => Math.min(...chain.pieces.map((piece) => distanceTo(piece, p)))

describe.each(PLACES)('$name', ({ at, within }) => {
  const chains = fc
    .tuple(corners, fc.boolean())
    .filter(
      ([points]) =>
        points.every((p, i) => i === 0 || distance(p, points[i - 1]!) > 20) &&
        distance(points[0]!, points.at(-1)!) > 20,
    )
    .map(([points, closed]) =>
      chainThrough(
        points.map((p) => ({ ...p, x: p.x + at.x, y: p.y + at.y })),
        closed,
      ),
    )
  const spots = fc.record({ x: size, y: size }).map((p) => ({ x: p.x + at.x, y: p.y + at.y }))

  it('an offset runs nowhere nearer than its distance, and no further than its corners reach', () => {
    fc.assert(
      fc.property(chains, fc.double({ min: 1, max: 400, noNaN: true }), fc.boolean(), (chain, d, left) => {
        for (const result of offsetChain(chain, left ? d : -d))
          for (const piece of result.pieces)
            for (const t of [0, 0.3, 0.5, 0.8, 1]) {
              const gap = away(chain, placeAt(piece, t))
              expect(gap).toBeGreaterThan(d - 10 * within - 1e-4)
              expect(gap).toBeLessThan(4 * d + within)
            }
      }),
      { numRuns: 150 },
    )
  })

  it('what is trimmed was part of the line, and ends where something cuts it', () => {
    fc.assert(
      fc.property(chains, chains, spots, (chain, cutter, p) => {
        const rest = trimmed(chain, p, cutter.pieces)
        if (!rest) return
        const kept = rest.reduce((sum, each) => sum + chainLength(each), 0)
        expect(kept).toBeLessThan(chainLength(chain) + within)
        for (const part of rest) {
          for (const piece of part.pieces) expect(away(chain, placeAt(piece, 0.5))).toBeLessThan(within)
          const ends = [startOf(part.pieces[0]!), endOf(part.pieces.at(-1)!)]
          const own = chain.closed ? [] : [startOf(chain.pieces[0]!), endOf(chain.pieces.at(-1)!)]
          for (const end of ends)
            expect(Math.min(away(cutter, end), ...own.map((each) => distance(each, end)))).toBeLessThan(2 * within)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('an extended line runs on to the bound, and what was there stays', () => {
    fc.assert(
      fc.property(chains, chains, spots, (chain, bound, p) => {
        const longer = extended(chain, p, () => bound.pieces)
        const nearby = (box: Box) => bound.pieces.filter((piece) => overlaps(boxOfPiece(piece), box))
        expect(extended(chain, p, nearby)).toEqual(longer)
        if (!longer) return
        expect(chainLength(longer)).toBeGreaterThan(chainLength(chain))
        const ends = [startOf(longer.pieces[0]!), endOf(longer.pieces.at(-1)!)]
        expect(Math.min(...ends.map((end) => away(bound, end)))).toBeLessThan(2 * within)
        for (const piece of chain.pieces) expect(away(longer, placeAt(piece, 0.4))).toBeLessThan(within)
      }),
      { numRuns: 300 },
    )
  })

  it('a rounded corner touches both lines without a kink', () => {
    fc.assert(
      fc.property(spots, spots, spots, fc.double({ min: 1, max: 300, noNaN: true }), (tip, p, q, r) => {
        fc.pre(distance(tip, p) > 50 && distance(tip, q) > 50)
        const [a, b] = [segment(tip, p), segment(tip, q)]
        const sine =
          Math.abs(cross({ x: p.x - tip.x, y: p.y - tip.y }, { x: q.x - tip.x, y: q.y - tip.y })) /
          (distance(tip, p) * distance(tip, q))
        fc.pre(sine > 0.05)
        const corner = roundCorner({ piece: a, at: p }, { piece: b, at: q }, r)
        if (corner?.join?.kind !== 'arc') return
        for (const [line, original] of [
          [corner.first, a],
          [corner.second, b],
        ] as const) {
          const ends = [startOf(line), endOf(line)]
          const end = ends.find(
            (each) => Math.abs(distance(each, (corner.join as { center: Point }).center) - r) < 10 * within,
          )
          expect(end).toBeDefined()
          const along = directionAt(original, 0)
          const center = (corner.join as { center: Point }).center
          const off =
            Math.abs(cross(along, { x: center.x - original.start.x, y: center.y - original.start.y })) / length(along)
          expect(Math.abs(off - r)).toBeLessThan(10 * within)
        }
        expect(lengthOf(corner.join)).toBeLessThan(Math.PI * r + within)
      }),
      { numRuns: 200 },
    )
  })

  it('cut in two and joined again, a chain is as long as before', () => {
    fc.assert(
      fc.property(chains, spots, (chain, p) => {
        const cut = placeOn(chain, nearestPosition(chain, p))
        // Where a chain touches itself, its ends may be joined otherwise.
        fc.pre(chain.pieces.every((piece) => distance(startOf(piece), cut) > 1 && distance(endOf(piece), cut) > 1))
        const parts = splitAt(chain, nearestPosition(chain, p))
        const joined = joinChains(parts, 1e-4)
        expect(joined).toHaveLength(1)
        expect(joined[0]!.closed).toBe(chain.closed)
        expect(chainLength(joined[0]!)).toBeCloseTo(chainLength(chain), 2)
      }),
    )
  })
})

describe('offsets', () => {
  it('of a rectangle outwards and inwards are rectangles', () => {
    const box = rectangle(0, 0, 4000, 3000)
    const [inside] = offsetChain(box, 100)
    expect(inside!.closed).toBe(true)
    expect(boxOfPieces(inside!.pieces)).toEqual({ minX: 100, minY: 100, maxX: 3900, maxY: 2900 })
    const [outside] = offsetChain(box, -100)
    expect(doubleAreaOf(outside!.pieces) / 2).toBeCloseTo(4200 * 3200, 6)
  })

  it('of a circle are circles, and none where it would vanish', () => {
    const ring = chainOf([circle({ x: 10, y: 20 }, 500)])
    expect(offsetChain(ring, 100)).toMatchObject([{ closed: true, pieces: [{ radius: 400 }] }])
    expect(offsetChain(ring, -100)).toMatchObject([{ closed: true, pieces: [{ radius: 600 }] }])
    expect(offsetChain(ring, 600)).toEqual([])
  })

  it('inwards of a dumbbell fall apart into two', () => {
    const dumbbell = chainThrough(
      [
        [0, 0],
        [1000, 0],
        [1000, 400],
        [2000, 400],
        [2000, 0],
        [3000, 0],
        [3000, 1000],
        [2000, 1000],
        [2000, 600],
        [1000, 600],
        [1000, 1000],
        [0, 1000],
      ].map(([x, y]) => ({ x: x!, y: y! })),
      true,
    )
    const parts = offsetChain(dumbbell, 150)
    expect(parts).toHaveLength(2)
    expect(parts.every(({ closed }) => closed)).toBe(true)
  })
})

describe('trimming and extending', () => {
  const line = chainOf([segment({ x: 0, y: 0 }, { x: 1000, y: 0 })])
  const posts = [300, 700].map((x) => segment({ x, y: -50 }, { x, y: 50 }))

  it('takes out the stretch between two cutters, or an end', () => {
    expect(trimmed(line, { x: 500, y: 3 }, posts)).toMatchObject([
      { pieces: [{ start: { x: 0 }, end: { x: 300 } }] },
      { pieces: [{ start: { x: 700 }, end: { x: 1000 } }] },
    ])
    expect(trimmed(line, { x: 900, y: 3 }, posts)).toMatchObject([{ pieces: [{ end: { x: 700 } }] }])
    expect(trimmed(line, { x: 900, y: 3 }, [])).toBeNull()
  })

  it('opens a circle between two cutters', () => {
    const ring = chainOf([circle({ x: 0, y: 0 }, 100)])
    const cutter = segment({ x: -200, y: 0 }, { x: 200, y: 0 })
    const [upper] = trimmed(ring, { x: 0, y: -100 }, [cutter])!
    expect(upper!.pieces).toHaveLength(1)
    expect(lengthOf(upper!.pieces[0]!)).toBeCloseTo(Math.PI * 100, 6)
    expect(placeAt(upper!.pieces[0]!, 0.5).y).toBeCloseTo(100, 6)
  })

  it('lengthens the nearer end to the first bound', () => {
    const bounds = [1500, 1200].map((x) => segment({ x, y: -50 }, { x, y: 50 }))
    expect(endOf(extended(line, { x: 990, y: 0 }, () => bounds)!.pieces[0]!).x).toBeCloseTo(1200, 9)
    expect(extended(line, { x: 10, y: 0 }, () => bounds)).toBeNull()
    expect(endOf(lengthened(line, 250)!.pieces[0]!).x).toBeCloseTo(1250, 9)
    expect(lengthened(line, -1000)).toBeNull()
  })
})

it('bevels cut a corner back by the two lengths', () => {
  const corner = bevelCorner(
    { piece: segment({ x: 0, y: 0 }, { x: 100, y: 0 }), at: { x: 80, y: 0 } },
    { piece: segment({ x: 0, y: 0 }, { x: 0, y: 100 }), at: { x: 0, y: 80 } },
    10,
    20,
  )
  expect(corner).toMatchObject({
    first: { start: { x: 10, y: 0 } },
    second: { start: { x: 0, y: 20 } },
    join: { start: { x: 10, y: 0 }, end: { x: 0, y: 20 } },
  })
})

describe('regions', () => {
  it('are found between lines that only cross', () => {
    const grid: Piece[] = [0, 1000].flatMap((at) => [
      segment({ x: at, y: -200 }, { x: at, y: 1200 }),
      segment({ x: -200, y: at }, { x: 1200, y: at }),
    ])
    const region = regionAround(grid, { x: 400, y: 400 })!
    expect(Math.abs(doubleAreaOf(region.outline.pieces) / 2)).toBeCloseTo(1e6, 3)
    expect(regionAround(grid, { x: 1100, y: 1100 })).toBeNull()
  })

  it('keep their arcs: a circle cut by a chord', () => {
    const pieces = [circle({ x: 0, y: 0 }, 100), segment({ x: -150, y: 0 }, { x: 150, y: 0 })]
    const half = regionAround(pieces, { x: 0, y: 50 })!
    expect(doubleAreaOf(half.outline.pieces) / 2).toBeCloseTo((Math.PI * 100 * 100) / 2, 6)
    // A circle by itself is cut in two: outlines by corners need two.
    expect(regionAround([circle({ x: 7, y: 3 }, 100)], { x: 0, y: 50 })!.outline.pieces).toHaveLength(2)
  })

  it('leave out what lies in them by itself, but nothing within that, nor lines that close nothing', () => {
    const square = (x: number, y: number, size: number) =>
      ringChain([
        { x, y },
        { x: x + size, y },
        { x: x + size, y: y + size },
        { x, y: y + size },
      ]).pieces
    const pieces = [
      ...square(0, 0, 1000),
      ...square(100, 100, 300),
      ...square(150, 150, 50),
      ...square(600, 600, 400),
      ...square(2000, 0, 100),
      circle({ x: 700, y: 300 }, 50),
      segment({ x: 800, y: 100 }, { x: 900, y: 200 }),
    ]
    const region = regionAround(pieces, { x: 50, y: 50 })!
    const areas = region.islands.map((island) => Math.round(Math.abs(doubleAreaOf(island.pieces) / 2)))
    // The square in the corner touches the outline, so that it bounds the region instead.
    expect(Math.round(doubleAreaOf(region.outline.pieces) / 2)).toBe(1e6 - 160_000)
    expect(areas.sort((a, b) => a - b)).toEqual([Math.round(Math.PI * 2500), 90_000])
    expect(regionAround(pieces, { x: 110, y: 110 })!.islands).toHaveLength(1)
    expect(regionAround(pieces, { x: 160, y: 160 })!.islands).toHaveLength(0)
  })
})

describe('tidying', () => {
  it('drops doubled and tiny pieces', () => {
    const line = segment({ x: 0, y: 0 }, { x: 100, y: 0 })
    const back = segment({ x: 100, y: 0.001 }, { x: 0, y: 0 })
    expect([...needless([line, back, segment({ x: 5, y: 5 }, { x: 5.01, y: 5 })], 0.01, 0.1)]).toEqual([1, 2])
  })

  it('draws straight runs by few points and keeps within the tolerance', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ x: size, y: size }), { minLength: 3, maxLength: 40 }), (points) => {
        const chain = chainThrough(points)
        const simple = simplified(chain, 50)
        expect(simple.pieces.length).toBeLessThanOrEqual(chain.pieces.length)
        for (const p of points) expect(away(simple, p)).toBeLessThanOrEqual(50 + 1e-9)
      }),
    )
  })
})

it('positions on a closed chain go over its start', () => {
  const box = rectangle(0, 0, 10, 10)
  const over = piecesBetween(box, 3.5, 0.5)
  expect(over).toHaveLength(2)
  expect(startOf(over[0]!)).toEqual(placeOn(box, 3.5))
  expect(endOf(over[1]!)).toEqual(placeOn(box, 0.5))
})
