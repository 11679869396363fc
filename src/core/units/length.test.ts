import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatLength, formatRatio, USUAL_DISPLAY } from './format'
import { LengthError, type LengthUnit, parseLength } from './length'
import { parseRatio } from './ratio'

describe('parseLength', () => {
  it.each([
    ['3110', 'mm', 3110],
    ['3.11m', 'mm', 3110],
    ['1,5 m', 'mm', 1500],
    ['3 m 11 cm', 'mm', 3110],
    ['1,234.5', 'mm', 1234.5],
    ['10\' 2 1/2"', 'mm', 10 * 304.8 + 2.5 * 25.4],
    ["10' 2 1/2", 'ft', 10 * 304.8 + 2.5 * 25.4],
    ['10-2.5', 'ft', 10 * 304.8 + 2.5 * 25.4],
    ['10 - 2.5', 'ft', 7.5 * 304.8],
    ['10-2.5', 'mm', 7.5],
    ['3\'-0"', 'mm', 914.4],
    ['9\' - 2"', 'mm', 9 * 304.8 + 50.8],
    ['7/8', 'ft', 22.225],
    ['7/8', 'in', 22.225],
    ['7/8"', 'mm', 22.225],
    ['9\'2" - 2*5/8"', 'mm', 9 * 304.8 + 50.8 - 2 * 15.875],
    ['2*(1.2m + 300)', 'mm', 3000],
    ['6ft', 'mm', 1828.8],
    ['2′ 6″', 'mm', 762],
    ['5 ½"', 'mm', 139.7],
    ['-250', 'mm', -250],
    ['3110/2', 'mm', 1555],
  ] as [string, LengthUnit, number][])('reads %s on a job in %s', (text, unit, mm) => {
    expect(parseLength(text, unit)).toBeCloseTo(mm, 9)
  })

  it.each(['', 'abc', '3 4', '2m*2m', '5/0', '(3', '3 +', '1..2', '12,3,4', '5 parsecs'])(
    'refuses “%s” in a sentence',
    (text) => {
      expect(() => parseLength(text, 'mm')).toThrow(LengthError)
    },
  )

  it('asks what a lone comma before three digits means', () => {
    expect(() => parseLength('1,500', 'mm')).toThrow(/1500 or 1\.500/)
    expect(parseLength('0,125 m', 'mm')).toBe(125)
  })
})

describe('formatLength', () => {
  it.each([
    [3110, 'mm', '3110.0 mm'],
    [3110, 'm', '3.110 m'],
    [10 * 304.8 + 2.5 * 25.4, 'ft', '10′ 2 1/2″'],
    [304.8 * 12 - 0.01, 'ft', '12′ 0″'],
    [22.225, 'in', '7/8″'],
    [-0.0001, 'mm', '0.0 mm'],
    [-50.8, 'in', '−2″'],
  ] as [number, LengthUnit, string][])('writes %d mm in %s as %s', (mm, unit, text) => {
    expect(formatLength(mm, USUAL_DISPLAY[unit])).toBe(text)
  })

  it('is read back by parseLength to within half of what is shown', () => {
    const units = fc.constantFrom<LengthUnit>('mm', 'cm', 'm', 'in', 'ft')
    fc.assert(
      fc.property(units, fc.double({ min: 0, max: 1e6, noNaN: true }), (unit, mm) => {
        const halfStep = { mm: 0.05, cm: 0.5, m: 0.5, in: 25.4 / 32, ft: 25.4 / 32 }[unit]
        const read = parseLength(formatLength(mm, USUAL_DISPLAY[unit]), unit)
        expect(Math.abs(read - mm)).toBeLessThanOrEqual(halfStep + 1e-6)
      }),
    )
  })
})

describe('formatRatio', () => {
  it('writes plans and enlarged details', () => {
    expect(formatRatio(100)).toBe('1:100')
    expect(formatRatio(98.6123)).toBe('1:98.61')
    expect(formatRatio(0.5)).toBe('2:1')
  })
})

describe('a ratio in a job of feet and inches', () => {
  it.each([
    [48, '1/4″ = 1′-0″'],
    [96, '1/8″ = 1′-0″'],
    [128, '3/32″ = 1′-0″'],
    [64, '3/16″ = 1′-0″'],
    [8, '1 1/2″ = 1′-0″'],
    [4, '3″ = 1′-0″'],
    [240, '1″ = 20′'],
    [100, '1:100'],
    [48.3, '1:48.3'],
    [1, '1:1'],
  ])('of 1:%d goes by the name it has there, if it has one', (ratio, words) => {
    expect(formatRatio(ratio, { unit: 'ft' })).toBe(words)
    expect(parseRatio(words)).toBeCloseTo(ratio, 9)
    expect(formatRatio(ratio, { unit: 'mm' })).toMatch(/^1:/)
  })
})
