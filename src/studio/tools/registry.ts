import { crop } from './crop'
import { fit } from './fit'
import { look } from './look'
import { measure } from './measure'
import { moveSheet } from './move-sheet'
import { place } from './place'
import { straighten } from './straighten'
import { tie } from './tie'
import type { Tool, ToolName } from './tool'
import { wall } from './wall'

/** Every tool, in the order in which the bench offers them; a new one is a file beside this and a line here. */
export const TOOLS: readonly Tool[] = [look, measure, fit, straighten, tie, moveSheet, crop, wall, place]

export const toolNamed = (name: ToolName): Tool => TOOLS.find((tool) => tool.name === name)!
