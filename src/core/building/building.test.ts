import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house, opening, room, wall } from '../../../tests/support/house'
import { area } from '../geometry/polygon'
import type { Point } from '../geometry/vector'
import { FIRST_LEVEL } from '../model/level/schema'
import { stretchedWith, whyNotFit } from '../model/opening/place'
import type { Opening } from '../model/opening/schema'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import type { Wall } from '../model/wall/schema'
import { tablesOf } from '../tables/registry'
import { totalsOf } from '../tables/table'
import { buildingOf } from './building'
import { prismsOf } from './prisms'

const records = (...list: readonly ProjectRecord[]) =>
  new Map([FIRST_LEVEL, ...list].map((record) => [record.id, record]))
const p = (x: number, y: number): Point => ({ x, y })
const built = (...list: readonly ProjectRecord[]) => buildingOf(records(...list)).levels[0]!

describe('a house of two rooms', () => {
  const { levels } = buildingOf(house())
  const ground = levels[0]!

  it('has the rooms that its walls leave', () => {
    const areas = ground.rooms.map(({ space, boundary }) => [space.id, boundary!.areaMm2 / 1e6])
    // 10 x 6 m outside, walls of 300 mm, a partition of 100 mm at 6 m.
    expect(Object.fromEntries(areas)).toEqual({
      hall: expect.closeTo(5.65 * 5.4, 6),
      store: expect.closeTo(3.65 * 5.4, 6),
    })
  })

  it('has walls that cover what is not room', () => {
    const covered = ground.walls.reduce((sum, { outline }) => sum + area(outline), 0)
    const rooms = ground.rooms.reduce((sum, { boundary }) => sum + boundary!.areaMm2, 0)
    expect((covered + rooms) / 1e6).toBeCloseTo(60, 6)
  })

  it('knows what is outside and to which direction it faces', () => {
    const [hall] = ground.rooms
    const outside = hall!.sides.filter(({ other }) => other === null).map(({ azimuthDeg }) => Math.round(azimuthDeg))
    expect(outside.sort((a, b) => a - b)).toEqual([0, 180, 270])
    expect(hall!.sides.filter(({ other }) => other === 'store')).toHaveLength(1)
  })

  it('counts openings on the side of the room that they light', () => {
    const [hall, store] = ground.rooms
    const ids = (room: typeof hall) => room!.sides.flatMap(({ openings }) => openings.map((each) => each.opening.id))
    expect(ids(hall).sort()).toEqual(['door', 'window'])
    expect(ids(store)).toEqual(['door'])
  })

  it('has prisms of the volume of its walls less their openings', () => {
    const volume = (kind: string) =>
      prismsOf({ levels })
        .filter((prism) => prism.kind === kind)
        .reduce((sum, { ring, heightMm }) => sum + area(ring) * heightMm, 0)
    expect(volume('wall') / 1e9).toBeCloseTo(ground.walls.reduce((sum, each) => sum + each.netVolumeMm3, 0) / 1e9, 6)
  })

  it('has tables that sum to it', () => {
    const [walls, openings, rooms] = tablesOf({ levels })
    expect(totalsOf(walls!).volume).toBeCloseTo(
      ((0.3 * (60 - 9.4 * 5.4)) / 0.3 + 0.1 * 5.4) * 3 - 1.2 * 1.5 * 0.3 - 0.9 * 2.1 * 0.1,
      6,
    )
    expect(totalsOf(openings!)).toEqual({ count: 2, area: expect.closeTo(1.2 * 1.5 + 0.9 * 2.1, 9) })
    expect(totalsOf(rooms!).area).toBeCloseTo((5.65 + 3.65) * 5.4, 6)
  })
})

