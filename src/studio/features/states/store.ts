import { create } from 'zustand'
import type { ProjectRecord } from '@/core/model/registry'
import type { ChangeGroup } from '@/core/states/change-groups'
import type { StateComparison } from '@/core/states/compare-states'
import { markSolids } from '@/studio/board/solid/solid-store'
import type { Overlay } from '@/studio/kernel/overlay'

/** A state of the project: by its revision, or as it is now. */
export interface StateChoice {
  /** Null for now. */
  readonly revision: number | null
  readonly word: string
}

export const NOW: StateChoice = { revision: null, word: 'Now' }
export const BEGINNING: StateChoice = { revision: 0, word: 'The beginning' }

interface ComparedStates {
  readonly from: StateChoice
  readonly to: StateChoice
  readonly found: StateComparison
  /** The project as it was when it was compared. */
  readonly records: ReadonlyMap<string, ProjectRecord>
}

interface StatesState {
  /** What is chosen to be compared. */
  readonly from: StateChoice | null
  readonly to: StateChoice
  readonly busy: boolean
  /** A sentence where nothing could be compared. */
  readonly problem: string | null
  readonly compared: ComparedStates | null
  /** The changes that are looked at. */
  readonly looked: ChangeGroup | null
  /** What shows: from 0, the earlier state alone, to 1, the later alone. */
  readonly fade: number
  /** Paints it on the board; it comes with the first comparison. */
  readonly painter: Overlay['paint'] | null
}

export const NOTHING: StatesState = {
  from: null,
  to: NOW,
  busy: false,
  problem: null,
  compared: null,
  looked: null,
  fade: 0.5,
  painter: null,
}

export const useStates = create<StatesState>(() => NOTHING)

export function forgetStates(): void {
  useStates.setState(NOTHING)
  markSolids([])
}

export const chooseStates = (choice: Partial<Pick<StatesState, 'from' | 'to'>>): void => useStates.setState(choice)
