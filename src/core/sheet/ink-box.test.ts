import { expect, it } from 'vitest'
import { inkBox } from './ink-box'

const white = (width: number, height: number) => new Uint8ClampedArray(4 * width * height).fill(255)

it('encloses what is darker than paper', () => {
  const rgba = white(10, 6)
  for (const [x, y] of [
    [3, 2],
    [7, 4],
  ] as const)
    rgba.fill(40, 4 * (y * 10 + x), 4 * (y * 10 + x) + 3)
  expect(inkBox(rgba, 10, 6)).toEqual({ x: 3, y: 2, width: 5, height: 3 })
})

it('is all of an empty page, and passes over the noise of paper', () => {
  const rgba = white(4, 4)
  rgba.fill(235, 0, 3)
  expect(inkBox(rgba, 4, 4)).toEqual({ x: 0, y: 0, width: 4, height: 4 })
})
