import type { ProjectRecord } from '@/core/model/registry'
import { markSolids } from '@/studio/board/solid/solid-store'
import { api } from '@/studio/state/api'
import { showCard } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import { palette } from '@/studio/ui/palette'
import type { StateComparer } from '@/workers/states'
import { statesCard } from './card'
import { paintStates } from './paint'
import { NOTHING, type StateChoice, useStates } from './store'

const comparer = new WorkerClient<StateComparer>(
  () => new Worker(new URL('../../../workers/states.ts', import.meta.url), { type: 'module' }),
)

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
    useStates.setState({ busy: false, compared: { from, to, found, records }, fade, painter: paintStates })
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
