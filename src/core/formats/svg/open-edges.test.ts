import { expect, it } from 'vitest'
import { openEdges } from './open-edges'

const [a, b] = [
  [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 90, y: 10 },
    { x: 0, y: 10 },
  ],
  [
    { x: 100, y: 0 },
    { x: 100, y: 80 },
    { x: 90, y: 80 },
    { x: 90, y: 10 },
  ],
]

it('walls of one material have no line between them in a corner', () => {
  const runs = openEdges([
    { ring: a!, material: 'brick' },
    { ring: b!, material: 'brick' },
  ])
  expect(runs).toHaveLength(2)
  for (const { closed, points } of runs) {
    expect(closed).toBe(false)
    expect(points).toHaveLength(4)
  }
  expect(runs.flatMap(({ points }) => points.slice(1).map((p, i) => [points[i], p]))).not.toContainEqual([
    { x: 100, y: 0 },
    { x: 90, y: 10 },
  ])
})

it('walls of two materials keep it', () => {
  const runs = openEdges([
    { ring: a!, material: 'brick' },
    { ring: b!, material: 'timber' },
  ])
  expect(runs.map(({ closed }) => closed)).toEqual([true, true])
})
