import { FIRST_LEVEL } from '@/core/model/level/schema'
import { Plan } from '@/core/model/plan'
import { USUAL_DISPLAY } from '@/core/units/format'
import { valuesOf } from '@/studio/kernel/options'
import { EMPTY_SESSION, type Tool, type ToolContext } from '@/studio/kernel/tool'

/** A project in which nothing is yet. */
const NOTHING_YET: ToolContext = {
  records: new Map(),
  sources: [],
  linework: new Map(),
  sheetLines: () => [],
  display: USUAL_DISPLAY.mm,
  author: '',
  selection: [],
  group: [],
  options: (group) => valuesOf(group, {}),
  levelId: FIRST_LEVEL.id,
  planeId: null,
  plan: new Plan(),
  reachMm: 1,
}

/** What a tool says when it is taken into the hand. */
export const saysAtFirst = (tool: Tool): string => tool.say(EMPTY_SESSION, NOTHING_YET)
