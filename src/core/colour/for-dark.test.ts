import fc from 'fast-check'
import { expect, it } from 'vitest'
import { forDark } from './for-dark'

const channels = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16))
const lightness = (hex: string) => (Math.max(...channels(hex)) + Math.min(...channels(hex))) / 2 / 255

it('dark pens become light', () => {
  expect(forDark('#000000')).toBe('#ffffff')
  expect(lightness(forDark('#26302f'))).toBeGreaterThan(0.8)
})

it('light colours, and what is none, stay', () => {
  expect(forDark('#e8d080')).toBe('#e8d080')
  expect(forDark('red')).toBe('red')
})

it('every colour is at least half light then, and its strongest channel stays the strongest', () =>
  fc.assert(
    fc.property(fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 }))), (rgb) => {
      const hex = `#${rgb.map((each) => each!.toString(16).padStart(2, '0')).join('')}`
      const shown = forDark(hex)
      expect(lightness(shown)).toBeGreaterThan(0.44)
      const [before, after] = [channels(hex), channels(shown)]
      expect(after[before.indexOf(Math.max(...before))]).toBe(Math.max(...after))
    }),
  ))
