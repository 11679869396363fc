import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point } from '../../geometry/vector'
import { nameAfter } from '../../model/grid-line/schema'
import { FIRST_LEVEL } from '../../model/level/schema'
import type { ProjectRecord } from '../../model/registry'
import { risenMm, roofSizes, slopeOf } from '../../model/roof/plane'
import type { Roof } from '../../model/roof/schema'
import type { Stair } from '../../model/stair/schema'
import { stepsOf, usualRisers } from '../../model/stair/steps'
import { tablesOf } from '../../tables/registry'
import { buildingOf } from '../building'
import { meshOf } from '../mesh'
import type { Prism } from './body'
import { type Body, prismsOfBody, sizesOfBody } from './registry'

/** Volume of triangles that face outwards, by the divergence theorem, in cubic metres. */
function volumeOf(prisms: readonly Prism[]): number {
  const { positions } = meshOf(prisms, { x: 0, y: 0 })
  let sum = 0
  for (let i = 0; i < positions.length; i += 9) {
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = positions.subarray(i, i + 9) as unknown as number[]
    sum += ax! * (by! * cz! - bz! * cy!) + ay! * (bz! * cx! - bx! * cz!) + az! * (bx! * cy! - by! * cx!)
  }
  return sum / 6
}

const STOREY = { elevationMm: 0, heightMm: 3000 }

describe('a roof plane', () => {
  const roof = (pitchRad: number, turnRad: number, clockwise: boolean): Roof => {
    const corners = [
      [0, 0],
      [6000, 0],
      [6000, 4000],
      [2000, 5000],
      [0, 4000],
    ] as const
    const turned = corners.map(([x, y]) => ({
      x: x * Math.cos(turnRad) - y * Math.sin(turnRad),
      y: x * Math.sin(turnRad) + y * Math.cos(turnRad),
    }))
    const [a, b, ...rest] = turned as [Point, Point, ...Point[]]
    const ring = clockwise ? [b, a, ...rest.reverse()] : turned
    return { id: 'r', kind: 'roof', levelId: 'l', ring, pitchRad, thicknessMm: 200, eavesMm: 2800 }
  }
  const pitches = fc.double({ min: 0, max: 1.3, noNaN: true })
  const turns = fc.double({ min: -3, max: 3, noNaN: true })

  it('holds its sloped area times its thickness, and closes', () => {
    fc.assert(
      fc.property(pitches, turns, fc.boolean(), (pitchRad, turnRad, clockwise) => {
        const each = roof(pitchRad, turnRad, clockwise)
        const { areaMm2 } = roofSizes(each)
        expect(volumeOf(prismsOfBody(each, STOREY)) / ((areaMm2 * 200) / 1e9)).toBeCloseTo(1, 4)
      }),
    )
  })

  it('is level along its eaves and rises into its ring, whichever way that runs', () => {
    fc.assert(
      fc.property(pitches, turns, fc.boolean(), (pitchRad, turnRad, clockwise) => {
        const each = roof(pitchRad, turnRad, clockwise)
        const slope = slopeOf(each)
        const [a, b, ...others] = each.ring
        expect(risenMm(slope, a!)).toBeCloseTo(0, 6)
        expect(risenMm(slope, b!)).toBeCloseTo(0, 6)
        for (const p of others) expect(risenMm(slope, p)).toBeGreaterThanOrEqual(0)
        const highest = Math.max(...others.map((p) => risenMm(slope, p)))
        expect(highest).toBeCloseTo(5000 * Math.tan(pitchRad), 4)
      }),
    )
  })
})

describe('a stair', () => {
  const stair: Stair = {
    id: 's',
    kind: 'stair',
    levelId: 'l',
    start: { x: 100, y: 100 },
    end: { x: 100, y: 4580 },
    widthMm: 1000,
    risers: 17,
  }

  it('shares the storey among its risers', () => {
    expect(stepsOf(stair, 3000)).toEqual({
      riserMm: expect.closeTo(176.470588, 6),
      goingMm: 280,
      paceMm: expect.closeTo(632.941176, 6),
    })
    expect(usualRisers(3000)).toBe(17)
  })

  it('has a block under each tread, the last of which lies a riser below the floor', () => {
    const prisms = prismsOfBody(stair, { elevationMm: 500, heightMm: 3000 })
    expect(prisms).toHaveLength(16)
    const tops = prisms.map(({ footMm, heightMm }) => footMm + heightMm)
    expect(Math.max(...tops)).toBeCloseTo(500 + 3000 - 3000 / 17, 6)
    expect(Math.min(...prisms.map(({ footMm }) => footMm))).toBe(500)
  })
})

