import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Affine, apply, compose, invert, lengthFactor } from './affine'
import { type Cubic, cubicAt, cubicBetween, flattenCubic } from './bezier'
import { distanceTo } from './piece/measure'
import { area, isInside } from './polygon'
import { nearestOnSegment, segmentCrossing } from './segment'
import { along, distance, type Point } from './vector'

const number = fc.double({ min: -1000, max: 1000, noNaN: true })
const point = fc.record({ x: number, y: number })
const cubic = fc.record({ start: point, pullStart: point, pullEnd: point, end: point })
const turn = fc
  .record({
    turn: fc.double({ min: -4, max: 4, noNaN: true }),
    grow: fc.double({ min: 0.01, max: 100, noNaN: true }),
    shift: point,
  })
  .map(({ turn, grow, shift }): Affine => {
    const [cos, sin] = [Math.cos(turn) * grow, Math.sin(turn) * grow]
    return [cos, sin, -sin, cos, shift.x, shift.y]
  })
const part = fc.double({ min: 0, max: 1, noNaN: true })

describe('maps', () => {
  it('there and back is where one was', () => {
    fc.assert(
      fc.property(turn, point, (map, p) => {
        expect(distance(apply(invert(map)!, apply(map, p)), p)).toBeLessThan(1e-6)
      }),
    )
  })

  it('two in turn are their composition, and lengths grow by both', () => {
    fc.assert(
      fc.property(turn, turn, point, (first, then, p) => {
        const both = compose(first, then)
        expect(distance(apply(both, p), apply(then, apply(first, p)))).toBeLessThan(1e-5)
        expect(lengthFactor(both) / (lengthFactor(first) * lengthFactor(then))).toBeCloseTo(1, 9)
      }),
    )
  })

  it('that flatten the plane have no way back', () => {
    expect(invert([1, 2, 2, 4, 0, 0])).toBeNull()
  })
})

describe('curves', () => {
  it('a part of a curve runs along the curve', () => {
    fc.assert(
      fc.property(cubic, part, part, part, (curve, s, t, u) => {
        const [from, to] = [Math.min(s, t), Math.max(s, t)]
        fc.pre(from < 0.999)
        const piece = cubicBetween(curve, from, to)
        expect(distance(cubicAt(piece, u), cubicAt(curve, from + (to - from) * u))).toBeLessThan(1e-6)
      }),
    )
  })

  it('its chords leave it by no more than was asked', () => {
    fc.assert(
      fc.property(cubic, part, (curve, t) => {
        const chords = flattenCubic(curve, 0.5)
        const p = cubicAt(curve, t)
        const off = Math.min(
          ...chords.slice(1).map((b, i) => distance(along(chords[i]!, b, nearestOnSegment(chords[i]!, b, p)), p)),
        )
        expect(off).toBeLessThan(0.5 + 1e-9)
      }),
    )
  })

  it('the nearest point is nearer than a fine walk finds', () => {
    const gentle: Cubic = {
      start: { x: 0, y: 0 },
      pullStart: { x: 30, y: 90 },
      pullEnd: { x: 90, y: 90 },
      end: { x: 120, y: 0 },
    }
    fc.assert(
      fc.property(point, (p) => {
        const found = distanceTo({ kind: 'cubic', curve: gentle }, p)
        const walked = Math.min(...Array.from({ length: 501 }, (_, i) => distance(cubicAt(gentle, i / 500), p)))
        expect(found).toBeLessThanOrEqual(walked + 1e-3)
      }),
    )
  })
})

describe('segments', () => {
  it('cross where both run, whichever is named first', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const hit = segmentCrossing(a, b, c, d)
        const again = segmentCrossing(c, d, a, b)
        expect(again === null).toBe(hit === null)
        if (!hit) return
        for (const [p, q] of [
          [a, b],
          [c, d],
        ] as const)
          expect(distance(along(p, q, nearestOnSegment(p, q, hit)), hit)).toBeLessThan(1e-4)
      }),
    )
  })

  it('touch where one ends on the other, and do not where they lie on one line', () => {
    const p = (x: number, y: number): Point => ({ x, y })
    expect(segmentCrossing(p(0, 0), p(10, 0), p(4, 0), p(4, 9))).toEqual(p(4, 0))
    expect(segmentCrossing(p(0, 0), p(10, 0), p(5, 0), p(20, 0))).toBeNull()
    expect(segmentCrossing(p(0, 0), p(10, 0), p(4, 0.001), p(4, 9))).toBeNull()
  })
})

it('the share of a box that lies in a ring is the ring’s area', () => {
  const ring = [
    { x: 10, y: 10 },
    { x: 90, y: 20 },
    { x: 70, y: 80 },
    { x: 40, y: 30 },
    { x: 15, y: 70 },
  ]
  let inside = 0
  for (let x = 0.25; x < 100; x += 0.5) for (let y = 0.25; y < 100; y += 0.5) if (isInside(ring, { x, y })) inside++
  expect(inside / 4 / area(ring)).toBeCloseTo(1, 2)
})
