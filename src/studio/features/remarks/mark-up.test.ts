import { describe, expect, it } from 'vitest'
import type { MarkUp } from '@/core/model/mark-up/schema'
import { Rig } from '../../../../tests/support/rig'
import { drawn, markAt, marksOver } from './marks'
import { remarkOptions } from './options'
import { markUp } from './tools/mark-up'

const mark = (id: string, levelId = 'level-0'): MarkUp => ({
  id,
  kind: 'mark-up',
  levelId,
  points: [
    { x: 0, y: 0 },
    { x: 1000, y: 0 },
    { x: 1000, y: 1000 },
  ],
  author: 'Ida Lind',
})

describe('mark-up', () => {
  it('is what a hand drew over the board, under the name of whoever drew it, and no part of the tracing', () => {
    const rig = new Rig({ reachMm: 80 }).take(markUp)
    rig.drag({ x: 0, y: 0 }, { x: 3000, y: 1000 })
    expect(rig.changes).toMatchObject([
      { label: 'Mark up', edits: [{ after: { kind: 'mark-up', levelId: 'level-0', author: 'Ida Lind' } }] },
    ])
    expect(rig.context().plan.shapes.size).toBe(0)
  })

  it('is rubbed out after a click on it', () => {
    const rig = new Rig({ records: [mark('m')], reachMm: 80 }).take(markUp)
    rig.key('e')
    expect(rig.said.at(-1)).toBe('Click the line that shall go first.')
    rig.click(1030, 400).key('e')
    expect(rig.records.has('m')).toBe(false)
    expect(rig.optionsOf(remarkOptions).marked).toBeNull()
  })

  it('is clicked on its line, not beside it', () => {
    expect(markAt([mark('m')], { x: 500, y: 60 }, 80)?.id).toBe('m')
    expect(markAt([mark('m')], { x: 500, y: 500 }, 80)).toBeNull()
  })

  it('lies over its own plane alone', () => {
    const plane = { id: 'w', kind: 'work-plane', name: 'Frame', start: { x: 0, y: 0 }, end: { x: 9, y: 0 } }
    const records = new Map([plane, mark('a'), mark('b', 'w')].map((record) => [record.id, record as never]))
    expect(marksOver(records, null).map(({ id }) => id)).toEqual(['a'])
    expect(marksOver(records, 'w').map(({ id }) => id)).toEqual(['b'])
  })

  it('keeps no more points than the eye tells apart', () => {
    const trail = Array.from({ length: 9000 }, (_, i) => ({ x: i, y: 0 }))
    expect(drawn(trail, 1).length).toBeLessThanOrEqual(2000)
    expect(
      drawn(
        [
          { x: 0, y: 0 },
          { x: 0.1, y: 0 },
          { x: 5, y: 0 },
        ],
        1,
      ),
    ).toEqual([
      { x: 0, y: 0 },
      { x: 5, y: 0 },
    ])
  })
})
