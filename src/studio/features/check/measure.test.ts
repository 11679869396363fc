import { expect, it } from 'vitest'
import { Rig } from '../../../../tests/support/rig'
import { measureOptions } from './options'
import { measure } from './tools/measure'

const measuring = (
  measureWay: (typeof measureOptions)['initial']['measureWay'],
  ...at: readonly [number, number][]
) => {
  const rig = new Rig().choose(measureOptions.with({ measureWay })).take(measure)
  for (const [x, y] of at) rig.click(x, y)
  return rig
}

it('tells a distance with its parts and direction', () =>
  expect(measuring('distance', [0, 0], [3000, 4000]).says).toMatch(/5000.*3000.* across.*4000.* up.*53\.1°/))

it('adds up a path', () => expect(measuring('path', [0, 0], [3000, 0], [3000, 4000]).says).toMatch(/7000.* 2 pieces/))

it('takes the smaller angle', () => expect(measuring('angle', [0, 0], [100, 0], [0, -100]).says).toContain('90.00°'))

it('finds the radius through three points', () =>
  expect(measuring('radius', [1000, 0], [0, 1000], [-1000, 0]).says).toMatch(/R 1000.*across 2000/))

it('tells an area, and how long it is around', () =>
  expect(measuring('area', [0, 0], [4000, 0], [4000, 3000], [0, 3000]).says).toMatch(/12\.00.*m².*around 14000/))

it('begins anew after the second point, and changes nothing', () => {
  const rig = measuring('distance', [0, 0], [1000, 0], [5000, 5000])
  expect(rig.session.points).toHaveLength(1)
  expect(rig.changes).toEqual([])
})
