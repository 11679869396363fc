/**
 * A change that is too large for one is told in parts, one after another; they are undone, redone and shown together.
 */
import type { Change, Edit } from './change'

const PART = /(_part\d+)+$/

/** The id of a part of a change. */
export const partId = (whole: string, part: number): string => `${whole}_part${part}`

/** The change of which this is a part; itself where it is whole. */
const wholeOf = (changeId: string): string => changeId.replace(PART, '')

/** Whether a change, by its id, is one part of several. */
export const isPart = (changeId: string): boolean => PART.test(changeId)

/** Whether two changes, by their ids, are parts of one. */
export const isOfOneWhole = (a: string, b: string): boolean => wholeOf(a) === wholeOf(b)

/** Tells an edit in changes of so many edits at most. @param id of the whole */
export function inParts(id: string, label: string, edits: readonly Edit[], most: number): Change[] {
  const change = { label, cause: 'edit', of: null } as const
  if (edits.length === 0) return []
  if (edits.length <= most) return [{ ...change, id, edits }]
  return Array.from({ length: Math.ceil(edits.length / most) }, (_, i) => ({
    ...change,
    id: partId(id, i),
    edits: edits.slice(i * most, (i + 1) * most),
  }))
}

/** What is told of a change where many are listed. */
interface Told {
  readonly revision: number
  readonly cause: Change['cause']
  /** The change that was made, or that was undone or redone. */
  readonly changeId: string
  readonly edits: number
}

/** Takes parts of one whole that follow one another together; what holds is told of the first. @param entries latest first */
export function withoutParts<T extends Told>(entries: readonly T[]): T[] {
  const whole: T[] = []
  for (const entry of entries) {
    const last = whole.at(-1)
    if (last && last.cause === entry.cause && isOfOneWhole(last.changeId, entry.changeId))
      whole[whole.length - 1] = { ...last, edits: last.edits + entry.edits }
    else whole.push(entry)
  }
  return whole
}
