import { expect, it } from 'vitest'
import type { Slab } from '@/core/model/slab/schema'
import { slabAround } from './tools/slab-hole'

const at = (x: number, y: number) => ({ x, y })
const slab: Slab = {
  id: 's',
  kind: 'slab',
  levelId: 'level-0',
  ring: [at(0, 0), at(9000, 0), at(9000, 6000), at(0, 6000)],
  thicknessMm: 200,
  topMm: 0,
}
const records = new Map([[slab.id, slab]])

it('a hole lies within one slab of the level that is worked on', () => {
  const well = [at(1000, 1000), at(3000, 1000), at(3000, 2000)]
  expect(slabAround(well, 'level-0', records)).toBe(slab)
  expect(slabAround(well, 'upper', records)).toBeNull()
  expect(slabAround([...well, at(10_000, 1000)], 'level-0', records)).toBeNull()
})
