import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Affine } from '../affine'
import { apply } from '../affine'
import { contains } from '../box'
import { cross, distance, dot, length, type Point, subtract, unit } from '../vector'
import { arcThrough, circleThrough, feetFrom, touchesFrom } from './feet'
import { mapPiece } from './map'
import { boxOfPiece, distanceTo, doubleAreaOf, flatten, lengthOf, nearestPlace, pieceBetween } from './measure'
import { meetings } from './meetings'
import {
  bulgedPiece,
  bulgeOf,
  circle,
  directionAt,
  endOf,
  type Piece,
  placeAt,
  reversed,
  segment,
  startOf,
} from './piece'

const NEAR_MM = 1e-6
const FAR_MM = 1e-3

/** Where the constructions are tried: around the origin, and 1,000 km away from it. */
const PLACES = [
  { name: 'near the origin', at: { x: 0, y: 0 }, within: NEAR_MM },
  { name: '1,000 km away', at: { x: 7.1e8, y: -7.0e8 }, within: FAR_MM },
]

// Whole micrometres: what lies nearer together is one place.
const size = fc.integer({ min: -5e6, max: 5e6 }).map((micrometres) => micrometres / 1000)
const point = fc.record({ x: size, y: size })
const angle = fc.double({ min: -6, max: 6, noNaN: true })
const sweep = fc.double({ min: 0.05, max: 6.2, noNaN: true }).chain((s) => fc.constantFrom(s, -s))
const radius = fc.double({ min: 5, max: 4000, noNaN: true })

const segments = fc
  .tuple(point, point)
  .filter(([a, b]) => distance(a, b) > 1)
  .map(([a, b]): Piece => segment(a, b))
const arcs = fc.record({ kind: fc.constant('arc' as const), center: point, radius, fromRad: angle, sweepRad: sweep })
const ellipses = fc
  .record({
    center: point,
    a: radius,
    part: fc.double({ min: 0.1, max: 1, noNaN: true }),
    turn: angle,
    fromRad: angle,
    sweepRad: sweep,
  })
  .map(
    ({ center, a, part, turn, fromRad, sweepRad }): Piece => ({
      kind: 'ellipse',
      center,
      u: { x: a * Math.cos(turn), y: a * Math.sin(turn) },
      v: { x: -a * part * Math.sin(turn), y: a * part * Math.cos(turn) },
      fromRad,
      sweepRad,
    }),
  )
const cubics = fc
  .tuple(point, point, point, point)
  .filter(([a, b, c, d]) => distance(a, b) > 1 && distance(b, c) > 1 && distance(c, d) > 1)
  .map(([start, pullStart, pullEnd, end]): Piece => ({ kind: 'cubic', curve: { start, pullStart, pullEnd, end } }))
const pieces = fc.oneof(segments, arcs, ellipses, cubics)

const moved = (piece: Piece, { x, y }: Point): Piece => mapPiece([1, 0, 0, 1, x, y], piece)
const sineBetween = (a: Point, b: Point) => cross(a, b) / (length(a) * length(b))

