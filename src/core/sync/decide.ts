import type { Change, Edit } from '../model/change/change'
import { isPart } from '../model/change/parts'
import type { ProjectRecord } from '../model/registry'
import { isSameRecord } from '../model/same-record'
import { heldByLock, lockSentence } from '../model/underlay/lock'
import { completed, orphanIn, withBelongings } from './complete'

type Records = ReadonlyMap<string, ProjectRecord>

/** What becomes of a change that somebody sends. */
export type Decision =
  /** It touches what is no longer as it found it. */
  | {
      readonly kind: 'conflict'
      readonly current: readonly { readonly id: string; readonly record: ProjectRecord | null }[]
    }
  /** It can't be kept in any case; the sentence says why. */
  | { readonly kind: 'refused'; readonly sentence: string }
  /** These edits are kept; `asSent` where they are those that came. */
  | { readonly kind: 'keep'; readonly edits: readonly Edit[]; readonly asSent: boolean }

/**
 * Decides what becomes of a change, by the records as they are now. Whoever keeps a project decides by this, whatever it
 * keeps it in.
 */
export function decide(change: Change, records: Records, newId: () => string): Decision {
  const ids = new Set(change.edits.map(({ id }) => id))
  if (ids.size < change.edits.length)
    return { kind: 'refused', sentence: `“${change.label}” names the same element twice.` }
  const currentOf = (id: string) => records.get(id) ?? null
  // What somebody else did already need not be done again.
  const open = change.edits.filter(({ id, before, after }) => {
    const current = currentOf(id)
    return isSameRecord(current, before) || !isSameRecord(current, after)
  })
  const conflicts = open.filter(({ id, before }) => !isSameRecord(currentOf(id), before))
  if (conflicts.length > 0)
    return { kind: 'conflict', current: conflicts.map(({ id }) => ({ id, record: currentOf(id) })) }
  const part = isPart(change.id)
  const whole = change.cause === 'edit' && !part ? completed(open, records, newId) : null
  if (whole && whole.refused > 0)
    return {
      kind: 'refused',
      sentence: `“${change.label}” changes what follows another plane. Change it there, or free the plane first.`,
    }
  const edits = whole?.edits ?? withBelongings(open, records)
  const orphan = part ? null : orphanIn(edits, records)
  if (orphan)
    return {
      kind: 'refused',
      sentence: `“${change.label}” puts something (${orphan.kind}) onto what is not there any more.`,
    }
  // What was brought in locked goes with an undo of that; nothing else of an undo or redo is above a lock.
  const held = heldByLock(
    edits.filter(({ after }) => after !== null || change.cause !== 'undo'),
    records,
  )
  if (held.length > 0) return { kind: 'refused', sentence: lockSentence(held) }
  const asSent =
    edits.length === change.edits.length && edits.every(({ id, after }, i) => same(change.edits[i]!, id, after))
  if (asSent) return { kind: 'keep', edits: change.edits, asSent }
  return { kind: 'keep', edits: edits.map(({ id, after }) => ({ id, before: currentOf(id), after })), asSent }
}

const same = (edit: Edit, id: string, after: ProjectRecord | null): boolean =>
  edit.id === id && isSameRecord(edit.after, after)
