import type { ProjectAction } from '@/core/people/rights'
import { TOOLS } from '@/studio/features/registry'
import { drawerOf } from '@/studio/kernel/drawer'
import type { Step } from '@/studio/kernel/step'
import type { Tool } from '@/studio/kernel/tool'

/** The tool that a key takes: one that is offered in the step, else the first that has the key. */
export function toolOfKey(key: string, step: Step, tools: readonly Tool[] = TOOLS): Tool | undefined {
  const ofKey = tools.filter((tool) => tool.key === key)
  return ofKey.find(({ steps }) => steps.includes(step)) ?? ofKey[0]
}

/** The key of a tool in a step; null where it has none, or where that key takes another tool. */
export const keyIn = (tool: Tool, step: Step): string | null =>
  tool.key && toolOfKey(tool.key, step) === tool ? tool.key : null

/** What decides which tools are offered. */
export interface Offer {
  /** Whether a view of a part is looked at. */
  readonly ofPart: boolean
  /** What the person may do in the project. */
  readonly may: ReadonlySet<ProjectAction>
}

/** Whether a tool is offered where the person is. Nothing of a building stands in the space of a part. */
export const isOffered = (tool: Tool, { ofPart, may }: Offer): boolean =>
  may.has(tool.needs ?? 'edit') && standsThere(tool, ofPart)

const standsThere = ({ onPlan, onPart, drawer }: Tool, ofPart: boolean): boolean =>
  ofPart ? !onPlan && !(drawer && drawerOf(drawer).ofBuilding) : !onPart
