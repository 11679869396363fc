import type { Edit } from '../change/change'
import type { ProjectRecord } from '../registry'
import { isSameRecord } from '../same-record'
import type { Underlay } from './schema'

/** What a lock holds: where and how large a sheet lies, how much of it shows, and that it is there. */
const HELD = ['placement', 'crop', 'levelId'] as const satisfies readonly (keyof Underlay)[]

/** The locked sheets that edits would move, resize, crop or remove without unlocking them. */
export function heldByLock(
  edits: readonly Omit<Edit, 'before'>[],
  records: ReadonlyMap<string, ProjectRecord>,
): readonly Underlay[] {
  return edits.flatMap(({ id, after }) => {
    const now = records.get(id)
    return now?.kind === 'underlay' && now.locked && breaksLock(now, after) ? [now] : []
  })
}

function breaksLock(now: Underlay, after: ProjectRecord | null): boolean {
  if (after?.kind !== 'underlay') return true
  return after.locked && HELD.some((field) => !isSameRecord(now[field], after[field]))
}

/** What is said where locked sheets keep an edit from being made. */
export function lockSentence(locked: readonly Pick<Underlay, 'name'>[]): string {
  const [first] = locked
  return locked.length === 1
    ? `“${first!.name}” is locked: it keeps its place, size and crop, and stays on the board until it is unlocked.`
    : `${locked.length} sheets are locked: they keep their place, size and crop, and stay on the board until they are unlocked.`
}
