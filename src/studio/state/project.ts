import { create } from 'zustand'
import type { Change } from '@/core/model/change/change'
import { NO_STACKS, type UndoStacks } from '@/core/model/change/history'
import type { ProjectRecord } from '@/core/model/registry'
import { PROJECT_ACTIONS, type ProjectAction } from '@/core/people/rights'
import type { SyncState } from '@/core/sync/session'
import type { SourceView } from './api'

type Records = ReadonlyMap<string, ProjectRecord>

/** A state of the project that was, while it is looked at. */
export interface PastState {
  readonly revision: number
  readonly madeAt: string
  readonly records: Records
}

/** What can be done about something that was just said. */
export interface Remedy {
  readonly word: string
  act(): void
}

export interface ProjectState extends SyncState {
  readonly id: string
  readonly name: string
  readonly stacks: UndoStacks
  /** What the stacks follow from, oldest first: the history as far as it was fetched, and what was done here since. */
  readonly told: readonly Change[]
  /** The revision down to which the history was fetched; 1 where that is all of it. */
  readonly toldFrom: number
  /** A sentence for the person about what just happened. */
  readonly notice: string | null
  /** What can be done about it, beside it. */
  readonly remedy: Remedy | null
  readonly sources: readonly SourceView[]
  /** What whoever looks may do here. */
  readonly may: ReadonlySet<ProjectAction>
  /** As who the server sees them: `local` where nobody signs in. */
  readonly you: { readonly id: string; readonly name: string }
  /** While a past state is looked at nothing can be changed. */
  readonly past: PastState | null
}

/** What there is while no project is open. */
export const CLOSED: ProjectState = {
  id: '',
  name: '',
  records: new Map(),
  kept: new Map(),
  epoch: '',
  revision: 0,
  refused: [],
  waiting: [],
  held: new Set(),
  online: true,
  stacks: NO_STACKS,
  told: [],
  toldFrom: 1,
  conflict: null,
  notice: null,
  remedy: null,
  sources: [],
  may: new Set(PROJECT_ACTIONS),
  you: { id: 'local', name: '' },
  past: null,
}

export const useProject = create<ProjectState>(() => CLOSED)

/** For the files beside this one, which write what is theirs; nobody else does. */
export const setProject = useProject.setState

/** What is shown: the present, or the past state that is looked at. */
export const recordsInSight = ({ records, past }: Pick<ProjectState, 'records' | 'past'>): Records =>
  past?.records ?? records
