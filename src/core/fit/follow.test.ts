import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { opening, room, wall } from '../../../tests/support/house'
import { holes, partOf } from '../../../tests/support/part'
import { composeProjective, project } from '../geometry/projective'
import { distance, type Point } from '../geometry/vector'
import { placeOpening } from '../model/opening/place'
import type { Hole } from '../model/part/steps'
import type { ProjectRecord } from '../model/registry'
import { gripsOf, isShape, type Shape, surroundingsOf } from '../model/shapes'
import { newUnderlay } from '../model/underlay/new'
import { boardMap, sheetMap } from '../model/underlay/placement'
import type { Placement, Underlay } from '../model/underlay/schema'
import { followedParts, followers } from './follow'

const SHEET = 'sheet'
const drawn = { layerId: 'l', pen: undefined, tracedFrom: SHEET }
const level = { levelId: 'ground', tracedFrom: SHEET }

/** One of every kind that can be traced from a sheet. */
const TRACED: readonly Shape[] = [
  { ...wall('wall', { x: 0, y: 0 }, { x: 6000, y: 0 }), tracedFrom: SHEET },
  { ...drawn, id: 'path', kind: 'path', xy: [0, 0, 900, 0, 900, 700], bulges: [0, 0.4, 0], closed: true },
  { ...drawn, id: 'circle', kind: 'circle', center: { x: 500, y: 400 }, radiusMm: 250 },
  { ...drawn, id: 'spline', kind: 'spline', by: 'through', xy: [0, 0, 300, 100, 500, 700], closed: false },
  { ...drawn, id: 'text', kind: 'text', at: { x: 3, y: 9 }, text: 'Hall', heightMm: 200, turnRad: 0.1 },
  {
    ...drawn,
    id: 'hatch',
    kind: 'hatch',
    rings: [{ xy: [0, 0, 800, 0, 0, 800] }],
    pattern: 'lines',
    spacingMm: 50,
    turnRad: 0,
  },
  { ...level, id: 'separator', kind: 'separator', start: { x: 10, y: 20 }, end: { x: 700, y: 20 } },
  {
    ...level,
    id: 'column',
    kind: 'column',
    at: { x: 900, y: 50 },
    section: 'rectangle',
    widthMm: 240,
    depthMm: 300,
    turnRad: 0,
  },
  {
    ...level,
    id: 'slab',
    kind: 'slab',
    ring: [
      { x: 0, y: 0 },
      { x: 5000, y: 0 },
      { x: 0, y: 4000 },
    ],
    thicknessMm: 200,
    topMm: 0,
  },
  {
    ...level,
    id: 'roof',
    kind: 'roof',
    ring: [
      { x: 0, y: 0 },
      { x: 5000, y: 0 },
      { x: 0, y: 4000 },
    ],
    pitchRad: 0.5,
    thicknessMm: 200,
    eavesMm: 2400,
  },
  { ...level, id: 'stair', kind: 'stair', start: { x: 0, y: 0 }, end: { x: 300, y: 80 }, widthMm: 100, risers: 12 },
  { tracedFrom: SHEET, id: 'grid', kind: 'grid-line', name: 'A', start: { x: 0, y: 0 }, end: { x: 900, y: 10 } },
  { ...wall('round', { x: 40, y: 30 }, { x: 6000, y: 500 }), bulge: 0.3, tracedFrom: SHEET },
]
/** Points of each that must lie exactly: of a bent arc its ends, of what keeps its form the first. Quarters of a circle are level. */
const HELD: Partial<Record<Shape['kind'], number>> = { circle: 1 }
const HELD_BENT: typeof HELD = { circle: 1, path: 3, text: 1, column: 1 }

const sheetAt = (placement: Placement): Underlay =>
  newUnderlay({ id: SHEET, name: 'Plan', sheetId: 's', placement, order: 0 })
const BEFORE = sheetAt({ kind: 'similarity', mmPerPt: 35, turnRad: 0.02, originMm: { x: 11, y: -4 } })

const similarities = fc
  .record({
    mmPerPt: fc.double({ min: 1, max: 400, noNaN: true }),
    turnRad: fc.double({ min: -3, max: 3, noNaN: true }),
    x: fc.double({ min: -1e5, max: 1e5, noNaN: true }),
  })
  .map(({ mmPerPt, turnRad, x }): Placement => ({ kind: 'similarity', mmPerPt, turnRad, originMm: { x, y: 77 } }))
const strained = similarities.map(
  (placement): Placement => ({ ...placement, kind: 'affine', strain: { along: 1.03, up: 0.98, lean: 0.01 } }),
)
const bent = similarities.map(
  (placement): Placement => ({ ...placement, kind: 'homography', bend: [1, 0.02, 0, -0.01, 1.01, 3, 1e-5, -2e-5, 1] }),
)

const around = (records: readonly ProjectRecord[]) =>
  surroundingsOf(new Map(records.map((record) => [record.id, record])), { unit: 'mm', precision: 0.1 })
