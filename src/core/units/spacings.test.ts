import { expect, it } from 'vitest'
import { parseSpacings } from './spacings'

it.each([
  ['3 x 4200, 3600', [4200, 8400, 12600, 16200]],
  ['4200', [4200]],
  ['2×5200; 1000', [5200, 10400, 11400]],
  ['4200,3600', [4200, 7800]],
  ["2 x 12'", [3657.6, 7315.2]],
  ['3 @ 6 m', [6000, 12000, 18000]],
])('%s', (text, places) => {
  expect(parseSpacings(text, 'mm').map((mm) => Math.round(mm * 10) / 10)).toEqual(places)
})

it.each(['', '0 x 4200', '3 x', '-100', '1000 x 10', 'three'])('“%s” is refused with a sentence', (text) => {
  expect(() => parseSpacings(text, 'mm')).toThrow(/\.$/)
})
