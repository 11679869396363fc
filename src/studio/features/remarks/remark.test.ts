import { expect, it } from 'vitest'
import type { Remark } from '@/core/model/remark/schema'
import { Rig } from '../../../../tests/support/rig'
import { remarkOptions } from './options'
import { pinAt, pinned } from './pins'
import { remark } from './tools/remark'

const said = (id: string, change: Partial<Remark> = {}): Remark => ({
  id,
  kind: 'remark',
  number: 1,
  text: 'Too low.',
  at: { x: 1000, y: 1000 },
  levelId: 'level-0',
  about: [],
  status: 'open',
  author: '',
  madeAt: '2026-05-01T09:30:00Z',
  assignedTo: '',
  answers: [],
  ...change,
})

it('a click pins a place for a remark, a click on a pin opens its remark, and neither changes the project', () => {
  const rig = new Rig({ records: [said('r1')], reachMm: 100 }).take(remark)
  rig.click(5000, 0)
  expect(rig.optionsOf(remarkOptions)).toMatchObject({ pin: { at: { x: 5000, y: 0 }, about: [] }, opened: null })
  rig.click(1000, 1010)
  expect(rig.optionsOf(remarkOptions)).toMatchObject({ pin: null, opened: 'r1' })
  expect(rig.changes).toEqual([])
})

it('pins of a work plane stand on it alone', () => {
  const plane = {
    id: 'w1',
    kind: 'work-plane' as const,
    name: 'Frame 1',
    start: { x: 0, y: 0 },
    end: { x: 1000, y: 0 },
  }
  const records = new Map([
    ['w1', plane as never],
    ['a', said('a') as never],
    ['b', said('b', { levelId: 'w1' }) as never],
  ])
  expect(pinned(records, null).map(({ id }) => id)).toEqual(['a'])
  expect(pinned(records, 'w1').map(({ id }) => id)).toEqual(['b'])
})

it('of pins on one place the one whose remark is open is opened', () => {
  const pins = [said('old', { status: 'settled' }), said('new')]
  expect(pinAt(pins, { x: 1000, y: 1001 }, 5)?.id).toBe('new')
  expect(pinAt(pins, { x: 2000, y: 1000 }, 5)).toBeNull()
})
