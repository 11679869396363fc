import type { ProjectRecord } from '../registry'

/** One record before and after; null before it was made, null after it was removed. */
export interface Edit {
  readonly id: string
  readonly before: ProjectRecord | null
  readonly after: ProjectRecord | null
}

/** One undoable, named, atomic edit of a project. */
export interface Change {
  /** Made by the client: the same id twice is applied once. */
  readonly id: string
  /** What the person did, as the undo button names it: `Trace wall`. */
  readonly label: string
  /** An undo or redo names the change that it takes back or brings back. */
  readonly cause: 'edit' | 'undo' | 'redo'
  readonly of: string | null
  readonly edits: readonly Edit[]
}

/** A change that the server has kept. */
export interface KeptChange extends Change {
  /** The project's state after it, counting from 1. */
  readonly revision: number
  /** Who made it, as `person:ID`, `token:ID` or `link:ID`; left out where nobody signs in. */
  readonly author?: string
}

/** What one change may touch at most; what touches more is told in parts. */
export const MOST_EDITS = 50_000

/** What takes edits back, the last one first. */
export const invertEdits = (edits: readonly Edit[]): Edit[] =>
  edits.map(({ id, before, after }) => ({ id, before: after, after: before })).reverse()

/** The change that takes `change` back. */
export function invertChange(change: Change, id: string): Change {
  return {
    id,
    label: change.label,
    cause: 'undo',
    of: change.id,
    edits: invertEdits(change.edits),
  }
}

/** The records after a change. Gives up nothing of those before: they may still be held by others. */
export const applyChange = (
  records: ReadonlyMap<string, ProjectRecord>,
  change: Change,
): ReadonlyMap<string, ProjectRecord> => applyChanges(records, [change])

/** The records after several changes, in order. */
export function applyChanges(
  records: ReadonlyMap<string, ProjectRecord>,
  changes: readonly Pick<Change, 'edits'>[],
): ReadonlyMap<string, ProjectRecord> {
  if (changes.length === 0) return records
  const next = new Map(records)
  applyOnto(next, changes)
  return next
}

/** Makes changes, in order, to records that nobody else holds. */
export function applyOnto(records: Map<string, ProjectRecord>, changes: readonly Pick<Change, 'edits'>[]): void {
  for (const { edits } of changes)
    for (const { id, after } of edits) {
      if (after) records.set(id, after)
      else records.delete(id)
    }
}
