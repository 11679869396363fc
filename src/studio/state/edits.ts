import { applyOnto, type Change, type Edit } from '@/core/model/change/change'
import { inParts, partId } from '@/core/model/change/parts'
import type { ProjectRecord } from '@/core/model/registry'
import { heldByLock, lockSentence } from '@/core/model/underlay/lock'
import type { Underlay } from '@/core/model/underlay/schema'
import { completed } from '@/core/sync/complete'
import { storable } from '@/core/text/storable'
import { tell } from './notices'
import { useProject } from './project'
import { holdAndSend, push, show } from './sync'

const { getState: get } = useProject

/** Edits of one change from here at most: the browser writes each change down in one go, and must not be held up by it. */
const PART_EDITS = 8000

/** Makes an edit: it is shown at once, held by the browser, and sent. */
export function commit(label: string, edits: readonly Omit<Edit, 'before'>[]): void {
  if (edits.length === 0 || refusesInPast() || refusesByRight(edits) || refusesLocked(edits)) return
  push(...changesFor(crypto.randomUUID(), label, edits))
}

/** Whether a past state is looked at, in which nothing can be changed; says so. */
export function refusesInPast(): boolean {
  if (!get().past) return false
  tell('You are looking at a past state. Bring it back, or go back to now, before you change anything.')
  return true
}

/**
 * Whether the person may not make an edit; says so.
 * @param edits null where it is known only that it is no remark
 */
export function refusesByRight(edits: readonly Omit<Edit, 'before'>[] | null): boolean {
  const { may, records } = get()
  const isRemark = ({ id, after }: Omit<Edit, 'before'>) =>
    ['remark', 'mark-up'].includes((after ?? records.get(id))?.kind ?? '')
  if (may.has('edit') || (may.has('remark') && edits?.every(isRemark))) return false
  tell(may.has('remark') ? 'Here you may look and write remarks, not change anything.' : 'Here you may only look.')
  return true
}

/** Whether edits would move, resize, crop or remove locked sheets; says so, with the way to unlock them beside it. */
export function refusesLocked(edits: readonly Omit<Edit, 'before'>[]): boolean {
  const locked = heldByLock(edits, get().records)
  if (locked.length > 0) tellLocked(locked)
  return locked.length > 0
}

/**
 * Makes one large edit as its parts come, none of which touches what another one does: they are shown, held and sent
 * together, since the whole interface looks up at each.
 * @returns false where it could not be made, or another project was opened before all was made
 */
export async function commitParts(
  label: string,
  parts: AsyncIterable<readonly Omit<Edit, 'before'>[]>,
): Promise<boolean> {
  if (refusesInPast() || refusesByRight(null)) return false
  const { id, records: from } = get()
  const whole = crypto.randomUUID()
  const made: Change[] = []
  // Grows with each part, so that what shows them all is no long task.
  const records = new Map(from)
  try {
    for await (const edits of parts) {
      if (get().id !== id) break
      const changes = changesFor(partId(whole, made.length), label, edits)
      made.push(...changes)
      applyOnto(records, changes)
    }
  } finally {
    if (get().id === id) show(made, { from, records })
    void holdAndSend(id, made)
  }
  return get().id === id
}

/** The changes that an edit is told in, with all that follows from it. */
function changesFor(id: string, label: string, edits: readonly Omit<Edit, 'before'>[]): readonly Change[] {
  const { records } = get()
  const { edits: all, refused } = completed(edits.map(storable), records, () => crypto.randomUUID())
  if (refused > 0)
    tell('Members of a plane that follows another one change with those. Free the plane to change them by themselves.')
  const full = all.map(({ id: each, after }) => ({ id: each, before: records.get(each) ?? null, after }))
  return inParts(id, label, full, PART_EDITS)
}

/** Puts records as they shall be. */
export const put = (label: string, ...after: readonly ProjectRecord[]): void =>
  commit(
    label,
    after.map((record) => ({ id: record.id, after: record })),
  )

export const remove = (label: string, ...ids: readonly string[]): void =>
  commit(
    label,
    ids.map((id) => ({ id, after: null })),
  )

/** Says that sheets are locked, with the way to unlock them beside it. */
export function tellLocked(locked: readonly Underlay[]): void {
  tell(lockSentence(locked), {
    word: locked.length === 1 ? 'Unlock it' : 'Unlock them',
    act: () => {
      const { records } = get()
      const now = locked.flatMap(({ id }) => records.get(id) ?? []).filter((record) => record.kind === 'underlay')
      put('Unlock sheet', ...now.map((underlay) => ({ ...underlay, locked: false })))
    },
  })
}
