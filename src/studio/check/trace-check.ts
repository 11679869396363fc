import { create } from 'zustand'
import { type EdgeMatch, matchEdge, tracedEdges } from '@/core/check/trace-to-sheet'
import { toolContext, useBench } from '../bench-store'
import { sheetLinesOnBoard } from '../board/catch-on-board'
import { underlaysOf, useProject } from '../project/store'
import { useSheetData } from '../sheets/sheet-data'

/** Every traced edge against the sheets. */
export interface TraceCheck {
  readonly matches: readonly EdgeMatch[]
  /** Lines that were not compared: there are too many. */
  readonly left: number
  readonly busy: boolean
  /** The edge that is looked at. */
  readonly looked: EdgeMatch | null
}

export const useTraceCheck = create<TraceCheck>(() => ({ matches: [], left: 0, busy: false, looked: null }))

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
  for (const edge of edges) {
    matches.push(matchEdge(edge, linesOf(edge.levelId)))
    if (performance.now() < until) continue
    await new Promise((resolve) => setTimeout(resolve))
    // What changed meanwhile is compared anew.
    if (run !== latest) return
    until = performance.now() + SLICE_MS
  }
  useTraceCheck.setState({ matches, left: Math.max(0, lines.length - MOST_LINES), busy: false })
}
