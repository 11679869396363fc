import fc from 'fast-check'
import { expect, it } from 'vitest'
import { cubicAt } from '../bezier'
import { distance, type Point } from '../vector'
import { nearestOnCubic, nearestOnEllipse } from './nearest-on-curve'
import { type EllipseArc, placeAt } from './piece'

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

it('a place on a cubic is its own nearest, however tightly the curve turns', () => {
  fc.assert(
    fc.property(curves, fc.double({ min: 0, max: 1, noNaN: true }), (curve, t) => {
      const p = cubicAt(curve, t)
      expect(distance(cubicAt(curve, nearestOnCubic(curve, p)), p)).toBeLessThan(1e-6)
    }),
    { numRuns: 2000, examples: [[TIGHT, 0.5461893284434658]] },
  )
})

it('nothing on a cubic is nearer than its nearest place', () => {
  fc.assert(
    fc.property(curves, point, (curve, p) => {
      const away = (t: number) => distance(cubicAt(curve, t), p)
      const least = away(nearestOnCubic(curve, p))
      for (let i = 0; i <= 200; i++) expect(least).toBeLessThan(away(i / 200) + 1e-9)
    }),
    { numRuns: 500 },
  )
})

it('a curve that is a single point has that one', () => {
  const at: Point = { x: 3, y: 4 }
  const t = nearestOnCubic({ start: at, pullStart: at, pullEnd: at, end: at }, { x: 0, y: 0 })
  expect(t).toBeGreaterThanOrEqual(0)
  expect(t).toBeLessThanOrEqual(1)
})

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

it('a place on an ellipse is its own nearest, however flat that is', () => {
  fc.assert(
    fc.property(ellipses, fc.double({ min: 0, max: 1, noNaN: true }), (ellipse, t) => {
      const p = placeAt(ellipse, t)
      expect(distance(placeAt(ellipse, nearestOnEllipse(ellipse, p)), p)).toBeLessThan(1e-6)
    }),
    { numRuns: 2000 },
  )
})

it('nothing on an ellipse is nearer than its nearest place', () => {
  fc.assert(
    fc.property(ellipses, point, (ellipse, p) => {
      const away = (t: number) => distance(placeAt(ellipse, t), p)
      const least = away(nearestOnEllipse(ellipse, p))
      for (let i = 0; i <= 200; i++) expect(least).toBeLessThan(away(i / 200) + 1e-9)
    }),
    { numRuns: 500 },
  )
})