describe.each(PLACES)('$name', ({ at, within }) => {
  const here = (arbitrary: fc.Arbitrary<Piece>) => arbitrary.map((piece) => moved(piece, at))
  const spots = point.map(({ x, y }) => ({ x: x + at.x, y: y + at.y }))

  it('a small circle about a place on a very large one meets it on either side of that place', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e3, max: 1e6, noNaN: true }),
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
        fc.boolean(),
        (large, small, turnRad, first) => {
          const around: Point = { x: at.x + large * Math.cos(turnRad), y: at.y + large * Math.sin(turnRad) }
          const [p, q] = [circle(at, large), circle(around, small)]
          const met = first ? meetings(p, q) : meetings(q, p)
          expect(met).toHaveLength(2)
          for (const { point: place, t, u } of met) {
            expect(Math.abs(distance(place, around) - small)).toBeLessThan(within)
            expect(Math.abs(distance(place, at) - large)).toBeLessThan(within)
            const [onLarge, onSmall] = first ? [t, u] : [u, t]
            expect(distance(placeAt(p, onLarge), place)).toBeLessThan(within)
            expect(distance(placeAt(q, onSmall), place)).toBeLessThan(within)
          }
          expect(distance(met[0]!.point, met[1]!.point)).toBeGreaterThan(small)
        },
      ),
      { examples: [[900_232, 1, 0, true]] },
    )
  })

  it('meetings lie on both pieces', () => {
    fc.assert(
      fc.property(here(pieces), here(pieces), (p, q) => {
        for (const { point: met, t, u } of meetings(p, q)) {
          expect(distanceTo(p, met)).toBeLessThan(within)
          expect(distanceTo(q, met)).toBeLessThan(within)
          expect(distance(placeAt(p, t), met)).toBeLessThan(within)
          expect(distance(placeAt(q, u), met)).toBeLessThan(within)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('no clear crossing is missed', () => {
    fc.assert(
      fc.property(here(pieces), here(pieces), (p, q) => {
        const [ps, qs] = [flatten(p, 0.01), flatten(q, 0.01)]
        const found = meetings(p, q)
        for (let i = 0; i + 1 < ps.length; i++)
          for (let j = 0; j + 1 < qs.length; j++) {
            const [met] = meetings(segment(ps[i]!, ps[i + 1]!), segment(qs[j]!, qs[j + 1]!))
            const [a, b] = [subtract(ps[i + 1]!, ps[i]!), subtract(qs[j + 1]!, qs[j]!)]
            // Chords lie beside their curve: only where both cross well within and steeply is the answer sure.
            if (!met || Math.abs(sineBetween(a, b)) < 0.3 || [met.t, met.u].some((t) => t < 0.1 || t > 0.9)) continue
            expect(found.some(({ point: each }) => distance(each, met.point) < 0.5)).toBe(true)
          }
      }),
      { numRuns: 60 },
    )
  })

  it('lines to feet are square, lines to touching places run along', () => {
    fc.assert(
      fc.property(here(pieces), spots, (piece, from) => {
        for (const { t, point: foot } of feetFrom(from, piece)) {
          const [away, along] = [subtract(foot, from), unit(directionAt(piece, t))]
          // Where a curve stands still it has no direction.
          if (along && length(directionAt(piece, t)) > 1)
            expect(Math.abs(dot(away, along))).toBeLessThan(Math.max(within, 1e-9 * length(away)))
        }
        for (const { t, point: touch } of touchesFrom(from, piece)) {
          const along = unit(directionAt(piece, t))
          const away = unit(subtract(touch, from))
          // Close to the piece itself the touching place is ill-defined; its line still leaves the piece by nothing.
          if (along && away && distance(touch, from) > 1 && length(directionAt(piece, t)) > 1)
            expect(Math.abs(cross(away, along))).toBeLessThan(1e-4)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('a tangent to a circle leaves its centre by just the radius', () => {
    fc.assert(
      fc.property(here(arcs as fc.Arbitrary<Piece>), spots, (piece, from) => {
        if (piece.kind !== 'arc') return
        for (const { point: touch } of touchesFrom(from, piece)) {
          const away = unit(subtract(touch, from))
          if (!away || distance(touch, from) < 1) continue
          expect(Math.abs(Math.abs(cross(away, subtract(piece.center, from))) - piece.radius)).toBeLessThan(within)
        }
      }),
    )
  })

  it('nothing of a piece is nearer than the nearest place', () => {
    fc.assert(
      fc.property(here(pieces), spots, (piece, p) => {
        const least = distance(nearestPlace(piece, p), p)
        for (let i = 0; i <= 40; i++) expect(distance(placeAt(piece, i / 40), p)).toBeGreaterThanOrEqual(least - within)
      }),
    )
  })

  it('parts, reversed pieces and boxes belong to their piece', () => {
    fc.assert(
      fc.property(
        here(pieces),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (piece, a, b) => {
          const part = pieceBetween(piece, a, b)
          expect(distance(startOf(part), placeAt(piece, a))).toBeLessThan(within)
          expect(distance(endOf(part), placeAt(piece, b))).toBeLessThan(within)
          expect(distance(startOf(reversed(piece)), endOf(piece))).toBeLessThan(within)
          expect(contains(boxOfPiece(piece), placeAt(piece, a), within)).toBe(true)
          expect(lengthOf(reversed(piece))).toBeCloseTo(lengthOf(piece), 3)
        },
      ),
    )
  })

  it('the circle through three points runs through them, and an arc over the middle one', () => {
    fc.assert(
      fc.property(spots, spots, spots, (a, b, c) => {
        const round = circleThrough(a, b, c)
        if (!round || round.radius > 1e5 || round.radius < 1) return
        for (const p of [a, b, c]) expect(Math.abs(distance(round.center, p) - round.radius)).toBeLessThan(within)
        const arc = arcThrough(a, b, c)!
        expect(distance(startOf(arc), a)).toBeLessThan(within)
        expect(distance(endOf(arc), c)).toBeLessThan(within)
        expect(distanceTo(arc, b)).toBeLessThan(within)
      }),
    )
  })

  it('a bulge comes back from the arc that it makes', () => {
    fc.assert(
      fc.property(spots, spots, fc.double({ min: -3, max: 3, noNaN: true }), (a, b, bulge) => {
        fc.pre(distance(a, b) > 1 && Math.abs(bulge) > 1e-3)
        const arc = bulgedPiece(a, b, bulge)
        expect(distance(startOf(arc), a)).toBeLessThan(within)
        expect(distance(endOf(arc), b)).toBeLessThan(within)
        expect(bulgeOf(arc)).toBeCloseTo(bulge, 6)
      }),
    )
  })
})

it('mapping a piece maps its places', () => {
  const factor = fc.double({ min: -3, max: 3, noNaN: true })
  const maps = fc
    .tuple(factor, factor, factor, factor, size, size)
    .filter(([a, b, c, d]) => Math.abs(a * d - b * c) > 0.05)
  fc.assert(
    fc.property(pieces, maps, fc.double({ min: 0, max: 1, noNaN: true }), (piece, map, t) => {
      const image = mapPiece(map as Affine, piece)
      expect(distance(placeAt(image, t), apply(map as Affine, placeAt(piece, t)))).toBeLessThan(1e-6)
    }),
  )
})

it('areas of circles and of outlines with arcs are exact', () => {
  expect(doubleAreaOf([circle({ x: 3, y: 4 }, 10)])).toBeCloseTo(2 * Math.PI * 100, 9)
  const slot = [
    segment({ x: 0, y: 0 }, { x: 40, y: 0 }),
    bulgedPiece({ x: 40, y: 0 }, { x: 40, y: 20 }, 1),
    segment({ x: 40, y: 20 }, { x: 0, y: 20 }),
    bulgedPiece({ x: 0, y: 20 }, { x: 0, y: 0 }, 1),
  ]
  expect(doubleAreaOf(slot) / 2).toBeCloseTo(40 * 20 + Math.PI * 100, 9)
})

it('pieces without size give no NaN and come to an end', () => {
  const p = { x: 5, y: 5 }
  const flat: Piece[] = [
    segment(p, p),
    { kind: 'arc', center: p, radius: 0, fromRad: 0, sweepRad: 1 },
    { kind: 'arc', center: p, radius: 3, fromRad: 0, sweepRad: 0 },
    { kind: 'ellipse', center: p, u: { x: 0, y: 0 }, v: { x: 0, y: 0 }, fromRad: 0, sweepRad: 6 },
    { kind: 'ellipse', center: p, u: { x: 4, y: 0 }, v: { x: 2, y: 0 }, fromRad: 0, sweepRad: 6 },
    { kind: 'cubic', curve: { start: p, pullStart: p, pullEnd: p, end: p } },
    segment(p, { x: 9, y: 5 }),
    circle(p, 2),
  ]
  const sound = (q: Point) => expect(Number.isFinite(q.x) && Number.isFinite(q.y)).toBe(true)
  for (const a of flat) {
    for (const b of flat) for (const met of meetings(a, b, { first: true, second: true })) sound(met.point)
    for (const from of [p, { x: 6, y: 7 }]) {
      sound(nearestPlace(a, from))
      for (const each of [...feetFrom(from, a), ...touchesFrom(from, a)]) sound(each.point)
    }
    for (const q of flatten(a, 0.1)) sound(q)
    expect(Number.isFinite(lengthOf(a))).toBe(true)
  }
})
