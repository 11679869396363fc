import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { distance, type Point } from '../vector'
import { nearestParameter } from './measure'
import { nearestOnCubic } from './nearest-on-curve'
import { type EllipseArc, type Piece, placeAt } from './piece'

const size = fc.integer({ min: -5e6, max: 5e6 }).map((micrometres) => micrometres / 1000)
const point = fc.record({ x: size, y: size })
const curves = fc.record({ start: point, pullStart: point, pullEnd: point, end: point })

/** Turns back on itself within a thirtieth of its length. */
const TIGHT = {
  start: { x: -4103.379, y: 4373.68 },
  pullStart: { x: 3093.118, y: -2271.39 },
  pullEnd: { x: 3026.157, y: 3740.587 },
  end: { x: -3736.032, y: -1468.525 },
}

/** Up to a thousand times as long as wide, leaning, of any sweep. */
const ellipses = fc
  .record({
    center: point,
    u: point,
    v: point,
    flat: fc.constantFrom(1, 10, 1000),
    fromRad: fc.double({ min: -7, max: 7, noNaN: true }),
    sweepRad: fc.double({ min: -2 * Math.PI, max: 2 * Math.PI, noNaN: true }),
  })
  .map(({ v, flat, ...rest }): EllipseArc => ({ kind: 'ellipse', v: { x: v.x / flat, y: v.y / flat }, ...rest }))

const KINDS: { kind: string; pieces: fc.Arbitrary<Piece>; examples: [Piece, number][] }[] = [
  {
    kind: 'a cubic, however tightly it turns',
    pieces: curves.map((curve) => ({ kind: 'cubic', curve })),
    examples: [[{ kind: 'cubic', curve: TIGHT }, 0.5461893284434658]],
  },
  { kind: 'an ellipse, however flat it is', pieces: ellipses, examples: [] },
]

describe.each(KINDS)('$kind', ({ pieces, examples }) => {
  it('has each of its places as that one’s nearest', () => {
    fc.assert(
      fc.property(pieces, fc.double({ min: 0, max: 1, noNaN: true }), (piece, t) => {
        const p = placeAt(piece, t)
        expect(distance(placeAt(piece, nearestParameter(piece, p)), p)).toBeLessThan(1e-6)
      }),
      { numRuns: 2000, examples },
    )
  })

  it('has no place nearer than its nearest', () => {
    fc.assert(
      fc.property(pieces, point, (piece, p) => {
        const away = (t: number) => distance(placeAt(piece, t), p)
        const least = away(nearestParameter(piece, p))
        for (let i = 0; i <= 200; i++) expect(least).toBeLessThan(away(i / 200) + 1e-9)
      }),
      { numRuns: 500 },
    )
  })
})

it('a curve that is a single point has that one', () => {
  const at: Point = { x: 3, y: 4 }
  const t = nearestOnCubic({ start: at, pullStart: at, pullEnd: at, end: at }, { x: 0, y: 0 })
  expect(t).toBeGreaterThanOrEqual(0)
  expect(t).toBeLessThanOrEqual(1)
})
