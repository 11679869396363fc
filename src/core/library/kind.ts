import type { ProjectRecord } from '../model/registry'
import type { LengthDisplay } from '../units/format'

type Records = ReadonlyMap<string, ProjectRecord>

/** What else becomes of a project when a record of it is replaced by one from the library. */
export interface Following {
  /** Records that follow it, as they are then. */
  readonly also: readonly ProjectRecord[]
  /** Why it can't be replaced, as a sentence; null where it can. */
  readonly why: string | null
}

/** A kind of record that a library keeps beside all projects. */
export interface LibraryKindOf<R extends ProjectRecord> {
  readonly kind: R['kind']
  /** As one and as several are called. */
  readonly words: readonly [one: string, several: string]
  /** By what it is called; empty where it has no name yet. */
  nameOf(record: R): string
  /** What makes one different from others of its kind, in a few words. */
  factsOf(record: R, display: LengthDisplay): string
  following(record: R, records: Records): Following
}

/** Nothing follows by itself: whatever uses the record looks it up. */
export const NOTHING_FOLLOWS: Following = { also: [], why: null }
