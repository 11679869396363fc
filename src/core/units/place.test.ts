import { expect, it } from 'vitest'
import { parsePlace } from './place'

it.each([
  ['0, 0', 'mm', 0, 0],
  ['0,0', 'mm', 0, 0],
  ['-1.5 m, 20 cm', 'mm', -1500, 200],
  ["10'-6; 4'", 'ft', 3200.4, 1219.2],
  ['2 1/2", 1"', 'in', 63.5, 25.4],
  ['12,5; -3', 'm', 12_500, -3000],
] as const)('%s in a job of %s is a place', (text, unit, x, y) => {
  const place = parsePlace(text, unit)
  expect(place.x).toBeCloseTo(x, 9)
  expect(place.y).toBeCloseTo(y, 9)
})

it.each(['', '5', '1, 2, 3', 'a, b'])('“%s” is refused with a sentence', (text) => {
  expect(() => parsePlace(text, 'mm')).toThrow(/[.]$/)
})
