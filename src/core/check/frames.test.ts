import { describe, expect, it } from 'vitest'
import { member, PLANE, project, steelFrame } from '../../../tests/support/frame'
import { buildingOf } from '../building/building'
import type { Bolts } from '../model/bolts/schema'
import type { Plate } from '../model/plate/schema'
import type { ProjectRecord } from '../model/registry'
import { frameFindings } from './frames'

const found = (...records: readonly ProjectRecord[]) => frameFindings(buildingOf(project(...records)))

/** A plate in the plane of the frame, and one bolt through it: tests say where they lie and how they are sized. */
const PLATE = {
  id: 'plate',
  kind: 'plate',
  levelId: PLANE.id,
  thicknessMm: 10,
  asideMm: 0,
  joined: 'bolted',
} as const
const BOLTS = {
  id: 'bolts',
  kind: 'bolts',
  levelId: PLANE.id,
  plateId: 'plate',
  turnRad: 0,
  rows: 1,
  columns: 1,
  grade: '8.8',
} as const

const POST = member({ id: 'post', start: { x: 6000, y: 0 }, end: { x: 6000, y: 7000 }, sectionId: 'HEB 200' })

describe('frames that want a look', () => {
  it('a frame whose ends are fitted has no members that clash; its gusset, drawn into the beam, does', () => {
    const clashes = frameFindings(buildingOf(steelFrame())).filter(({ kind }) => kind === 'clash')
    expect(clashes.map(({ ids }) => ids)).toEqual([['gusset', 'beam']])
  })

  it('solids that stand in one another are told with the volume that they share', () => {
    const bars = [
      member({ id: 'a', sectionId: 'Glulam 100x200' }),
      member({ id: 'b', sectionId: 'Glulam 100x200', start: { x: 2500, y: 0 }, end: { x: 2500, y: 5000 } }),
    ]
    const [clash] = found(...bars)
    expect(clash).toMatchObject({ kind: 'clash', ids: ['a', 'b'] })
    expect(clash!.amount).toBeCloseTo(100 * 200 * 200, 3)
  })

  it('solids that only touch do not clash', () => {
    const low = member({ id: 'a', sectionId: 'Glulam 100x200', seat: 'top' })
    const high = member({ id: 'b', sectionId: 'Glulam 100x200', seat: 'bottom' })
    expect(found(low, high).filter(({ kind }) => kind === 'clash')).toEqual([])
  })

  it('what lies between the flanges of another does not clash with it', () => {
    const beam = member({ id: 'a', sectionId: 'HEB 300' })
    const bar = member({ id: 'b', sectionId: 'FL 50x8', acrossMm: 60 })
    expect(found(beam, bar).filter(({ kind }) => kind === 'clash')).toEqual([])
  })

  it('a member that lies on another is doubled, whichever way it runs', () => {
    const twin = member({ id: 'b', start: { x: 5000, y: 3000 }, end: { x: 0, y: 3000 } })
    expect(found(member(), twin).map(({ kind }) => kind)).toEqual(['doubled'])
  })

  it('an end that stops short of another’s line is told with how far', () => {
    const short = member({ id: 'a', end: { x: 5970, y: 3000 } })
    expect(found(POST, short)).toContainEqual({ kind: 'apart', ids: ['a', 'post'], amount: expect.closeTo(30, 6) })
    const joined = { ...short, endJoint: { to: 'post', kind: 'square' as const, gapMm: 0 } }
    expect(found(POST, joined).filter(({ kind }) => kind === 'apart')).toEqual([])
  })

  it('an end that can’t be fitted says why', () => {
    const beside = member({
      id: 'a',
      start: { x: 0, y: 500 },
      end: { x: 0, y: 5000 },
      endJoint: { to: 'post', kind: 'face', gapMm: 0 },
    })
    expect(found(POST, beside)).toContainEqual(
      expect.objectContaining({ kind: 'joint', ids: ['a'], problem: expect.stringMatching(/alike/) }),
    )
  })

  it('holes too near an edge or one another are told with the rule and its figures', () => {
    const plate: Plate = {
      ...PLATE,
      ring: { xy: [0, 0, 200, 0, 200, 200, 0, 200] },
    }
    const bolts: Bolts = {
      ...BOLTS,
      at: { x: 100, y: 100 },
      rows: 2,
      columns: 2,
      rowPitchMm: 160,
      columnPitchMm: 40,
      size: 'M20',
    }
    const findings = found(plate, bolts)
    // 1.2 and 2.2 times the hole of 22.
    expect(findings).toContainEqual(
      expect.objectContaining({
        kind: 'edge',
        amount: expect.closeTo(20, 6),
        rule: { leastMm: expect.closeTo(26.4, 6), words: expect.stringMatching(/1993-1-8/) },
      }),
    )
    expect(findings).toContainEqual(
      expect.objectContaining({
        kind: 'pitch',
        amount: expect.closeTo(40, 6),
        rule: { leastMm: expect.closeTo(48.4, 6), words: expect.stringMatching(/1993-1-8/) },
      }),
    )
    const sound = { ...bolts, rowPitchMm: 100, columnPitchMm: 100 }
    expect(found(plate, sound).filter(({ kind }) => kind !== 'loose')).toEqual([])
  })

  it('holes too near the side or the end of a member are told with the rule for what it is made of', () => {
    const beam = member({ id: 'a', sectionId: 'Glulam 100x200' })
    const cheek: Plate = {
      ...PLATE,
      ring: { xy: [100, 2900, 500, 2900, 500, 3100, 100, 3100] },
      // Against the side of the beam.
      asideMm: 55,
    }
    const bolts = (x: number, y: number): Bolts => ({
      ...BOLTS,
      at: { x, y },
      rowPitchMm: 100,
      columnPitchMm: 100,
      size: 'M16',
    })
    const edges = (x: number, y: number) =>
      found(beam, cheek, bolts(x, y)).filter(({ kind, ids }) => kind === 'edge' && ids.includes('a'))
    expect(edges(300, 3000)).toEqual([])
    expect(edges(300, 3060)).toEqual([
      expect.objectContaining({
        amount: expect.closeTo(40, 6),
        rule: { leastMm: 48, words: expect.stringMatching(/1995-1-1/) },
      }),
    ])
    expect(edges(110, 3000)).toEqual([
      expect.objectContaining({
        amount: expect.closeTo(110, 6),
        rule: { leastMm: 112, words: expect.stringMatching(/7 times/) },
      }),
    ])
  })

  it('a plate that stands in a member instead of lying on it, and bolts that miss what they should hold', () => {
    const plate = (asideMm: number): Plate => ({
      ...PLATE,
      ring: { xy: [1000, 2950, 1200, 2950, 1200, 3050, 1000, 3050] },
      asideMm,
    })
    const bolts: Bolts = {
      ...BOLTS,
      at: { x: 1100, y: 3000 },
      rowPitchMm: 50,
      columnPitchMm: 50,
      size: 'M12',
    }
    const beam = member({ id: 'a', sectionId: 'Glulam 100x200' })
    const kinds = (asideMm: number) => found(beam, plate(asideMm), bolts).map(({ kind }) => kind)
    expect(kinds(55)).toEqual([])
    expect(found(beam, plate(48), bolts)).toContainEqual(
      expect.objectContaining({ kind: 'clash', ids: ['plate', 'a'], amount: expect.closeTo(200 * 100 * 7, 3) }),
    )
    expect(kinds(120)).toEqual(['loose'])
  })
})
