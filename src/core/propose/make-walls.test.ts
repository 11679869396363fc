import { describe, expect, it } from 'vitest'
import { wall } from '../../../tests/support/house'
import { distance, type Point } from '../geometry/vector'
import { FIRST_LEVEL } from '../model/level/schema'
import { placeOpening } from '../model/opening/place'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import type { Wall } from '../model/wall/schema'
import { makeWalls } from './make-walls'
import type { WallRun } from './wall-run'

const MAKING = { levelId: FIRST_LEVEL.id, headMm: 2100, sillMm: 900 }
const p = (x: number, y: number): Point => ({ x, y })
const run = (start: Point, end: Point, thicknessMm: number, openings: WallRun['openings'] = []): WallRun => ({
  start,
  end,
  thicknessMm,
  openings,
})
const door = (alongMm: number) =>
  ({ alongMm, widthMm: 900, use: 'door', way: 'hinged', hinge: 'start', opens: 'left' }) as const
const recordsOf = (...records: ProjectRecord[]) => new Map(records.map((record) => [record.id, record]))
const wallsOf = (made: readonly ProjectRecord[]) => made.filter((record): record is Wall => record.kind === 'wall')

/** A box of 10 by 6 m as it is read: ends at outer faces, at inner ones, and a millimetre off. */
const BOX = [
  run(p(-150, 0), p(10_150, 0), 300, [door(2150)]),
  run(p(10_000, 150), p(10_000, 5851), 300),
  run(p(10_149, 6000), p(-151, 6000), 300),
  run(p(0, 5850), p(0, 149), 300),
  run(p(6000, 151), p(6000, 5849), 100, [door(849)]),
]

describe('walls that were read from a sheet', () => {
  it('meet at their centre lines, and close their rooms', () => {
    const made = makeWalls(BOX, new Map(), MAKING)
    const walls = wallsOf(made)
    expect(walls).toHaveLength(5)
    const ends = walls.slice(0, 4).flatMap(({ start, end }) => [start, end])
    for (const corner of [p(0, 0), p(10_000, 0), p(10_000, 6000), p(0, 6000)])
      expect(ends.filter((end) => distance(end, corner) < 1e-6)).toHaveLength(2)
    const plan = new Plan()
    plan.update(recordsOf(FIRST_LEVEL, ...made), { unit: 'mm', precision: 1 })
    const area = (at: Point) => plan.enclosureOf({ at, levelId: FIRST_LEVEL.id })?.areaMm2
    expect(area(p(3000, 3000))).toBeCloseTo(5800 * 5700, 0)
    expect(area(p(8000, 3000))).toBeCloseTo(3800 * 5700, 0)
  })

  it('keep their doors where they were read', () => {
    const made = makeWalls(BOX, new Map(), MAKING)
    const places = made.flatMap((record) => {
      const host = record.kind === 'opening' ? wallsOf(made).find(({ id }) => id === record.wallId) : undefined
      return record.kind === 'opening' && host ? [placeOpening(host, record)!.middle] : []
    })
    expect(places).toHaveLength(2)
    expect(distance(places[0]!, p(2000, 0))).toBeLessThan(1e-6)
    expect(distance(places[1]!, p(6000, 1000))).toBeLessThan(1e-6)
  })

  it('meet walls that stand there already, whose doors stay where they are', () => {
    const standing = wall('standing', p(40, 6000), p(40, 149), 300)
    const own = { ...door(1000), id: 'd', kind: 'opening', wallId: 'standing', heightMm: 2100, sillMm: 0 } as const
    const before = placeOpening(standing, own)!.middle
    const made = makeWalls([BOX[0]!], recordsOf(standing, own), MAKING)
    const moved = wallsOf(made).find(({ id }) => id === 'standing')
    expect(moved).toMatchObject({ end: { x: 40, y: 0 }, start: standing.start })
    const after = made.find((record) => record.kind === 'opening' && record.id === 'd')
    expect(after).toBeUndefined()
    expect(distance(placeOpening(moved!, own)!.middle, before)).toBeLessThan(1e-6)
  })

  it('are not made twice', () => {
    const made = makeWalls(BOX, new Map(), MAKING)
    expect(makeWalls(BOX, recordsOf(...made), MAKING)).toEqual([])
    const part = run(p(2000, 4), p(7000, 4), 290)
    expect(makeWalls([part], recordsOf(...made), MAKING)).toEqual([])
  })
})
