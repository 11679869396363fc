import { place } from '@/studio/features/bring-in/tools/place'
import { corner, offset } from '@/studio/features/change/tools/beside'
import { extend, split, trim } from '@/studio/features/change/tools/cutting'
import { look } from '@/studio/features/change/tools/look'
import { pick } from '@/studio/features/change/tools/pick'
import { stretch } from '@/studio/features/change/tools/stretch'
import { transformingTool } from '@/studio/features/change/tools/transforming'
import { array, copy, layOnto, mirror, move, scale, turn } from '@/studio/features/change/tools/transforms'
import { measure } from '@/studio/features/check/tools/measure'
import { basePoint } from '@/studio/features/fit/tools/base-point'
import { fit } from '@/studio/features/fit/tools/fit'
import { setHeight } from '@/studio/features/fit/tools/set-height'
import { straighten } from '@/studio/features/fit/tools/straighten'
import { tie } from '@/studio/features/fit/tools/tie'
import { bolts } from '@/studio/features/frames/tools/bolts'
import { endPlate } from '@/studio/features/frames/tools/end-plate'
import { joint } from '@/studio/features/frames/tools/joint'
import { member } from '@/studio/features/frames/tools/member'
import { memberAlong, memberInPair } from '@/studio/features/frames/tools/member-along'
import { plate } from '@/studio/features/frames/tools/plate'
import { workPlane } from '@/studio/features/frames/tools/work-plane'
import { liftRegion } from '@/studio/features/lift/tools/lift-region'
import { line } from '@/studio/features/lines/tools/line'
import { outline } from '@/studio/features/lines/tools/outline'
import { rectangle } from '@/studio/features/lines/tools/rectangle'
import { arc, circle, ellipse, polygon, spline } from '@/studio/features/lines/tools/round'
import { dimension, hatch, text } from '@/studio/features/lines/tools/writing'
import { opening } from '@/studio/features/openings/tools/opening'
import { lineUp } from '@/studio/features/parts/tools/line-up'
import { partDepth } from '@/studio/features/parts/tools/part-depth'
import { room } from '@/studio/features/rooms/tools/room'
import { crop } from '@/studio/features/sheets/tools/crop'
import { moveSheet } from '@/studio/features/sheets/tools/move-sheet'
import { relate } from '@/studio/features/sketch/tools/relate'
import { gridLine } from '@/studio/features/structure/tools/grid-line'
import { column, separator, slab } from '@/studio/features/structure/tools/plain'
import { roof } from '@/studio/features/structure/tools/roof'
import { stair } from '@/studio/features/structure/tools/stair'
import { symbol } from '@/studio/features/symbols/tools/symbol'
import { symbolBase } from '@/studio/features/symbols/tools/symbol-base'
import { proposedWalls } from '@/studio/features/walls/tools/proposed-walls'
import { wallThickness } from '@/studio/features/walls/tools/thickness'
import { wall } from '@/studio/features/walls/tools/wall'
import { wallAlong } from '@/studio/features/walls/tools/wall-along'
import { wallOnSheet } from '@/studio/features/walls/tools/wall-on-sheet'
import type { Step } from '@/studio/kernel/step'
import type { Tool, ToolName } from '@/studio/kernel/tool'
import { type Drawing, drawingTool } from '@/studio/tooling/drawing'

const buildingTool = (drawing: Drawing): Tool => ({ ...drawingTool(drawing), group: 'build' })
const onPlan = (tool: Tool): Tool => ({ ...tool, onPlan: true })

/** Every tool, in the order of the bench; a new one is a file beside this and a line here. */
export const TOOLS: readonly Tool[] = [
  look,
  pick,
  measure,
  fit,
  straighten,
  tie,
  moveSheet,
  basePoint,
  lineUp,
  partDepth,
  setHeight,
  ...[wall, wallThickness, wallAlong, wallOnSheet, proposedWalls, opening, room].map(onPlan),
  ...[separator, column, slab, roof, stair, gridLine].map(buildingTool).map(onPlan),
  buildingTool(member),
  memberAlong,
  memberInPair,
  joint,
  buildingTool(plate),
  endPlate,
  bolts,
  workPlane,
  line,
  outline,
  ...[rectangle, polygon, circle, arc, ellipse, spline, text, dimension, hatch].map(drawingTool),
  relate,
  symbol,
  ...[move, copy, turn, scale, layOnto, mirror, array].map(transformingTool),
  stretch,
  offset,
  trim,
  extend,
  split,
  corner,
  crop,
  place,
  liftRegion,
  symbolBase,
]

/** The tool that a key takes: one that is offered in the step, else the first that has the key. */
export function toolOfKey(key: string, step: Step): Tool | undefined {
  const ofKey = TOOLS.filter((tool) => tool.key === key)
  return ofKey.find(({ steps }) => steps.includes(step)) ?? ofKey[0]
}

/** The key of a tool in a step; null where it has none, or where that key takes another tool. */
export const keyIn = ({ key, name }: Tool, step: Step): string | null =>
  key && toolOfKey(key, step)?.name === name ? key : null

export const toolNamed = (name: ToolName): Tool => TOOLS.find((tool) => tool.name === name)!
