import { describe, expect, it } from 'vitest'
import { distance, type Point } from '../geometry/vector'
import { FIRST_LEVEL } from '../model/level/schema'
import type { ProjectRecord } from '../model/registry'
import { type BoardLines, followingOfLines } from './tracing-of-lines'

/** A line from a sheet that moved by 400 mm, one beside it that stayed, one that somebody drew by hand on the same place. */
const line = (id: string, y: number, tracedFrom?: string): ProjectRecord => ({
  id,
  kind: 'path',
  layerId: 'lines',
  xy: [0, y, 3000, y],
  closed: false,
  ...(tracedFrom && { tracedFrom }),
})

const column: ProjectRecord = {
  id: 'column',
  kind: 'column',
  levelId: FIRST_LEVEL.id,
  at: { x: 1500, y: 0 },
  section: 'rectangle',
  widthMm: 300,
  depthMm: 300,
  turnRad: 0,
  tracedFrom: 'sheet',
}

const records = (...list: readonly ProjectRecord[]) => new Map(list.map((record) => [record.id, record]))

/** Everything near the x axis went. */
const change = (part: Partial<BoardLines> = {}): BoardLines => ({
  kind: 'moved',
  by: { x: 0, y: 400 },
  isOnGone: ({ y }: Point) => Math.abs(y) < 20,
  ...part,
})

describe('lines that were traced', () => {
  it('follow those of the sheet that moved, and no others', () => {
    const all = records(
      line('on', 0, 'sheet'),
      line('beside', 900, 'sheet'),
      line('drawn', 0),
      line('other', 0, 'another'),
    )
    const following = followingOfLines(change(), all, 'sheet')!
    expect(following).toMatchObject({ label: 'Move traced lines', says: '1 line' })
    expect(following.edits.map(({ id }) => id)).toEqual(['on'])
    expect(following.edits[0]!.after).toMatchObject({ xy: [0, 400, 3000, 400] })
  })

  it('go with those that went, whatever they were traced into', () => {
    const on = ({ x, y }: Point) => distance({ x, y }, { x: 1500, y: 0 }) < 250 || Math.abs(y) < 20
    const gone = change({ kind: 'gone', by: null, isOnGone: on })
    const following = followingOfLines(gone, records(line('on', 0, 'sheet'), column), 'sheet')!
    expect(following.says).toBe('1 line, 1 column')
    expect(following.edits).toEqual([
      { id: 'on', after: null },
      { id: 'column', after: null },
    ])
  })

  it('stay where nothing of them changed, or only some', () => {
    const all = records(line('on', 0, 'sheet'))
    expect(followingOfLines(change({ kind: 'new', by: null }), all, 'sheet')).toBeNull()
    expect(followingOfLines(change({ kind: 'changed' }), all, 'sheet')).toBeNull()
    expect(followingOfLines(change({ isOnGone: ({ x }) => x < 1000 }), all, 'sheet')).toBeNull()
  })
})
