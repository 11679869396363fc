import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainWall as wall } from '../../../../tests/support/plain-wall'
import type { ProjectRecord } from '../registry'
import { applyChange, type Change, invertChange } from './change'
import { NO_STACKS, pushChange, type UndoStacks } from './history'

type Records = ReadonlyMap<string, ProjectRecord>

/** A session of edits, undos and redos, as a person makes them. */
const step = fc.oneof(
  fc.record({
    do: fc.constant('put' as const),
    id: fc.constantFrom('a', 'b', 'c'),
    x: fc.integer({ min: 1, max: 99 }),
  }),
  fc.record({ do: fc.constant('remove' as const), id: fc.constantFrom('a', 'b', 'c') }),
  fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const) }),
)

/** Does one step. @returns null where there is nothing to do */
function changeFor(
  each: { do: string; id?: string; x?: number },
  records: Records,
  stacks: UndoStacks,
  id: string,
): Change | null {
  if (each.do === 'undo') {
    const last = stacks.undo.at(-1)
    return last ? invertChange(last, id) : null
  }
  if (each.do === 'redo') {
    const last = stacks.redo.at(-1)
    return last ? { ...last, id, cause: 'redo', of: last.id } : null
  }
  const after = each.do === 'put' ? wall(each.id!, each.x!) : null
  return {
    id,
    label: 'x',
    cause: 'edit',
    of: null,
    edits: [{ id: each.id!, before: records.get(each.id!) ?? null, after }],
  }
}

describe('a history of edits, undos and redos', () => {
  it('reaches every former state again: undoing all gives the beginning, redoing all the end', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        let records: Records = new Map()
        let stacks = NO_STACKS
        let count = 0
        const perform = (each: { do: string }) => {
          const change = changeFor(each, records, stacks, `c${count++}`)
          if (!change) return false
          records = applyChange(records, change)
          stacks = pushChange(stacks, change)
          return true
        }
        for (const each of steps) perform(each)
        const end = records
        let undone = 0
        while (perform({ do: 'undo' })) undone++
        expect(records.size).toBe(0)
        for (let i = 0; i < undone; i++) perform({ do: 'redo' })
        expect(records).toEqual(end)
      }),
    )
  })

  it('forgets what could be redone once something else is done', () => {
    const edit = (id: string): Change => ({
      id,
      label: id,
      cause: 'edit',
      of: null,
      edits: [{ id: 'a', before: null, after: null }],
    })
    let stacks = pushChange(NO_STACKS, edit('one'))
    stacks = pushChange(stacks, invertChange(edit('one'), 'two'))
    expect(stacks.redo).toHaveLength(1)
    expect(pushChange(stacks, edit('three')).redo).toEqual([])
  })
})
