import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wall } from '../../../../tests/support/house'
import { buildingOf } from '../../building/building'
import { prismsOf } from '../../building/prisms'
import { area, isInside } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import { USUAL_DISPLAY } from '../../units/format'
import { FIRST_LEVEL } from '../level/schema'
import { Plan } from '../plan'
import type { ProjectRecord } from '../registry'
import type { Wall } from './schema'

const p = (x: number, y: number): Point => ({ x, y })
const project = (...list: readonly ProjectRecord[]) =>
  new Map([FIRST_LEVEL, ...list].map((record) => [record.id, record] as const))
const planned = (...walls: readonly Wall[]) => {
  const plan = new Plan()
  plan.update(project(...walls), USUAL_DISPLAY.mm)
  return plan
}
const covered = (plan: Plan) =>
  [...plan.outlines.keys()].flatMap((id) => plan.ringsOf(id)).reduce((sum, ring) => sum + area(ring), 0)

describe('walls that run through one another', () => {
  const thickness = fc.double({ min: 60, max: 500, noNaN: true })
  const angle = fc.double({ min: 0.5, max: Math.PI - 0.5, noNaN: true })

  it('cover what both cover, once: the sum of the two less their overlap', () => {
    fc.assert(
      fc.property(thickness, thickness, angle, (a, b, turn) => {
        const [dx, dy] = [4000 * Math.cos(turn), 4000 * Math.sin(turn)]
        const plan = planned(wall('a', p(-5000, 0), p(5000, 0), a), wall('b', p(-dx, -dy), p(dx, dy), b))
        expect(covered(plan) / (10_000 * a + 8000 * b - (a * b) / Math.sin(turn))).toBeCloseTo(1, 9)
        // The thinner one stands on both sides of the other.
        expect(['a', 'b'].map((id) => plan.ringsOf(id).length).sort()).toEqual([1, 2])
        expect(plan.ringsOf(a < b ? 'a' : 'b')).toHaveLength(2)
        for (const ring of plan.ringsOf(a < b ? 'a' : 'b')) expect(isInside(ring, p(0, 0))).toBe(false)
      }),
    )
  })

  it('come to as much in quantities and solids', () => {
    const building = buildingOf(
      project(wall('a', p(-5000, 0), p(5000, 0), 300), wall('b', p(0, -4000), p(0, 4000), 200)),
    )
    const volume = building.levels[0]!.walls.reduce((sum, each) => sum + each.netVolumeMm3, 0)
    expect(volume / 1e9).toBeCloseTo((10 * 0.3 + 8 * 0.2 - 0.3 * 0.2) * 3, 9)
    const solid = prismsOf(building).reduce((sum, { ring, heightMm }) => sum + area(ring) * heightMm, 0)
    expect(solid / volume).toBeCloseTo(1, 9)
  })

  it('are whole again once the other is gone, and stay whole where one only ends in the other', () => {
    const a = wall('a', p(-5000, 0), p(5000, 0), 300)
    const b = wall('b', p(0, -4000), p(0, 4000), 200)
    // Others, so that only what changed is joined anew.
    const others = Array.from({ length: 30 }, (_, i) => wall(`o${i}`, p(i * 1000, 20_000), p(i * 1000, 25_000), 100))
    const plan = planned(a, b, ...others)
    expect(plan.ringsOf('b')).toHaveLength(2)
    plan.update(project(b, ...others), USUAL_DISPLAY.mm)
    expect(plan.ringsOf('b')).toHaveLength(1)
    plan.update(project(a, b, ...others), USUAL_DISPLAY.mm)
    expect(plan.ringsOf('b')).toHaveLength(2)
    plan.update(project(a, { ...b, end: p(0, 0) }, ...others), USUAL_DISPLAY.mm)
    expect(plan.ringsOf('b')).toHaveLength(1)
    plan.update(project({ ...a, levelId: 'upper' }, b, ...others), USUAL_DISPLAY.mm)
    expect(plan.ringsOf('b')).toHaveLength(1)
  })

  it('take a round wall as well where a straight one crosses it once', () => {
    const round: Wall = { ...wall('r', p(5000, 0), p(0, 5000), 100), bulge: Math.tan(Math.PI / 8) }
    const plan = planned(round, wall('s', p(1000, 1000), p(7000, 7000), 300))
    expect(plan.ringsOf('r')).toHaveLength(2)
    const cut = plan.ringsOf('r').reduce((sum, ring) => sum + area(ring), 0)
    expect(cut / ((Math.PI / 2) * 5000 * 100 - 300 * 100)).toBeCloseTo(1, 3)
  })
})
