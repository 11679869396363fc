import { expect, it } from 'vitest'
import { type Affine, apply } from '../geometry/affine'
import { onPaper } from './on-paper'

const older = { widthPt: 800, heightPt: 600 }

it('papers lie on one another corner by corner, whichever way they are turned', () => {
  for (const quarters of [0, 1, 2, 3]) {
    const turn = (quarters * Math.PI) / 2
    const [cos, sin] = [Math.round(Math.cos(turn)), Math.round(Math.sin(turn))]
    // The drawing was shifted on its paper, and printed at half its size.
    const map: Affine = [2 * cos, 2 * sin, -2 * sin, 2 * cos, 17, -9]
    const newer = quarters % 2 ? { widthPt: 300, heightPt: 400 } : { widthPt: 400, heightPt: 300 }
    const paper = onPaper(older, newer, map)!
    const corners = [
      [0, 0],
      [newer.widthPt, 0],
      [newer.widthPt, newer.heightPt],
      [0, newer.heightPt],
    ].map(([x, y]) => apply(paper, { x: x!, y: y! }))
    // The corners of the older paper, anticlockwise from one that the turn leads to; nothing mirrored.
    const expected = [
      [0, 0],
      [800, 0],
      [800, 600],
      [0, 600],
    ]
    corners.forEach((p, i) => {
      const [x, y] = expected[(i + quarters) % 4]!
      expect([p.x, p.y]).toEqual([expect.closeTo(x!, 6), expect.closeTo(y!, 6)])
    })
  }
})

it('papers of other proportions do not', () => {
  expect(onPaper(older, { widthPt: 800, heightPt: 650 }, [1, 0, 0, 1, 0, 0])).toBeNull()
  expect(onPaper(older, { widthPt: 600, heightPt: 800 }, [1, 0, 0, 1, 0, 0])).toBeNull()
})
