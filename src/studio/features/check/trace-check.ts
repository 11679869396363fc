import { create } from 'zustand'
import { type EdgeMatch, matchEdge, tracedEdges } from '@/core/check/trace-to-sheet'
import { compareWall, type WallDoubt } from '@/core/check/wall-on-sheet'
import { levelIdOf } from '@/core/model/level/schema'
import { openingsByWall } from '@/core/model/opening/by-wall'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { sheetLinesOnBoard } from '@/studio/board/catch-on-board'
import { toolContext } from '@/studio/board/workbench'
import { useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'

/** Every traced edge against the sheets. */
export interface TraceCheck {
  readonly matches: readonly EdgeMatch[]
  /** What of walls and openings the sheets show otherwise, the largest first. */
  readonly doubts: readonly WallDoubt[]
  /** Lines that were not compared: there are too many. */
  readonly left: number
  readonly busy: boolean
  /** The edge that is looked at. */
  readonly looked: EdgeMatch | WallDoubt | null
}

export const useTraceCheck = create<TraceCheck>(() => ({
  matches: [],
  doubts: [],
  left: 0,
  busy: false,
  looked: null,
}))

/** Whole sheets of lifted lines lie where they were lifted: so many of them are compared. */
const MOST_LINES = 5000

/** The page stays free for the person after so long at a stretch. */
const SLICE_MS = 12

let latest = 0

/** Compares everything that was traced on the level that is worked on with the sheets of its level, in slices. */
export async function compareWithSheets(): Promise<void> {
  const run = ++latest
  const { plan } = toolContext()
  const { levelId } = useBench.getState()
  const { records, sources } = useProject.getState()
  const { byHash: sheets } = useSheetData.getState()
  const all = tracedEdges(plan.around).filter((edge) => levelId === null || (edge.levelId ?? levelId) === levelId)
  const built = all.filter((edge) => edge.levelId !== null)
  const lines = all.filter((edge) => edge.levelId === null)
  const edges = [...built, ...lines.slice(0, MOST_LINES)]
  const finders = new Map<string | null, ReturnType<typeof sheetLinesOnBoard>>()
  const linesOf = (level: string | null) => {
    const known = finders.get(level)
    if (known) return known
    const underlays = underlaysOf(records).filter((underlay) => level === null || underlay.levelId === level)
    const finder = sheetLinesOnBoard({ underlays, sources, sheets, model: null })
    finders.set(level, finder)
    return finder
  }
  useTraceCheck.setState({ busy: true, looked: null })
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
