import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house, opening, room, wall, wallType } from '../../../tests/support/house'
import { area } from '../geometry/polygon'
import type { Point } from '../geometry/vector'
import { FIRST_LEVEL } from '../model/level/schema'
import { stretchedWith, whyNotFit } from '../model/opening/place'
import type { Opening } from '../model/opening/schema'
import { type OpeningType, ofOpeningType } from '../model/opening-type/schema'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import type { Wall } from '../model/wall/schema'
import { flipped, withType } from '../model/wall-type/typed'
import { tablesOf } from '../tables/registry'
import { totalsOf } from '../tables/table'
import { buildingOf } from './building'
import { prismsOf } from './prisms'

const records = (...list: readonly ProjectRecord[]) =>
  new Map([FIRST_LEVEL, ...list].map((record) => [record.id, record]))
const p = (x: number, y: number): Point => ({ x, y })
const built = (...list: readonly ProjectRecord[]) => buildingOf(records(...list)).levels[0]!

describe('a house of two rooms', () => {
  const building = buildingOf(house())
  const { levels } = building
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
      prismsOf(building)
        .filter((prism) => prism.kind === kind)
        .reduce((sum, { ring, heightMm }) => sum + area(ring) * heightMm, 0)
    expect(volume('wall') / 1e9).toBeCloseTo(ground.walls.reduce((sum, each) => sum + each.netVolumeMm3, 0) / 1e9, 6)
  })

  it('has tables that sum to it', () => {
    const table = (name: string) => tablesOf(building).find((each) => each.name === name)!
    expect(totalsOf(table('walls')).volume).toBeCloseTo(
      ((0.3 * (60 - 9.4 * 5.4)) / 0.3 + 0.1 * 5.4) * 3 - 1.2 * 1.5 * 0.3 - 0.9 * 2.1 * 0.1,
      6,
    )
    expect(totalsOf(table('openings'))).toEqual({ count: 2, area: expect.closeTo(1.2 * 1.5 + 0.9 * 2.1, 9) })
    expect(totalsOf(table('rooms')).area).toBeCloseTo((5.65 + 3.65) * 5.4, 6)
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

it('a wall reaches from its level to the next, with what its foot and head are off', () => {
  const height = (part: Partial<Wall>) => built({ ...wall('a', p(0, 0), p(4000, 0)), ...part }).walls[0]!.heightMm
  expect([height({}), height({ baseMm: 200 }), height({ topMm: -300 }), height({ baseMm: -100, topMm: 50 })]).toEqual([
    3000, 2800, 2700, 3150,
  ])
  expect(height({ heightMm: 1200, baseMm: 200, topMm: 500 })).toBe(1200)
})

describe('a round wall', () => {
  const QUARTER = Math.tan(Math.PI / 8)
  // A quarter of a circle of 5 m about zero, closed by two straight walls.
  const quarter = [
    { ...wall('arc', p(5000, 0), p(0, 5000), 200), bulge: QUARTER },
    wall('west', p(0, 5000), p(0, 0), 200),
    wall('south', p(0, 0), p(5000, 0), 200),
  ]

  it('encloses a room of the area within its faces', () => {
    const [only] = built(...quarter, room('room', p(2000, 2000))).rooms
    // Within radius 4900 and 100 mm from either axis.
    const r = 4900
    const reach = Math.sqrt(r * r - 100 * 100)
    const under = (x: number) => (x * Math.sqrt(r * r - x * x) + r * r * Math.asin(x / r)) / 2
    const area = under(reach) - under(100) - 100 * (reach - 100)
    expect(only!.boundary!.areaMm2 / area).toBeCloseTo(1, 4)
  })

  it('takes doors that stay on it, of its net area and volume, in solids too', () => {
    const door = opening('door', 'arc', 'door', 4000, 1000, 2100, 0)
    const building = buildingOf(records(...quarter, door))
    const [level] = building.levels
    const arc = level!.walls.find((each) => each.wall.id === 'arc')!
    const [placed] = arc.openings
    expect(Math.hypot(placed!.place.middle.x, placed!.place.middle.y)).toBeCloseTo(5000, 6)
    for (const corner of placed!.place.corners)
      expect(Math.abs(Math.hypot(corner.x, corner.y) - 5000)).toBeCloseTo(100, 6)
    expect(arc.grossAreaMm2 - arc.netAreaMm2).toBeCloseTo(1000 * 2100, 3)
    const solid = prismsOf(building)
      .filter(({ id }) => id === 'arc')
      .reduce((sum, { ring, heightMm }) => sum + area(ring) * heightMm, 0)
    expect(solid / arc.netVolumeMm3).toBeCloseTo(1, 4)
  })

  it('keeps a door its place when the arc is moved and turned', () => {
    const door = opening('door', 'arc', 'door', 4000, 1000, 2100, 0)
    expect(whyNotFit(quarter[0]!, 3000, door, [])).toBeNull()
    expect(whyNotFit(quarter[0]!, 3000, { ...door, alongMm: 7600 }, [])).toMatch(/beyond the end/)
  })
})

it('openings of a type are told by its name', () => {
  const type: OpeningType = {
    id: 'w1',
    kind: 'opening-type',
    name: 'W1',
    use: 'window',
    widthMm: 1200,
    heightMm: 1500,
    sillMm: 900,
    way: 'hinged',
  }
  const window = ofOpeningType(opening('a', 'wall', 'door', 2000, 100, 100, 0), type)
  const plain = opening('b', 'wall', 'window', 5000, 1200, 1500, 900)
  const all = records(type, wall('wall', p(0, 0), p(9000, 0)), window, plain)
  const rows = tablesOf(buildingOf(all)).find(({ name }) => name === 'openings')!.rows
  expect(rows.map(({ ids, cells }) => [ids, cells.type, cells.width])).toEqual([
    [['a'], 'W1', 1200],
    [['b'], '', 1200],
  ])
  // A new name of the type shows at once.
  const renamed = new Map(all).set('w1', { ...type, name: 'W7' })
  const [first] = tablesOf(buildingOf(renamed)).find(({ name }) => name === 'openings')!.rows
  expect(first!.cells.type).toBe('W7')
})

describe('walls of a type', () => {
  const type = wallType(
    'cavity',
    'Cavity wall',
    ['Brick', 100, 'finish'],
    ['Wool', 60, 'insulation'],
    ['Block', 140, 'bearing'],
  )
  const corners = [p(0, 0), p(0, 6000), p(10_000, 6000), p(10_000, 0)]
  const around = corners.map((corner, i) => withType(wall(String(i), corner, corners[(i + 1) % 4]!, 1, 'left'), type))

  it('come to their materials, less the openings', () => {
    const rows = new Map(
      tablesOf(buildingOf(records(type, ...around, opening('window', '1', 'window', 3000, 1200, 1500, 900))))
        .find((each) => each.name === 'materials')!
        .rows.map(({ cells }) => [cells.material, cells]),
    )
    // The brick runs round outside, the block inside of 160 mm.
    const layer = (insetMm: number, thickMm: number) =>
      (2 * (16 - (4 * (insetMm + thickMm / 2)) / 1000) * 3 - 1.2 * 1.5) * (thickMm / 1000)
    expect(rows.get('Brick')!.volume).toBeCloseTo(layer(0, 100), 6)
    expect(rows.get('Wool')!.volume).toBeCloseTo(layer(100, 60), 6)
    expect(rows.get('Block')!.volume).toBeCloseTo(layer(160, 140), 6)
  })

  it('can be traced along their core, and stay on the line when they are flipped', () => {
    const core: Wall = { ...around[0]!, tracedLine: 'left core' }
    const xs = (each: Wall) => built(type, each).walls[0]!.outline.map(({ x }) => x)
    // It runs up: its left is where x is less.
    expect([Math.min(...xs(core)), Math.max(...xs(core))].map(Math.round)).toEqual([-160, 140])
    expect([Math.min(...xs(flipped(core))), Math.max(...xs(flipped(core)))].map(Math.round)).toEqual([-140, 160])
    expect(flipped(flipped(core))).toEqual({ ...core, flipped: false })
  })
})
