import type { ProjectRecord } from '../model/registry'
import { isSameRecord } from '../model/same-record'
import { isLibraryRecord, type LibraryKindName, type LibraryRecord, libraryKindOf } from './registry'

/** Whose it is: the organisation's, or one person's own. */
export const SHELVES = ['organisation', 'mine'] as const
export type Shelf = (typeof SHELVES)[number]

/** Something that is kept beside all projects, in one of its versions. */
export interface LibraryItem {
  readonly id: string
  readonly kind: LibraryKindName
  readonly name: string
  readonly shelf: Shelf
  /** From 1. */
  readonly version: number
  /** As it is taken into a project; says nothing of a library. */
  readonly record: LibraryRecord
  /** What whoever kept this version was called; left out where nobody signs in. */
  readonly by?: string
  /** ISO 8601. */
  readonly at: string
}

/** A version of an item, without what it holds. */
export interface LibraryVersion extends Pick<LibraryItem, 'version' | 'name' | 'by' | 'at'> {
  /** Whether it was taken out of the library then. */
  readonly removed: boolean
}

/** The record as a library keeps it: it belongs to no version of itself. */
export function withoutLink(record: LibraryRecord): LibraryRecord {
  const { library: _, ...rest } = record
  return rest as LibraryRecord
}

/** An item as the record of a project that goes on knowing where it is from. */
export const recordOf = ({ id, version, shelf, record }: LibraryItem): LibraryRecord => ({
  ...record,
  library: { id, version, ...(shelf === 'mine' && { shelf }) },
})

/** The item that a record of a project is from, or that was kept of it; null where there is none. */
export function itemOf(record: LibraryRecord, items: readonly LibraryItem[]): LibraryItem | null {
  const { library } = record
  const shelf = library?.shelf ?? 'organisation'
  const linked = library && items.find((item) => item.id === library.id && item.shelf === shelf)
  return linked ?? items.find(({ id, kind }) => id === record.id && kind === record.kind) ?? null
}

/** How a record of a project stands to its item in the library. */
export type LibraryStanding = 'as kept' | 'changed here' | 'newer there'

export function standingOf(record: LibraryRecord, item: LibraryItem): LibraryStanding {
  if (isSameRecord(withoutLink(record), withoutLink(item.record))) return 'as kept'
  return record.library && record.library.version < item.version ? 'newer there' : 'changed here'
}

/** The record of a project that stands in the place of an item: the same id, or the one of which there is only one. */
export function presentOf(item: LibraryItem, records: ReadonlyMap<string, ProjectRecord>): LibraryRecord | null {
  const found = records.get(item.record.id)
  return isLibraryRecord(found) && found.kind === item.kind ? found : null
}

/**
 * What taking an item changes in a project: the record itself, and what follows it.
 * @throws Error with a sentence where it can't be taken
 */
export function taking(item: LibraryItem, records: ReadonlyMap<string, ProjectRecord>): readonly ProjectRecord[] {
  const record = recordOf(item)
  const { also, why } = libraryKindOf(record).following(record, records)
  if (why) throw new Error(why)
  return [record, ...also]
}
