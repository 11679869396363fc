import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { apply } from '../geometry/affine'
import { distance, type Point } from '../geometry/vector'
import { placementAtRatio, placementMap, ratioOf } from '../model/underlay/placement'
import type { Placement } from '../model/underlay/schema'
import { MM_PER_PT } from '../units/length'
import { placementBy } from './refit'
import { FitError, residualOf } from './residual'

const on = fc.double({ min: 0, max: 3000, noNaN: true })
const spot = fc.record({ x: on, y: on })
const placement = fc.record({
  kind: fc.constant('similarity' as const),
  mmPerPt: fc.double({ min: 0.01, max: 1e4, noNaN: true }),
  turnRad: fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
  originMm: fc.record({
    x: fc.double({ min: -1e8, max: 1e8, noNaN: true }),
    y: fc.double({ min: -1e8, max: 1e8, noNaN: true }),
  }),
})

/** A sheet fitted by one dimension. */
const fitTo = (before: Placement, fromPt: Point, toPt: Point, statedMm: number): Placement =>
  placementBy(before, [{ id: 'd', fromPt, toPt, statedMm, role: 'fit' }], false)

describe('a fit by one dimension', () => {
  it('gives the sheet its size, keeps the first point where it is and the turn as it was', () => {
    fc.assert(
      fc.property(placement, spot, spot, fc.double({ min: 1, max: 1e6, noNaN: true }), (before, from, to, stated) => {
        fc.pre(distance(from, to) > 1)
        const after = fitTo(before, from, to, stated)
        const [a, b] = [from, to].map((p) => apply(placementMap(after), p))
        const base = apply(placementMap(before), from)
        // Sites lie hundreds of kilometres out: a micrometre there is what double precision gives.
        expect(distance(a!, b!) / stated).toBeCloseTo(1, 6)
        expect(distance(a!, base)).toBeLessThan(1e-3)
        expect(after.turnRad).toBe(before.turnRad)
        expect(
          residualOf(after, { id: 'd', fromPt: from, toPt: to, statedMm: stated, role: 'fit' }).differenceMm,
        ).toBeCloseTo(0, 6)
      }),
    )
  })

  it('finds the ratio of a sheet printed smaller than it says', () => {
    const paperMm = 31200 / 145.6
    const fitted = fitTo(placementAtRatio(100), { x: 0, y: 0 }, { x: paperMm / MM_PER_PT, y: 0 }, 31200)
    expect(ratioOf(fitted)).toBeCloseTo(145.6, 9)
  })

  it('refuses in a sentence what cannot fix a scale', () => {
    const p = { x: 5, y: 5 }
    expect(() => fitTo(placementAtRatio(100), p, { x: 5.1, y: 5 }, 1000)).toThrow(FitError)
    for (const stated of [0, -5, Number.NaN])
      expect(() => fitTo(placementAtRatio(100), p, { x: 50, y: 5 }, stated)).toThrow(FitError)
  })
})

it('a residual is stated minus drawn, also in thousandths', () => {
  const dimension = {
    id: 'd',
    fromPt: { x: 0, y: 0 },
    toPt: { x: 300, y: 400 },
    statedMm: 5210,
    role: 'check',
  } as const
  const { drawnMm, differenceMm, perThousand } = residualOf({ ...placementAtRatio(1), mmPerPt: 10.432 }, dimension)
  expect(drawnMm).toBeCloseTo(5216, 9)
  expect(differenceMm).toBeCloseTo(-6, 9)
  expect(perThousand).toBeCloseTo(-6000 / 5210, 9)
})
