import fc from 'fast-check'
import { expect, it } from 'vitest'
import { freeSpot, turnedBox } from './label-spot'

const BOARD = { minX: 0, minY: 0, maxX: 1000, maxY: 600 }

it('takes the best spot that is free and lies on the board', () => {
  const spots = [turnedBox(10, 10, 80, 20, 0), turnedBox(300, 300, 80, 20, 0), turnedBox(500, 300, 80, 20, 0)]
  expect(freeSpot(spots, [], BOARD)).toBe(1)
  expect(freeSpot(spots, [turnedBox(310, 310, 10, 10, 0)], BOARD)).toBe(2)
  expect(freeSpot(spots, [BOARD], BOARD)).toBeNull()
})

it('labels that were put down one after another never lie over one another', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 600 })), { maxLength: 60 }),
      (places) => {
        const taken: ReturnType<typeof turnedBox>[] = []
        for (const [x, y] of places) {
          const spots = [0, 30, -30].map((by) => turnedBox(x, y + by, 90, 22, 0))
          const free = freeSpot(spots, taken, BOARD)
          if (free !== null) taken.push(spots[free]!)
        }
        return taken.every((a, i) =>
          taken.every(
            (b, k) => i === k || a.maxX <= b.minX || b.maxX <= a.minX || a.maxY <= b.minY || b.maxY <= a.minY,
          ),
        )
      },
    ),
  ))

it('an upright label is as high as a level one is wide', () => {
  const box = turnedBox(0, 0, 90, 22, Math.PI / 2)
  expect(box.maxY).toBeCloseTo(45, 9)
  expect(box.maxX).toBeCloseTo(11, 9)
})
