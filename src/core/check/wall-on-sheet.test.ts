import { describe, expect, it } from 'vitest'
import { opening, wall } from '../../../tests/support/house'
import { segment } from '../geometry/piece/piece'
import { nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import type { LineFinder } from '../propose/wall-run'
import { compareWall } from './wall-on-sheet'

type Row = readonly [x1: number, y1: number, x2: number, y2: number]
const p = (x: number, y: number): Point => ({ x, y })
const sheetOf =
  (...rows: readonly Row[]): LineFinder =>
  (at, reach) =>
    rows
      .map(([x1, y1, x2, y2]) => [p(x1, y1), p(x2, y2)] as const)
      .filter(([a, b]) => distance(along(a, b, nearestOnSegment(a, b, at)), at) <= reach)
      .map(([start, end], item) => ({ item, flags: 0, piece: segment(start, end), start, end }))

const traced = wall('w', p(0, 0), p(8000, 0), 300, 'centre')
/** Both faces of it, with a doorway from 3 m to 4 m. */
const doorway: Row[] = [150, -150].flatMap((y): Row[] => [
  [0, y, 3000, y],
  [4000, y, 8000, y],
])
const jambs: Row[] = [
  [3000, -150, 3000, 150],
  [4000, -150, 4000, 150],
]
const door = (at: number, width = 1000) => opening('d', 'w', 'door', at, width, 2100, 0)

describe('a wall against the sheet, the other way round', () => {
  it('is doubted where the sheet shows none: a doorway that was not placed', () => {
    const [found, ...more] = compareWall(traced, [], sheetOf(...doorway, ...jambs))
    expect(more).toEqual([])
    expect(found).toMatchObject({ kind: 'bare', elementId: 'w' })
    expect(found!.mm).toBeGreaterThan(900)
    expect(found!.start.x).toBeCloseTo(3000, -2)
    expect(found!.end.x).toBeCloseTo(4000, -2)
  })

  it('is doubted where it runs on beyond its end, and where one face goes on alone', () => {
    const short = sheetOf([0, 150, 6600, 150], [0, -150, 6600, -150])
    expect(compareWall(traced, [], short)).toMatchObject([{ kind: 'bare' }])
    const alone = sheetOf([0, 150, 8000, 150], [0, -150, 6600, -150])
    const [found] = compareWall(traced, [], alone)
    expect(found).toMatchObject({ kind: 'one face' })
    expect(found!.mm).toBeGreaterThan(1300)
  })

  it('is right with its door, and where walls that join break a face', () => {
    expect(compareWall(traced, [door(3500)], sheetOf(...doorway, ...jambs))).toEqual([])
    const joined = sheetOf([0, 150, 8000, 150], [0, -150, 2000, -150], [2300, -150, 8000, -150])
    expect(compareWall(traced, [], joined)).toEqual([])
  })

  it('is doubted at an end that lies on extension lines', () => {
    const pen = (widthPt: number) => ({ widthPt, mark: '#000000 -1' })
    const drawn = sheetOf([0, 150, 6600, 150], [0, -150, 6600, -150], [6600, 150, 8000, 150], [6600, -150, 8000, -150])
    const inPens: LineFinder = (at, reach) =>
      drawn(at, reach).map((line) => ({ ...line, pen: pen(line.start.x < 6600 ? 1.4 : 0.35) }))
    const [found, ...more] = compareWall(traced, [], inPens)
    expect(more).toEqual([])
    expect(found).toMatchObject({ kind: 'other pen', elementId: 'w' })
    expect(found!.mm).toBeGreaterThan(1300)
    expect(found!.end.x).toBeCloseTo(8000, -2)
    // In one pen they can't be told apart; a line of that pen beside them says that the wall goes on.
    expect(compareWall(traced, [], drawn)).toEqual([])
    const through: LineFinder = (at, reach) => [
      ...inPens(at, reach),
      ...sheetOf([6500, 150, 8000, 150])(at, reach).map((line) => ({ ...line, pen: pen(1.4) })),
    ]
    expect(compareWall(traced, [], through)).toEqual([])
  })

  it('has a door that the sheet does not, or shows beside it', () => {
    const whole = sheetOf([0, 150, 8000, 150], [0, -150, 8000, -150])
    expect(compareWall(traced, [door(5000)], whole)).toMatchObject([{ kind: 'closed', elementId: 'd', mm: 1000 }])
    const beside = compareWall(traced, [door(3560)], sheetOf(...doorway, ...jambs))
    expect(beside.map(({ kind, mm }) => [kind, Math.round(mm)])).toEqual([
      ['jamb', 60],
      ['jamb', 60],
    ])
  })

  it('has windows where its faces are drawn through', () => {
    const whole = sheetOf([0, 150, 8000, 150], [0, -150, 8000, -150], ...jambs)
    expect(compareWall(traced, [opening('d', 'w', 'window', 3500, 1000, 1200, 900)], whole)).toEqual([])
  })

  it('that no sheet shows was not traced, and is not doubted', () => {
    expect(compareWall(traced, [door(5000)], sheetOf([0, 900, 8000, 900]))).toEqual([])
  })
})
