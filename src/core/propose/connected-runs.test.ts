import { expect, it } from 'vitest'
import { lineFinder } from '../../../tests/support/line-finder'
import { type Piece, segment } from '../geometry/piece/piece'
import { distance, type Point } from '../geometry/vector'
import { connectedRuns } from './connected-runs'
import { wallRunAt } from './wall-run'

const ring = (...corners: readonly (readonly [number, number])[]): Piece[] =>
  corners.map(([x, y], i) => {
    const [toX, toY] = corners[(i + 1) % corners.length]!
    return segment({ x, y }, { x: toX, y: toY })
  })

it('takes all walls that hang together end to end, with slanted ones, and nothing that stands apart', () => {
  const lines = lineFinder([
    // A wall of 300 mm around a room with one slanted corner.
    ...ring([0, 0], [8000, 0], [8000, 3000], [6000, 5000], [0, 5000]),
    ...ring([300, 300], [7700, 300], [7700, 2876], [5876, 4700], [300, 4700]),
    // A cupboard of two lines in the room, and a wall of its own outside.
    ...ring([2000, 2000], [3500, 2000], [3500, 2400], [2000, 2400]),
    ...ring([12_000, 0], [12_300, 0], [12_300, 5000], [12_000, 5000]),
  ])
  const first = wallRunAt({ x: 4000, y: 140 }, lines)!
  const runs = connectedRuns(first, lines)
  expect(runs[0]).toBe(first)
  expect(runs.map(({ thicknessMm }) => Math.round(thicknessMm))).toEqual([300, 300, 300, 300, 300])
  const middles = runs.map(({ start, end }): Point => ({ x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 }))
  for (const wanted of [
    { x: 4000, y: 150 },
    { x: 7850, y: 1500 },
    { x: 6894, y: 3894 },
    { x: 3000, y: 4850 },
    { x: 150, y: 2500 },
  ])
    expect(Math.min(...middles.map((each) => distance(each, wanted)))).toBeLessThan(120)
})
