import { describe, expect, it } from 'vitest'
import { wall } from '../../../tests/support/house'
import type { Wall } from '../model/wall/schema'
import { nearMisses } from './near-misses'

const p = (x: number, y: number) => ({ x, y })
const mended = (walls: readonly Wall[]): Wall[] => {
  let now = [...walls]
  for (let turn = 0; turn < 10; turn++) {
    const [miss] = nearMisses(now)
    if (!miss) return now
    now = now
      .filter(({ id }) => !miss.gone.includes(id))
      .map((each) => miss.mended.find(({ id }) => id === each.id) ?? each)
  }
  throw new Error('Mending does not come to an end.')
}

describe('what is almost as it was meant', () => {
  it.each([
    ['apart', wall('b', p(5000, 30), p(5000, 4000), 200, 'centre'), 30],
    ['short', wall('b', p(2500, 140), p(2500, 4000), 200, 'centre'), 40],
    ['crooked', wall('b', p(9000, 0), p(9010, 4000), 200, 'centre'), 10],
    ['doubled', wall('b', p(1000, 2), p(4000, 2), 200, 'centre'), 3000],
    ['overlapping', wall('b', p(3800, 0), p(9000, 0), 200, 'centre'), 1200],
    ['beside', wall('b', p(6040, 12), p(9000, 12), 200, 'centre'), 12],
  ] as const)('%s is found, and mended by one step', (kind, second, offMm) => {
    const walls = [wall('a', p(0, 0), p(5000, 0), 200, 'centre'), second]
    const [miss, ...more] = nearMisses(walls)
    expect(more).toEqual([])
    expect(miss).toMatchObject({ kind })
    expect(miss!.offMm).toBeCloseTo(offMm, 6)
    expect(nearMisses(mended(walls))).toEqual([])
  })

  it('is nothing where walls meet, stand apart, run slanted, or lie on another level', () => {
    const a = wall('a', p(0, 0), p(5000, 0), 200, 'centre')
    expect(
      nearMisses([
        a,
        wall('b', p(5000, 0), p(5000, 4000), 200, 'centre'),
        wall('c', p(2500, 100), p(2500, 4000), 200, 'centre'),
        wall('d', p(2000, 400), p(1000, 4000), 200, 'centre'),
        { ...a, id: 'e', levelId: 'upper' },
      ]),
    ).toEqual([])
  })
})
