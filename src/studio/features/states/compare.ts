import { create } from 'zustand'
import type { ProjectRecord } from '@/core/model/registry'
import type { StateComparison } from '@/core/states/compare-states'
import { markSolids } from '@/studio/board/solid/solid-store'
import { api } from '@/studio/state/api'
import { showCard } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import { palette } from '@/studio/ui/palette'
import type { StateComparer } from '@/workers/states'
import { statesCard } from './card'

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
  /** The change that is looked at, by its id. */
  readonly looked: string | null
  /** What shows: from 0, the earlier state alone, to 1, the later alone. */
  readonly fade: number
}

const NOTHING: StatesState = {
  from: null,
  to: NOW,
  busy: false,
  problem: null,
  compared: null,
  looked: null,
  fade: 0.5,
}

export const useStates = create<StatesState>(() => NOTHING)

const comparer = new WorkerClient<StateComparer>(
  () => new Worker(new URL('../../../workers/states.ts', import.meta.url), { type: 'module' }),
)

export function forgetStates(): void {
  useStates.setState(NOTHING)
  markSolids([])
}

export const chooseStates = (choice: Partial<Pick<StatesState, 'from' | 'to'>>): void => useStates.setState(choice)

async function recordsOf({ revision }: StateChoice): Promise<readonly ProjectRecord[]> {
  const { id, records } = useProject.getState()
  return revision === null ? [...records.values()] : (await api.stateAt(id, revision)).records
}

let latest = 0

/** Compares the two states that are chosen. */
export async function compareChosen(): Promise<void> {
  const { from, to, fade } = useStates.getState()
  const { id, records } = useProject.getState()
  if (!from) return
  const run = ++latest
  const isCurrent = () => run === latest && useProject.getState().id === id
  markSolids([])
  useStates.setState({ busy: true, problem: null, compared: null, looked: null })
  try {
    const [before, after] = await Promise.all([recordsOf(from), recordsOf(to)])
    const found = await comparer.call((states) => states.compare(before, after))
    if (!isCurrent()) return
    useStates.setState({ busy: false, compared: { from, to, found, records }, fade })
    const { origin, gone, fresh } = await comparer.call((states) => states.solids(before, after, found.elements))
    if (!isCurrent()) return
    markSolids([
      { origin, corners: gone, colour: palette.gone, opacity: 0.35 },
      { origin, corners: fresh, colour: palette.wallEdge, opacity: 0.75 },
    ])
  } catch (error) {
    if (isCurrent()) useStates.setState({ busy: false, problem: (error as Error).message })
  }
}

/** Shows what became of the project since a state of its history. */
export async function compareSince(from: StateChoice): Promise<void> {
  useStates.setState({ ...NOTHING, from })
  showCard(statesCard)
  await compareChosen()
}
