import { shownDisplayOf } from '@/core/model/settings/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import type { LineFinder } from '@/core/propose/wall-run'
import { valuesOf } from '@/studio/kernel/options'
import type { Step } from '@/studio/kernel/step'
import { PICK_RADIUS_PX, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { Workbench } from '@/studio/kernel/workbench'
import { authorName } from '@/studio/state/author'
import { levelForNew, planeWorkedOn, setHand, useBench, workOn } from '@/studio/state/bench'
import { commit, tellLocked } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { currentPlan } from '@/studio/state/plan'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { useSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { lastOf } from '@/studio/tooling/kept-result'
import { select } from '@/studio/tooling/select'
import { sheetLinesOnBoard } from './catch-on-board'

const lastLines = lastOf<LineFinder>()

/** The lines of the sheets of the level that is worked on. */
function sheetLines(): LineFinder {
  const { records, sources } = useProject.getState()
  const { levelId: looked } = currentPlan()
  const { byHash: sheets } = useSheetData.getState()
  return lastLines([records, sources, sheets, looked], () => {
    const underlays = underlaysOf(records).filter(({ levelId }) =>
      looked === null ? !workPlaneOf(levelId, records) : levelId === looked,
    )
    return sheetLinesOnBoard({ underlays, sources, sheets, model: null })
  })
}

/** What tools may look at, as it is now. */
export function toolContext(): ToolContext {
  const { records, sources } = useProject.getState()
  const { selection, together, chosen } = useBench.getState()
  return {
    records,
    sources,
    linework: useSheetData.getState().byHash,
    sheetLines: (p, reach) => sheetLines()(p, reach),
    display: shownDisplayOf(records),
    author: authorName(),
    selection,
    group: together ? selection : [],
    options: (group) => valuesOf(group, chosen),
    levelId: levelForNew(),
    planeId: planeWorkedOn(),
    plan: currentPlan(),
    reachMm: PICK_RADIUS_PX / useView.getState().pxPerMm,
  }
}

/** The one who carries out what tools make of clicks and keys. */
export const workbench = new Workbench(
  {
    hand: useBench.getState,
    setHand,
    context: toolContext,
    change: ({ label, edits }) => commit(label, edits),
    refit,
    lookAt: workOn,
    say: tell,
    sayLocked: tellLocked,
  },
  select,
)

let openers: ReadonlyMap<Step, Tool> = new Map()

/** Tells with which tool each step begins. */
export function openWith(tools: readonly Tool[]): void {
  openers = new Map(tools.flatMap((tool) => (tool.opens ?? []).map((step) => [step, tool] as const)))
}

export const goTo = (step: Step): void => workbench.begin(step, openers.get(step))
