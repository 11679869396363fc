import type { Change, KeptChange } from '../model/change/change'
import type { ProjectRecord } from '../model/registry'

/** A project as the server has it at one moment. */
export interface Snapshot {
  readonly epoch: string
  readonly revision: number
  readonly records: readonly ProjectRecord[]
}

/** What a window knows of a project: how far, and in which history. */
export interface KnownAt {
  readonly epoch: string
  readonly revision: number
}

/** The server of one project, as a window asks it. Everything may fail, see Failure. */
export interface SyncServer {
  open(): Promise<Snapshot>
  keep(change: Change, at: KnownAt): Promise<{ readonly revision: number; readonly asSent: boolean }>
  /** Changes after what is known, oldest first, a page of them; none where there are none. */
  since(at: KnownAt): Promise<readonly KeptChange[]>
  /** Which of some changes are kept. */
  known(ids: readonly string[]): Promise<ReadonlySet<string>>
}

/** What the browser holds of a project across reloads and crashes. */
export interface SyncHold {
  /** Changes that were not kept yet, oldest first. */
  waiting(): Promise<readonly Change[]>
  add(change: Change): Promise<void>
  remove(id: string): Promise<void>
  refused(): Promise<readonly Refused[]>
  refuse(refused: Refused): Promise<void>
  forget(id: string): Promise<void>
}

/** A change that can't be kept as it is; it is held until the person says what becomes of it. */
export interface Refused {
  readonly change: Change
  /** Why, in a sentence. */
  readonly sentence: string
}

/** Why something could not be done, as far as it matters for what to do next. */
export type Failure =
  /** It may be done later: no answer, a server that is busy or away, a sign-in that ran out. */
  | { readonly kind: 'later'; readonly afterMs?: number }
  /** It touches what is no longer as it was found. */
  | { readonly kind: 'conflict'; readonly current: readonly ConflictRecord[] }
  /** The revisions that the window knows are of another history. */
  | { readonly kind: 'another-history' }
  /** It will never be done as it is. */
  | { readonly kind: 'refused'; readonly sentence: string }

export interface ConflictRecord {
  readonly id: string
  readonly record: ProjectRecord | null
}

/** What a SyncServer throws. */
export class SyncError extends Error {
  constructor(readonly failure: Failure) {
    super(failure.kind)
  }
}