it('grid lines are named on, without letters that are read as figures', () => {
  expect(['1', '9', 'A', 'H', 'N', 'Z', 'AZ', 'x', 'B1'].map(nameAfter)).toEqual([
    '2',
    '10',
    'B',
    'J',
    'P',
    'AA',
    'BA',
    'Y',
    '1',
  ])
})

describe('what is counted of a solid', () => {
  const ring = (...at: readonly (readonly [number, number])[]) => at.map(([x, y]) => ({ x, y }))
  const like = { id: 'it', levelId: 'ground' }
  const square = ring([0, 0], [5000, 0], [5000, 4000], [0, 4000])
  const BODIES: readonly Body[] = [
    { ...like, kind: 'column', at: { x: 1, y: 2 }, section: 'rectangle', widthMm: 300, depthMm: 400, turnRad: 0.4 },
    { ...like, kind: 'column', at: { x: 1, y: 2 }, section: 'round', widthMm: 300, depthMm: 900, turnRad: 0 },
    { ...like, kind: 'slab', ring: square, topMm: 0, thicknessMm: 200 },
    { ...like, kind: 'slab', ring: [...square].reverse(), topMm: 0, thicknessMm: 200 },
    {
      ...like,
      kind: 'slab',
      ring: square,
      holes: [ring([1000, 1000], [2000, 1000], [2000, 2000], [1000, 2000])],
      topMm: 0,
      thicknessMm: 200,
    },
    {
      ...like,
      kind: 'stair',
      start: { x: 0, y: 0 },
      end: { x: 4000, y: 0 },
      widthMm: 1000,
      risers: 17,
    },
    { ...like, kind: 'roof', ring: square, pitchRad: 0.5, eavesMm: 2500, thicknessMm: 250 },
  ]

  it.each(BODIES)('is the volume that its triangles enclose: $kind', (body) => {
    const prisms = prismsOfBody(body, STOREY)
    expect(sizesOfBody(body, prisms).volumeMm3 / 1e9).toBeCloseTo(volumeOf(prisms), 5)
  })

  it('is, of a slab with a hole, what is left of it', () => {
    const slab = BODIES[4] as Body
    const { areaMm2, volumeMm3, thicknessMm } = sizesOfBody(slab, prismsOfBody(slab, STOREY))
    expect([(areaMm2 ?? 0) / 1e6, volumeMm3 / 1e9, thicknessMm]).toEqual([19, 3.8, 200])
  })

  it('is listed by level and size, with blanks where there is nothing to measure', () => {
    const records = new Map<string, ProjectRecord>(
      [{ ...FIRST_LEVEL }, ...BODIES.map((body, i) => ({ ...body, id: `body${i}`, levelId: FIRST_LEVEL.id }))].map(
        (record) => [record.id, record],
      ),
    )
    const [table] = tablesOf(buildingOf(records)).filter(({ name }) => name === 'bodies')
    expect(table?.rows.map(({ cells: { what, width, thickness, count } }) => [what, width, thickness, count])).toEqual([
      ['Column', 300, '', 1],
      ['Roof', '', 250, 1],
      ['Round column', 300, '', 1],
      ['Slab', '', 200, 3],
      ['Stair', 1000, '', 1],
    ])
    const slabs = table?.rows.find(({ cells }) => cells.what === 'Slab')
    expect([slabs?.cells.area, slabs?.cells.volume]).toEqual([59, expect.closeTo(11.8, 9)])
    expect(table?.rows.find(({ cells }) => cells.what === 'Stair')?.cells.area).toBe('')
  })
})