const moveTo = (after: Underlay) => {
  const move = composeProjective(sheetMap(BEFORE.placement)!, boardMap(after.placement))
  return (p: Point) => project(move, p)
}
const farthest = (a: readonly Point[], b: readonly Point[]) =>
  Math.max(...a.map((p, i) => distance(p, b[i]!) / (1 + Math.hypot(p.x, p.y))))

describe('what was traced from a sheet that is fitted anew', () => {
  it('lies on the same points of the sheet, whatever the kinds of both', () => {
    fc.assert(
      fc.property(fc.oneof(similarities, strained, bent), (placement) => {
        const after = sheetAt(placement)
        const found = followers(around(TRACED), [{ before: BEFORE, after }])
        expect(found.map(({ before }) => before.id)).toEqual(TRACED.map(({ id }) => id))
        for (const each of found) {
          const [was, is] = [each.before, each.after].map((shape) => gripsOf(shape, around(TRACED))) as [
            readonly Point[],
            readonly Point[],
          ]
          const wanted = was.map(moveTo(after))
          const held = placement.kind === 'similarity' ? HELD[each.before.kind] : HELD_BENT[each.before.kind]
          expect(farthest(wanted.slice(0, held), is)).toBeLessThan(1e-7)
        }
      }),
      { seed: 4, numRuns: 60 },
    )
  })

  it('keeps the sizes that were stated', () => {
    const after = sheetAt({ ...BEFORE.placement, mmPerPt: 70 })
    const made = new Map(
      followers(around(TRACED), [{ before: BEFORE, after }]).map((each) => [each.after.id, each.after]),
    )
    expect(made.get('wall')).toMatchObject({ thicknessMm: 200 })
    expect(made.get('column')).toMatchObject({ widthMm: 240, depthMm: 300 })
    const circle = made.get('circle')
    expect(circle?.kind === 'circle' && circle.radiusMm).toBeCloseTo(500, 9)
  })

  it('takes along the doors in its walls and the rooms between them, and nothing else', () => {
    const other = wall('other', { x: 0, y: 50_000 }, { x: 6000, y: 50_000 })
    const door = opening('door', 'wall', 'door', 2000, 900, 2100, 0)
    const records: ProjectRecord[] = [
      TRACED[0]!,
      other,
      door,
      opening('window', 'other', 'window', 2000, 900, 1200, 900),
      room('near', { x: 3000, y: 1500 }),
      room('far', { x: 3000, y: 49_000 }),
    ]
    const after = sheetAt({ ...BEFORE.placement, mmPerPt: 70 })
    const found = followers(around(records), [{ before: BEFORE, after }])
    expect(found.map(({ before }) => before.id)).toEqual(['wall', 'door', 'near'])
    const [host, moved] = found.map((each) => each.after)
    if (host?.kind !== 'wall' || moved?.kind !== 'opening') throw new Error('A wall and its door.')
    const wanted = moveTo(after)(placeOpening(wall('w', { x: 0, y: 0 }, { x: 6000, y: 0 }), door)!.middle)
    expect(distance(placeOpening(host, moved)!.middle, wanted)).toBeLessThan(1e-6)
  })

  it('takes along the holes that it called for, at the size that it states', () => {
    const found = { ...holes({ id: 'found' }), tracedFrom: SHEET } as Hole
    const part = partOf(holes({ id: 'placed' }), found)
    const after = sheetAt({ ...BEFORE.placement, mmPerPt: 70, turnRad: 1 })
    const [moved] = followedParts(new Map([[part.id, part]]), [{ before: BEFORE, after }])
    expect(moved!.steps[0]).toBe(part.steps[0])
    expect(moved!.steps[1]).toEqual({ ...found, places: found.places.map(moveTo(after)) })
    expect(followedParts(new Map([[part.id, partOf(holes())]]), [{ before: BEFORE, after }])).toEqual([])
  })

  it('is nothing where the sheet has not moved', () => {
    expect(followers(around(TRACED), [{ before: BEFORE, after: sheetAt(BEFORE.placement) }])).toEqual([])
  })

  it('goes on being measured by the dimensions that follow it', () => {
    const dimension: Shape = {
      ...drawn,
      id: 'dimension',
      kind: 'dimension',
      way: 'aligned',
      anchors: [{ at: { x: 0, y: 0 }, on: { id: 'wall', anchor: 0 } }, { at: { x: 100, y: 900 } }],
      offsetMm: 300,
      heightMm: 100,
    }
    const records = [TRACED[0]!, dimension]
    const after = sheetAt({ ...BEFORE.placement, mmPerPt: 70 })
    const moved = followers(around(records), [{ before: BEFORE, after }]).find(
      (each) => each.after.id === 'dimension',
    )?.after
    if (moved?.kind !== 'dimension' || !isShape(moved)) throw new Error('A dimension.')
    expect(moved.anchors[0]!.on).toEqual({ id: 'wall', anchor: 0 })
    expect(distance(moved.anchors[1]!.at, moveTo(after)({ x: 100, y: 900 }))).toBeLessThan(1e-6)
  })
})
