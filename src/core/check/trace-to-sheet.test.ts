import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wall } from '../../../tests/support/house'
import { segment } from '../geometry/piece/piece'
import { nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import type { ProjectRecord } from '../model/registry'
import { surroundingsOf } from '../model/shapes'
import type { LineFinder } from '../propose/wall-run'
import { OFF_CLASSES_MM } from './off-classes'
import { countByClass, matchEdge, type TracedEdge, tracedEdges } from './trace-to-sheet'

const p = (x: number, y: number): Point => ({ x, y })
const sheetOf =
  (...lines: readonly (readonly [Point, Point])[]): LineFinder =>
  (at, reach) =>
    lines
      .filter(([a, b]) => distance(along(a, b, nearestOnSegment(a, b, at)), at) <= reach)
      .map(([start, end], item) => ({ item, flags: 0, piece: segment(start, end), start, end }))
const edge = (start: Point, end: Point): TracedEdge => ({ elementId: 'e', levelId: null, start, end })
const edgesOf = (...records: ProjectRecord[]) =>
  tracedEdges(surroundingsOf(new Map(records.map((record) => [record.id, record])), { unit: 'mm', precision: 1 }))

describe('a traced edge against the sheet', () => {
  it('is as far off, and as far turned, as it was drawn', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.double({ min: -0.01, max: 0.01, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (offMm, turnRad, rad) => {
          const turned = ({ x, y }: Point, by: number) =>
            p(x * Math.cos(by) - y * Math.sin(by), x * Math.sin(by) + y * Math.cos(by))
          // Turned about its middle, the median of its distances is that of the middle.
          const own = [p(-3000, 0), p(3000, 0)].map((each) => {
            const { x, y } = turned(each, turnRad)
            return turned(p(x, y + offMm), rad)
          }) as [Point, Point]
          const sheet = sheetOf([turned(p(-5000, 0), rad), turned(p(5000, 0), rad)])
          const { found } = matchEdge(edge(...own), sheet)
          expect(found!.turnRad).toBeCloseTo(Math.abs(turnRad), 9)
          // Where the line is crossed, distances to both sides of it count alike.
          if (Math.abs(offMm) > 40) expect(found!.offMm).toBeCloseTo(Math.abs(offMm) * Math.cos(turnRad), 0)
        },
      ),
      { seed: 6 },
    )
  })

  it('is not misled by the panes in an opening, nor by lines across it', () => {
    const sheet = sheetOf(
      [p(0, 2), p(4000, 2)],
      [p(6000, 2), p(9000, 2)],
      [p(4000, 150), p(6000, 150)],
      [p(3000, -500), p(3000, 500)],
    )
    expect(matchEdge(edge(p(0, 0), p(9000, 0)), sheet).found!.offMm).toBeCloseTo(2, 9)
  })

  it('has none where no line runs its way', () => {
    expect(matchEdge(edge(p(0, 0), p(9000, 0)), sheetOf([p(0, 300), p(9000, 300)])).found).toBeNull()
    expect(matchEdge(edge(p(0, 0), p(9000, 0)), sheetOf([p(0, -100), p(900, 900)])).found).toBeNull()
  })

  it('is one of the two faces of a wall, or a line that was traced from a sheet', () => {
    const drawn = { layerId: 'l', pen: undefined, kind: 'path', closed: false } as const
    const xy = [0, 0, 900, 0, 900, 700]
    const edges = edgesOf(
      wall('w', p(0, 0), p(5000, 0), 200, 'centre'),
      { ...drawn, xy, id: 'traced', tracedFrom: 'sheet' },
      { ...drawn, xy, id: 'free' },
    )
    expect(edges.map(({ elementId }) => elementId)).toEqual(['w', 'w', 'traced', 'traced'])
    expect(edges[0]).toMatchObject({ start: p(0, 100), end: p(5000, 100) })
    expect(edges[1]).toMatchObject({ start: p(0, -100), end: p(5000, -100) })
  })

  it('is counted in one class', () => {
    const matches = [0, 1, 1.5, 4, 99, 100, 150].map((offMm) => ({
      ...edge(p(0, 0), p(1, 0)),
      found: { offMm, turnRad: 0 },
    }))
    const counts = countByClass([...matches, { ...edge(p(0, 0), p(1, 0)), found: null }])
    expect(counts).toHaveLength(OFF_CLASSES_MM.length + 1)
    expect(counts).toEqual([2, 1, 1, 0, 0, 0, 2, 1])
  })
})
