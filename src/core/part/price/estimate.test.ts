import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { USUAL_PRICES } from '../../model/price-book/schema'
import { estimateOf } from './estimate'

const BLOCK = { from: { x: 0, y: 0, z: 0 }, to: { x: 94, y: 44, z: 10 }, volumeMm3: 94 * 44 * 10 }
const WORK = { holes: [], otherSides: [] }
const ALUMINIUM = { name: 'Aluminium 6061-T6', densityKgM3: 2700 }

describe('an estimate', () => {
  it('is what is worked out by hand', () => {
    const { lines, blankMm, unitCost } = estimateOf(BLOCK, WORK, ALUMINIUM, USUAL_PRICES)
    expect(blankMm).toEqual([100, 50, 10])
    const line = (word: string) => lines.find((each) => each.word === word)!
    expect(line('Material').each).toBeCloseTo(0.135 * 8, 9)
    expect(line('Milling').each).toBeCloseTo(((50 - 41.36) / 20 / 60) * 80, 9)
    expect(line('Set-ups').once).toBeCloseTo(80 / 3, 9)
    const each = 0.135 * 8 + 2 + (8.64 / 20 / 60) * 80
    const once = 80 + 80 / 3
    expect(unitCost(1)).toBeCloseTo((each + once) * 1.15, 9)
    expect(unitCost(100)).toBeCloseTo((each + once / 100) * 1.15, 9)
  })

  it('adds up to its lines, and no piece costs more where more are made', () => {
    const amount = () => fc.double({ min: 0, max: 1000, noNaN: true })
    fc.assert(
      fc.property(amount(), amount(), fc.integer({ min: 1, max: 1000 }), (ratePerHour, onceHours, quantity) => {
        const { lines, unitCost } = estimateOf(BLOCK, WORK, ALUMINIUM, { ...USUAL_PRICES, ratePerHour, onceHours })
        const sum = lines.reduce((total, { once, each }) => total + each + once / quantity, 0)
        expect(unitCost(quantity)).toBeCloseTo(sum, 6)
        expect(unitCost(quantity + 1)).toBeLessThanOrEqual(unitCost(quantity) + 1e-9)
      }),
    )
  })

  it('takes the next plate that is thick enough, and its own price for a material', () => {
    const thick = { ...BLOCK, to: { x: 94, y: 44, z: 10.5 } }
    expect(estimateOf(thick, WORK, ALUMINIUM, USUAL_PRICES).blankMm[2]).toBe(12)
    const steel = estimateOf(BLOCK, WORK, { name: 'Steel S235', densityKgM3: 7850 }, USUAL_PRICES)
    expect(steel.lines[0]!.each).toBeCloseTo(0.05 * 7.85 * 2, 9)
  })
})
