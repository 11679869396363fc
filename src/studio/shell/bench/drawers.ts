import { TOOLS } from '@/studio/features/registry'
import { DRAWER_NAMES, type DrawerName, drawerOf } from '@/studio/kernel/drawer'
import type { Step } from '@/studio/kernel/step'
import type { Tool } from '@/studio/kernel/tool'
import { isOffered, type Offer } from '../keys'

/** Where somebody is who opens drawers. */
export interface Place extends Offer {
  readonly step: Step
}

/** The tools that lie in a drawer. */
const toolsIn = (name: DrawerName, { step, ...offer }: Place): Tool[] =>
  TOOLS.filter((tool) => tool.drawer === name && tool.steps.includes(step) && isOffered(tool, offer))

/** A drawer that has something in it. */
export interface FilledDrawer {
  readonly name: DrawerName
  readonly tools: readonly Tool[]
}

/** The drawers of a step that have something in them. */
export const drawersOf = (place: Place): FilledDrawer[] =>
  DRAWER_NAMES.filter((name) => drawerOf(name).step === place.step)
    .map((name) => ({ name, tools: toolsIn(name, place) }))
    .filter(({ tools }) => tools.length > 0)

/** The tools that lie in front of all drawers. */
export const frontTools = ({ step, ...offer }: Place): Tool[] =>
  TOOLS.filter((tool) => !tool.drawer && tool.steps.includes(step) && isOffered(tool, offer))

/** The tool on the front of a drawer: the one in hand, else the one used last, else the first. */
export const onFront = (tools: readonly Tool[], inHand: Tool, lastName: string | undefined): Tool | undefined =>
  tools.find((tool) => tool === inHand) ?? tools.find(({ name }) => name === lastName) ?? tools[0]