describe('rooms', () => {
  it('tile a level of random partitions', () => {
    const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(cuts, fc.integer({ min: 60, max: 300 }), (places, thickness) => {
        const sorted = [...places].sort((a, b) => a - b)
        const partitions = sorted.map((x, i) => wall(`cut${i}`, p(x * 2000, 0), p(x * 2000, 6000), thickness, 'centre'))
        const edges = [0, ...sorted.map((x) => x * 2000), 20_000]
        const rooms = edges.slice(1).map((to, i) => room(`room${i}`, p((edges[i]! + to) / 2, 3000)))
        const shell = ring([p(0, 0), p(20_000, 0), p(20_000, 6000), p(0, 6000)])
        const { walls, rooms: found } = built(...shell, ...partitions, ...rooms)
        const covered = walls.reduce((sum, { outline }) => sum + area(outline), 0)
        const open = found.reduce((sum, { boundary }) => sum + boundary!.areaMm2, 0)
        expect((covered + open) / 1e6).toBeCloseTo(20.4 * 6.4, 4)
      }),
      { numRuns: 40 },
    )
  })

  it('are open where a wall is missing, and closed by a separator', () => {
    const three = ring([p(0, 0), p(4000, 0), p(4000, 3000), p(0, 3000)]).slice(0, 3)
    expect(built(...three, room('r', p(2000, 1500))).rooms[0]!.boundary).toBeNull()
    const separator = { id: 's', kind: 'separator', levelId: FIRST_LEVEL.id, start: p(0, 3000), end: p(0, 0) } as const
    expect(built(...three, room('r', p(2000, 1500)), separator).rooms[0]!.boundary!.areaMm2 / 1e6).toBeCloseTo(
      3.8 * 2.6,
      6,
    )
  })

  it('lose what stands free in them', () => {
    const column = {
      id: 'c',
      kind: 'column',
      levelId: FIRST_LEVEL.id,
      at: p(1000, 1000),
      section: 'rectangle',
      widthMm: 300,
      depthMm: 200,
      turnRad: 0.3,
    } as const
    const shell = ring([p(0, 0), p(4000, 0), p(4000, 3000), p(0, 3000)])
    const [without, within] = [[], [column]].map(
      (more) => built(...shell, room('r', p(3000, 2000)), ...more).rooms[0]!.boundary!.areaMm2,
    )
    expect(without! - within!).toBeCloseTo(300 * 200, 3)
  })

  it('follow an edit, and only what it touches is looked for anew', () => {
    const before = house()
    const plan = new Plan()
    plan.update(before, { unit: 'mm', precision: 0 })
    const boundaries = () =>
      ['hall', 'store'].map(
        (id) => plan.boundaryOf(before.get(id) as Extract<ProjectRecord, { kind: 'space' }>)!.areaMm2 / 1e6,
      )
    expect(boundaries()[0]).toBeCloseTo(5.65 * 5.4, 6)
    const moved = new Map(before).set('partition', wall('partition', p(5000, 0), p(5000, 6000), 100, 'centre'))
    plan.update(moved, { unit: 'mm', precision: 0 })
    expect(boundaries()).toEqual([expect.closeTo(4.65 * 5.4, 6), expect.closeTo(4.65 * 5.4, 6)])
  })
})

describe('walls that end in another one', () => {
  it.each([0.3, 1, Math.PI / 2, 2.4])('leave neither gap nor overlap at an angle of %f', (turn) => {
    const host = wall('host', p(-5000, 0), p(5000, 0), 300, 'centre')
    const arm = wall('arm', p(0, 0), p(6000 * Math.cos(turn), 6000 * Math.sin(turn)), 200, 'centre')
    const { walls } = built(host, arm)
    const covered = walls.reduce((sum, { outline }) => sum + area(outline), 0)
    // About its centre line a slanted cut takes as much as it adds.
    expect(covered).toBeCloseTo(10_000 * 300 + (6000 - 150 / Math.sin(turn)) * 200, 3)
  })

  it('are joined only on their own level', () => {
    const host = wall('host', p(-5000, 0), p(5000, 0), 300, 'centre')
    const arm: Wall = { ...wall('arm', p(0, 0), p(0, 6000), 200, 'centre'), levelId: 'upper' }
    const upper = { id: 'upper', kind: 'level', name: 'Upper', elevationMm: 3000 } as const
    const { levels } = buildingOf(records(host, arm, upper))
    expect(area(levels[1]!.walls[0]!.outline)).toBeCloseTo(6000 * 200, 6)
    expect(levels[1]!.walls[0]!.footMm).toBe(3000)
  })
})

describe('openings', () => {
  it('keep their part of a wall that is refitted', () => {
    const after = { start: p(100, 50), end: p(100, 2050) }
    const stretched = stretchedWith(opening('o', 'host', 'door', 1000, 800, 2100, 0), host, after)
    expect(stretched).toMatchObject({ alongMm: 500, widthMm: 400, heightMm: 2100 })
  })

  const host = { start: p(0, 0), end: p(4000, 0) }
  const fits = (change: Partial<Opening>, others: Opening[] = []) =>
    whyNotFit(host, 3000, { ...opening('new', 'host', 'door', 2000, 900, 2100, 0), ...change }, others)

  it.each([
    [{ widthMm: 5000 }, /wide/],
    [{ alongMm: 300 }, /beyond the end/],
    [{ heightMm: 3100 }, /high/],
  ] as const)('that do not fit are refused: %o', (change, reason) => {
    expect(fits(change)).toMatch(reason)
  })

  it('may stand above, not in, one another', () => {
    const low = opening('low', 'host', 'window', 2000, 900, 900, 0)
    expect(fits({}, [low])).toMatch(/in the way/)
    expect(fits({ sillMm: 1000, heightMm: 900 }, [low])).toBeNull()
  })

  it('keep their place on a wall that moves', () => {
    const moved = new Map(house())
    const south = moved.get('south') as Wall
    moved.set('south', { ...south, start: p(south.start.x, -1000), end: p(south.end.x, -1000) })
    const where = (all: ReadonlyMap<string, ProjectRecord>) =>
      buildingOf(all)
        .levels[0]!.walls.flatMap((each) => each.openings)
        .find((each) => each.opening.id === 'window')!.place.middle
    expect(where(moved)).toEqual({ x: where(house()).x, y: where(house()).y - 1000 })
  })
})

function ring(corners: readonly Point[]): Wall[] {
  // The ring lies about its corners: 200 mm to each side.
  return corners.map((corner, i) => wall(`shell${i}`, corner, corners[(i + 1) % corners.length]!, 400, 'centre'))
}
