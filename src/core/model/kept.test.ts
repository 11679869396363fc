import { expect, it } from 'vitest'
import { keptByRecords } from './kept'

it('what is gathered of a set of records is gathered once, and anew for another set', () => {
  let times = 0
  const evenOf = keptByRecords((records: ReadonlySet<number>) => {
    times++
    return [...records].filter((each) => each % 2 === 0)
  })
  const before = new Set([1, 2, 4])
  const after = new Set([...before, 6])
  expect(evenOf(before)).toEqual([2, 4])
  expect(evenOf(before)).toBe(evenOf(before))
  expect(times).toBe(1)
  expect(evenOf(after)).toEqual([2, 4, 6])
  expect(evenOf(before)).toEqual([2, 4])
  expect(times).toBe(2)
})
