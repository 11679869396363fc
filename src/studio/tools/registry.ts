import { fit } from './fit'
import { look } from './look'
import { measure } from './measure'
import type { Tool, ToolName } from './tool'
import { wall } from './wall'

/** Every tool, in the order in which the bench offers them; a new one is a file beside this and a line here. */
export const TOOLS: readonly Tool[] = [look, measure, fit, wall]

export const toolNamed = (name: ToolName): Tool => TOOLS.find((tool) => tool.name === name)!
