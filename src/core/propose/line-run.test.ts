import { expect, it } from 'vitest'
import { line, lineFinder } from '../../../tests/support/line-finder'
import { bulgedPiece, endOf, segment, startOf } from '../geometry/piece/piece'
import { distance } from '../geometry/vector'
import { lineRunAt } from './line-run'

// A line in three pieces, one of them drawn backwards, round a corner and on in an arc to a fork.
const drawing = [
  line(0, 0, 1000, 0),
  line(2500, 0, 1000, 0.5),
  line(2500, 0, 4000, 0),
  line(4000, 0, 4000, 3000),
  bulgedPiece({ x: 4000, y: 3000 }, { x: 2000, y: 5000 }, 0.4),
  line(2000, 5000, 0, 5000),
  line(2000, 5000, 2000, 7000),
]

it('a line is taken over all pieces that it is drawn in', () => {
  const [only, ...more] = lineRunAt({ x: 1700, y: 12 }, 50, lineFinder(drawing), false)
  expect(more).toEqual([])
  expect([startOf(only!).x, endOf(only!).x].sort((a, b) => a - b)).toEqual([0, 4000])
})

it('all that hangs together is taken in order, to its ends and to where it forks', () => {
  const run = lineRunAt({ x: 3990, y: 1500 }, 50, lineFinder(drawing), true)
  expect(run.map(({ kind }) => kind)).toEqual(['segment', 'segment', 'arc'])
  run.slice(1).forEach((piece, i) => {
    expect(distance(startOf(piece), endOf(run[i]!))).toBeLessThan(2)
  })
})

it('a closed line is gone round once', () => {
  const square = [line(0, 0, 9, 0), line(9, 0, 9, 9), line(9, 9, 0, 9), line(0, 9, 0, 0)].map((piece) => piece)
  const large = square.map((piece) => segment(scaled(startOf(piece)), scaled(endOf(piece))))
  expect(lineRunAt({ x: 4500, y: 0 }, 50, lineFinder(large), true)).toHaveLength(4)
  expect(lineRunAt({ x: 4500, y: 800 }, 50, lineFinder(large), true)).toEqual([])
})

const scaled = ({ x, y }: { x: number; y: number }) => ({ x: x * 1000, y: y * 1000 })
