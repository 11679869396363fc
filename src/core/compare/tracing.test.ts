import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { ProjectRecord } from '../model/registry'
import { areaChanges } from './area-changes'
import { type BoardChange, followingOf } from './tracing'

/** The house is 10 by 6 m; its partition of 100 mm stands at x 6000, from the southern to the northern wall. */
const LEVEL = 'level-0'

const change = (part: Partial<BoardChange>): BoardChange => ({
  kind: 'moved',
  subject: 'wall',
  line: { start: { x: 6000, y: 300 }, end: { x: 6000, y: 5700 } },
  by: { x: 150, y: 0 },
  before: null,
  after: null,
  ...part,
})

const become = (following: ReturnType<typeof followingOf>, id: string): ProjectRecord | null | undefined =>
  following?.edits.find((edit) => edit.id === id)?.after

describe('what was traced follows', () => {
  it('a wall that moved, with the walls that end on it; those that it ends on stay', () => {
    const records = house()
    records.set('stub', {
      id: 'stub',
      kind: 'wall',
      start: { x: 6000, y: 3000 },
      end: { x: 9000, y: 3000 },
      thicknessMm: 100,
      tracedLine: 'centre',
    })
    records.set('hatch', {
      ...(records.get('window') as Extract<ProjectRecord, { kind: 'opening' }>),
      id: 'hatch',
      wallId: 'stub',
      alongMm: 1500,
    })
    const following = followingOf(change({}), records, LEVEL)
    expect(following?.says).toBe('1 wall, 1 that ends on it')
    expect(become(following, 'partition')).toMatchObject({ start: { x: 6150, y: 0 }, end: { x: 6150, y: 6000 } })
    expect(become(following, 'stub')).toMatchObject({ start: { x: 6150, y: 3000 }, end: { x: 9000, y: 3000 } })
    // Its opening stays where it was on the board.
    expect(become(following, 'hatch')).toMatchObject({ alongMm: 1350 })
    expect(following?.edits.map(({ id }) => id)).not.toContain('south')
  })

  it('and it is told what the rooms beside it gain and lose', () => {
    const records = house()
    const told = areaChanges(followingOf(change({}), records, LEVEL)!, records, LEVEL)
    const byRoom = Object.fromEntries(told.map(({ space, byMm2 }) => [space.id, byMm2! / 1e6]))
    // 150 mm along the 5.4 m between the outer walls.
    expect(byRoom.hall).toBeCloseTo(0.15 * 5.4, 6)
    expect(byRoom.store).toBeCloseTo(-0.15 * 5.4, 6)
    // Without the partition the two are one.
    const gone = followingOf(change({ kind: 'gone', by: null }), records, LEVEL)!
    expect(
      areaChanges(gone, records, LEVEL)
        .map(({ space }) => space.id)
        .sort(),
    ).toEqual(['hall', 'store'])
  })

  it('a window that went, a door that moved along its wall, one that became wider', () => {
    const records = house()
    const window = records.get('window') as Extract<ProjectRecord, { kind: 'opening' }>
    const at = { start: { x: window.alongMm - 600, y: 150 }, end: { x: window.alongMm + 600, y: 150 } }
    const gone = followingOf(change({ kind: 'gone', subject: 'window', line: at, by: null }), records, LEVEL)
    expect(gone?.edits).toEqual([{ id: 'window', after: null }])
    const moved = followingOf(change({ subject: 'window', line: at, by: { x: 500, y: 0 } }), records, LEVEL)
    expect(become(moved, 'window')).toMatchObject({ alongMm: window.alongMm + 500 })
    const wider = followingOf(
      change({ kind: 'changed', subject: 'window', line: at, by: { x: 100, y: 0 }, before: '1200', after: '1400' }),
      records,
      LEVEL,
    )
    expect(become(wider, 'window')).toMatchObject({ widthMm: window.widthMm + 200, alongMm: window.alongMm + 100 })
    // Beyond its wall it can't go.
    expect(followingOf(change({ subject: 'window', line: at, by: { x: 9000, y: 0 } }), records, LEVEL)).toBeNull()
  })

  it('nothing where nothing was traced, on another level, or once it has followed', () => {
    const records = house()
    const far = { start: { x: 8000, y: 300 }, end: { x: 8000, y: 5700 } }
    expect(followingOf(change({ line: far }), records, LEVEL)).toBeNull()
    expect(followingOf(change({}), records, 'another')).toBeNull()
    const following = followingOf(change({}), records, LEVEL)!
    const done = new Map(records)
    for (const edit of following.edits) done.set(edit.id, edit.after!)
    expect(followingOf(change({}), done, LEVEL)).toBeNull()
  })
})
