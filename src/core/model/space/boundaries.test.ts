import fc from 'fast-check'
import { expect, it } from 'vitest'
import { blockOf } from '../../../../tests/bench/building'
import { USUAL_DISPLAY } from '../../units/format'
import { FIRST_LEVEL } from '../level/schema'
import { Plan } from '../plan'
import type { Space } from './schema'

/** 100 rooms or so, enough to be looked for at once. */
const block = blockOf(240)

it('rooms that are looked for at once are those that each finds by itself', () => {
  const walls = [...block.keys()].filter((id) => id.startsWith('wall-'))
  fc.assert(
    fc.property(fc.uniqueArray(fc.constantFrom(...walls), { maxLength: 40 }), fc.boolean(), (gone, withColumn) => {
      const records = new Map(block)
      for (const id of gone) records.delete(id)
      const column = {
        kind: 'column',
        levelId: FIRST_LEVEL.id,
        section: 'rectangle',
        widthMm: 300,
        depthMm: 300,
      } as const
      if (withColumn) records.set('column', { ...column, id: 'column', at: { x: 12_000, y: 12_000 }, turnRad: 0 })
      const plan = Plan.of(records, USUAL_DISPLAY.mm)
      const spaces = [...records.values()].filter((record): record is Space => record.kind === 'space')
      expect(spaces.length).toBeGreaterThan(40)
      for (const space of spaces) {
        const [together, alone] = [plan.boundaryOf(space), plan.enclosureOf(space)]
        expect(together === null).toBe(alone === null)
        if (!together || !alone) continue
        expect(together.areaMm2).toBeCloseTo(alone.areaMm2, 3)
        expect(together.perimeterMm).toBeCloseTo(alone.perimeterMm, 3)
        expect(together.islands.length).toBe(alone.islands.length)
      }
    }),
    { numRuns: 8 },
  )
})
