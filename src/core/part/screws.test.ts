import { describe, expect, it } from 'vitest'
import { holes } from '../../../tests/support/part'
import type { Hole } from '../model/part/steps'
import { asScrewHole, SCREW_HOLES, screwHoleOf } from './screws'
import { tapDrillOf } from './tap-drills'
import { THREADS } from './threads'

const named = (name: string) => SCREW_HOLES.find((each) => each.name === name)!

describe('holes for screws', () => {
  it('are those of the tables', () => {
    expect(named('M6, clearance').hole.diameterMm).toBe(6.6)
    expect(named('M6, counterbored').hole.head).toEqual({ kind: 'counterbore', diameterMm: 11, depthMm: 6.4 })
    expect(named('M8, countersunk').hole.head).toMatchObject({ diameterMm: 17.92, angleDeg: 90 })
    expect(named('M8, tapped').hole).toMatchObject({ diameterMm: 6.8, thread: 'M8' })
    // A No. 7 drill, 0.201 inch.
    expect(named('1/4-20 UNC, tapped').hole.diameterMm).toBeCloseTo(0.201 * 25.4, 9)
    expect(named('1/4-20 UNC, tapped').standard).toMatch(/No\. 7$/)
    expect(named('3/8-16 UNC, tapped').hole.diameterMm).toBeCloseTo((5 / 16) * 25.4, 9)
    expect(named('1/4, counterbored').hole).toMatchObject({
      diameterMm: (9 / 32) * 25.4,
      head: { kind: 'counterbore', diameterMm: (7 / 16) * 25.4, depthMm: 6.35 },
    })
    expect(named('#10, clearance').hole.diameterMm).toBeCloseTo(0.221 * 25.4, 9)
  })

  it('are tapped after drills that there are, which leave half to nine tenths of a full thread', () => {
    for (const thread of THREADS) {
      const drill = tapDrillOf(thread.name)
      expect(drill, thread.name).not.toBeNull()
      // Of the depth of a thread between its flanks, 0.6495 of the pitch to either side (ISO 68-1).
      const part = (thread.nominalMm - drill!.diameterMm) / (2 * 0.6495 * thread.pitchMm)
      expect(part, thread.name).toBeGreaterThan(0.5)
      expect(part, thread.name).toBeLessThan(0.92)
    }
  })

  it('have heads that are wider than themselves, and names of their own', () => {
    expect(new Set(SCREW_HOLES.map(({ name }) => name)).size).toBe(SCREW_HOLES.length)
    for (const { hole } of SCREW_HOLES) if (hole.head) expect(hole.head.diameterMm).toBeGreaterThan(hole.diameterMm)
  })

  it('are told again from the step that they became, with its places and depth', () => {
    const step = holes({ depthMm: 12, thread: 'M4', threadDepthMm: 8 }) as Hole
    for (const each of SCREW_HOLES) {
      const made = asScrewHole(step, each)
      expect(screwHoleOf(made)?.name).toBe(each.name)
      expect(made).toMatchObject({ places: step.places, depthMm: 12 })
      expect('threadDepthMm' in made).toBe(each.hole.thread !== undefined)
    }
    expect(screwHoleOf(holes({ diameterMm: 6.03 }) as Hole)).toBeUndefined()
  })
})
