import { describe, expect, it } from 'vitest'
import { inParts, isOfOneWhole, withoutParts } from './parts'

const edits = Array.from({ length: 25 }, (_, i) => ({ id: `r${i}`, before: null, after: null }))

describe('a change in parts', () => {
  it('has every edit once and in order, none longer than allowed', () => {
    for (const most of [1, 7, 24, 25, 100]) {
      const parts = inParts('a', 'Lift lines', edits, most)
      expect(parts.flatMap((part) => part.edits)).toEqual(edits)
      for (const part of parts) expect(part.edits.length).toBeLessThanOrEqual(most)
      expect(new Set(parts.map(({ id }) => id)).size).toBe(parts.length)
      for (const part of parts) expect(isOfOneWhole(part.id, parts[0]!.id)).toBe(true)
    }
  })

  it('is told apart from others, also from ones with ids that count up', () => {
    const [part] = inParts('a', 'Lift lines', edits, 10)
    const [other] = inParts('b', 'Lift lines', edits, 10)
    expect(isOfOneWhole(part!.id, other!.id)).toBe(false)
    expect(isOfOneWhole('change_1', 'change_2')).toBe(false)
  })

  it('is one line where much is listed, as is its undoing', () => {
    const ids = inParts('a', 'Lift lines', edits, 10).map(({ id }) => id)
    const entry = (revision: number, cause: 'edit' | 'undo', changeId: string) => ({
      revision,
      cause,
      changeId,
      edits: 10,
    })
    const listed = [
      ...ids.map((id, i) => entry(20 - i, 'undo', id)),
      ...ids.toReversed().map((id, i) => entry(15 - i, 'edit', id)),
      entry(12, 'edit', 'b'),
      entry(11, 'edit', 'c'),
    ]
    expect(withoutParts(listed)).toEqual([
      { revision: 20, cause: 'undo', changeId: ids[0], edits: 30 },
      { revision: 15, cause: 'edit', changeId: ids[2], edits: 30 },
      listed.at(-2),
      listed.at(-1),
    ])
  })
})
