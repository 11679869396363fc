import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { purchaseFor } from './stock'

const anyWanted = fc.array(
  fc.record({ lengthMm: fc.integer({ min: 200, max: 11_900 }), count: fc.integer({ min: 1, max: 12 }) }),
  { minLength: 1, maxLength: 40 },
)

describe('what is bought', () => {
  it('yields every piece, from bars that have room for them and their cuts, and not less than the bound', () => {
    fc.assert(
      fc.property(
        anyWanted,
        fc.constantFrom([12_000], [6000, 12_000], [4800, 6000, 13_500]),
        fc.integer({ min: 0, max: 8 }),
        (wanted, stocks, kerfMm) => {
          const { plans, tooLong, boughtMm, boundMm } = purchaseFor(wanted, stocks, kerfMm)
          const made = new Map<number, number>()
          const add = (lengthMm: number, count: number) => {
            const key = Math.round(lengthMm * 10)
            made.set(key, (made.get(key) ?? 0) + count)
          }
          for (const { pieces, count, stockMm } of plans) {
            for (const each of pieces) add(each, count)
            const needs = pieces.reduce((sum, each) => sum + each, 0) + (pieces.length - 1) * kerfMm
            expect(needs).toBeLessThanOrEqual(stockMm + 1e-6)
            expect(stocks).toContain(stockMm)
          }
          for (const { lengthMm, count } of tooLong) {
            expect(lengthMm).toBeGreaterThan(Math.max(...stocks))
            add(lengthMm, count)
          }
          for (const { lengthMm, count } of wanted) add(lengthMm, -count)
          expect([...made.values()].filter((count) => count !== 0)).toEqual([])
          expect(boughtMm).toBeCloseTo(
            plans.reduce((sum, { stockMm, count }) => sum + stockMm * count, 0),
            3,
          )
          expect(boughtMm).toBeGreaterThanOrEqual(boundMm - 1e-6)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('finds cuttings without any waste where there are some', () => {
    const { plans, boughtMm, boundMm } = purchaseFor(
      [
        { lengthMm: 3997, count: 6 },
        { lengthMm: 2000, count: 6 },
        { lengthMm: 5997, count: 6 },
      ],
      [12_000],
      3,
    )
    expect(boughtMm).toBe(6 * 12_000)
    expect(boundMm).toBeGreaterThan(5 * 12_000)
    expect(plans.every(({ restMm }) => restMm < 1)).toBe(true)
  })

  it('lies within 2 % of the bound for two thousand pieces of a building', () => {
    let seed = 7
    const random = () => {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
      return seed / 2 ** 32
    }
    const wanted = Array.from({ length: 2000 }, () => ({ lengthMm: Math.round(400 + random() ** 2 * 7000), count: 1 }))
    const { boughtMm, boundMm } = purchaseFor(wanted, [12_000], 4)
    expect(boughtMm / boundMm).toBeLessThan(1.02)
  })

  it('nothing wanted, nothing bought', () => {
    expect(purchaseFor([], [6000], 3)).toEqual({ plans: [], tooLong: [], boughtMm: 0, boundMm: 0 })
  })
})
