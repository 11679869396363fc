import { type EdgeMatch, matchEdge, tracedEdges } from '@/core/check/trace-to-sheet'
import { type Untraced, untraced } from '@/core/check/untraced'
import { compareWall, type WallDoubt } from '@/core/check/wall-on-sheet'
import { levelIdOf } from '@/core/model/level/schema'
import { openingsByWall } from '@/core/model/opening/by-wall'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { USUAL_CERTAINTY } from '@/core/propose/walls/proposed-wall'
import { sheetLinesOnBoard } from '@/studio/board/catch-on-board'
import { toolContext } from '@/studio/board/workbench'
import { readPlanOf } from '@/studio/features/walls/feature'
import { useBench } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { useTraceCheck } from './trace-check'

/** Whole sheets of lifted lines lie where they were lifted: so many of them are compared. */
const MOST_LINES = 5000

/** The page stays free for the person after so long at a stretch. */
const SLICE_MS = 12

let latest = 0

/** Chooses the sheet to compare with: of several on a level, or a drawing of another party. */
export const compareAgainst = (against: string | null): void => useTraceCheck.setState({ against })

/** The sheets of a level that are compared. @param level null for all levels */
function comparedSheets(level: string | null, against: string | null): Underlay[] {
  const all = underlaysOf(useProject.getState().records).filter(
    (underlay) => level === null || underlay.levelId === level,
  )
  return all.some(({ id }) => id === against) ? all.filter(({ id }) => id === against) : all
}

/** Looks for what the sheets show and nobody traced: their walls are read for that. */
export async function lookForMissing(): Promise<void> {
  const run = latest
  const { levelId } = useBench.getState()
  const { records } = useProject.getState()
  useTraceCheck.setState({ looking: true })
  const missing: Untraced[] = []
  try {
    for (const underlay of comparedSheets(levelId, useTraceCheck.getState().against)) {
      if (!underlay.visible) continue
      const reading = await readPlanOf(underlay)
      const sure = reading?.walls.filter(({ certainty }) => certainty >= USUAL_CERTAINTY) ?? []
      missing.push(...untraced(sure, records, underlay.levelId))
    }
    if (run === latest) useTraceCheck.setState({ missing })
  } catch (error) {
    tell((error as Error).message)
  } finally {
    useTraceCheck.setState({ looking: false })
  }
}

/** Compares everything that was traced on the level that is worked on with the sheets of its level, in slices. */
export async function compareWithSheets(): Promise<void> {
  const run = ++latest
  const { plan } = toolContext()
  const { levelId } = useBench.getState()
  const { records, sources } = useProject.getState()
  const { byHash: sheets } = useSheetData.getState()
  const { against } = useTraceCheck.getState()
  const all = tracedEdges(plan.around).filter((edge) => levelId === null || (edge.levelId ?? levelId) === levelId)
  const built = all.filter((edge) => edge.levelId !== null)
  const lines = all.filter((edge) => edge.levelId === null)
  const edges = [...built, ...lines.slice(0, MOST_LINES)]
  const finders = new Map<string | null, ReturnType<typeof sheetLinesOnBoard>>()
  const linesOf = (level: string | null) => {
    const known = finders.get(level)
    if (known) return known
    const underlays = comparedSheets(level, against)
    const finder = sheetLinesOnBoard({ underlays, sources, sheets, model: null })
    finders.set(level, finder)
    return finder
  }
  useTraceCheck.setState({ busy: true, looked: null, missing: null })
  const matches: EdgeMatch[] = []
  let until = performance.now() + SLICE_MS
  /** @returns whether to go on: what changed meanwhile is compared anew */
  const rest = async (): Promise<boolean> => {
    if (performance.now() < until) return true
    await new Promise((resolve) => setTimeout(resolve))
    until = performance.now() + SLICE_MS
    return run === latest
  }
  for (const edge of edges) {
    matches.push(matchEdge(edge, linesOf(edge.levelId)))
    if (!(await rest())) return
  }
  const openings = openingsByWall(records)
  const doubts: WallDoubt[] = []
  for (const record of records.values()) {
    if (record.kind !== 'wall' || (levelId !== null && levelIdOf(record) !== levelId)) continue
    doubts.push(...compareWall(record, openings.get(record.id) ?? [], linesOf(levelIdOf(record))))
    if (!(await rest())) return
  }
  doubts.sort((a, b) => b.mm - a.mm)
  useTraceCheck.setState({ matches, doubts, left: Math.max(0, lines.length - MOST_LINES), busy: false })
}
