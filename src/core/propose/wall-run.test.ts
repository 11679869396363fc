import { describe, expect, it } from 'vitest'
import { line, lineFinder } from '../../../tests/support/line-finder'
import { distanceTo } from '../geometry/piece/measure'
import { type Arc, type Piece, segment } from '../geometry/piece/piece'
import { distance, type Point } from '../geometry/vector'
import { Flag } from '../sheet/linework'
import { type LineFinder, wallRunAt } from './wall-run'

const p = (x: number, y: number): Point => ({ x, y })

/** Two faces of 200 mm along x, with gaps between jambs. */
function faces(to: number, gaps: readonly (readonly [number, number])[]): Piece[] {
  const edges = [0, ...gaps.flat(), to]
  const pieces: Piece[] = []
  for (let i = 0; i < edges.length; i += 2) for (const y of [0, 200]) pieces.push(line(edges[i]!, y, edges[i + 1]!, y))
  for (const x of gaps.flat()) pieces.push(line(x, 0, x, 200))
  return pieces
}
const turned = (pieces: readonly Piece[], rad: number): Piece[] => {
  const place = ({ x, y }: Point) =>
    p(x * Math.cos(rad) - y * Math.sin(rad) + 1e6, x * Math.sin(rad) + y * Math.cos(rad) - 4e5)
  return pieces.map((piece) =>
    piece.kind === 'segment'
      ? segment(place(piece.start), place(piece.end))
      : { ...(piece as Arc), center: place((piece as Arc).center), fromRad: (piece as Arc).fromRad + rad },
  )
}

describe('a wall under the cursor', () => {
  it('is followed across its openings, and ends where its lines end', () => {
    const swing: Arc = { kind: 'arc', center: p(2000, 200), radius: 900, fromRad: 0, sweepRad: Math.PI / 2 }
    const drawing = [
      ...faces(9000, [
        [2000, 2900],
        [5000, 6500],
        [7000, 7600],
      ]),
      swing,
      line(2000, 200, 2000, 1100),
      line(5000, 80, 6500, 80),
      line(5000, 120, 6500, 120),
    ]
    for (const rad of [0, 0.4, Math.PI / 2]) {
      const at = (x: number, y: number) =>
        p(x * Math.cos(rad) - y * Math.sin(rad) + 1e6, x * Math.sin(rad) + y * Math.cos(rad) - 4e5)
      const run = wallRunAt(at(1000, 90), lineFinder(turned(drawing, rad)))!
      expect(run.thicknessMm).toBeCloseTo(200, 6)
      const ends = [run.start, run.end]
      for (const wanted of [at(0, 100), at(9000, 100)])
        expect(Math.min(...ends.map((end) => distance(end, wanted)))).toBeLessThan(1e-6)
      expect(run.openings.map(({ use }) => use)).toEqual(['door', 'window', 'passage'])
      expect(run.openings.map(({ widthMm }) => Math.round(widthMm))).toEqual([900, 1500, 600])
      expect(run.openings[0]).toMatchObject({ way: 'hinged', hinge: 'start', opens: 'left' })
      expect(run.openings[0]!.alongMm).toBeCloseTo(2450, 6)
    }
  })

  it('ends half-way between its faces at a corner', () => {
    const drawing = [line(0, 0, 8000, 0), line(300, 300, 7700, 300), line(0, 0, 0, 5000), line(300, 300, 300, 5000)]
    const run = wallRunAt(p(4000, 100), lineFinder(drawing))!
    expect([run.start.x, run.end.x].sort((a, b) => a - b)).toEqual([expect.closeTo(150, 6), expect.closeTo(7850, 6)])
  })

  it('goes on past a wall that meets one of its faces', () => {
    const drawing = [
      line(0, 0, 8000, 0),
      line(0, 300, 3000, 300),
      line(3100, 300, 8000, 300),
      line(3000, 300, 3000, 4000),
      line(3100, 300, 3100, 4000),
    ]
    const run = wallRunAt(p(1000, 100), lineFinder(drawing))!
    expect(run.openings).toEqual([])
    expect(distance(run.start, run.end)).toBeCloseTo(8000, 6)
  })

  it('stops at a gap without jambs: what lies beyond is another wall', () => {
    const drawing = [
      ...faces(3000, []),
      ...faces(9000, []).map((piece) =>
        piece.kind === 'segment'
          ? segment(p(piece.start.x + 4000, piece.start.y), p(piece.end.x + 4000, piece.end.y))
          : piece,
      ),
    ]
    const run = wallRunAt(p(1000, 100), lineFinder(drawing))!
    expect(distance(run.start, run.end)).toBeCloseTo(3000, 6)
  })

  it.each([
    ['one line', [line(0, 0, 5000, 0)]],
    ['lines too far apart', [line(0, 0, 5000, 0), line(0, 900, 5000, 900)]],
    ['lines at an angle', [line(0, 0, 5000, 0), line(0, 200, 5000, 500)]],
  ])('is none between %s', (_, drawing) => {
    expect(wallRunAt(p(2000, 100), lineFinder(drawing))).toBeNull()
  })
})

describe('a member of a sheet', () => {
  const sheetOf =
    (...rows: readonly (readonly [x1: number, y1: number, x2: number, y2: number, flags?: number])[]): LineFinder =>
    (at, reach) =>
      rows
        .map(([x1, y1, x2, y2, flags = 0], item) => {
          const [start, end] = [
            { x: x1, y: y1 },
            { x: x2, y: y2 },
          ]
          return { item, flags, piece: segment(start, end), start, end }
        })
        .filter(({ piece }) => distanceTo(piece, at) <= reach)
  const faces = [
    [0, 100, 4000, 100],
    [0, -100, 4000, -100],
  ] as const

  it('lies between its edges, whichever side of its centre line is pointed at', () => {
    for (const centre of [
      [-150, 0, 4150, 0],
      [0, 0, 4000, 0, Flag.slight],
    ] as const)
      for (const y of [40, -60]) {
        const run = wallRunAt({ x: 1500, y }, sheetOf(...faces, centre))
        expect(run!.thicknessMm).toBeCloseTo(200, 6)
        expect(run!.start.y).toBeCloseTo(0, 6)
      }
  })

  it('is one of two that touch where the line between them ends with them', () => {
    const run = wallRunAt({ x: 1500, y: 40 }, sheetOf(...faces, [0, 0, 4000, 0]))
    expect(run!.thicknessMm).toBeCloseTo(100, 6)
  })
})
