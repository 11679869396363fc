import type { Step } from '../steps'
import { basePoint } from './base-point'
import { gridLine } from './build/grid-line'
import { opening } from './build/opening'
import { column, separator, slab } from './build/plain'
import { proposedWalls } from './build/proposed-walls'
import { roof } from './build/roof'
import { room } from './build/room'
import { stair } from './build/stair'
import { wallAlong } from './build/wall-along'
import { wallOnSheet } from './build/wall-on-sheet'
import { corner, offset } from './change/beside'
import { extend, split, trim } from './change/cutting'
import { stretch } from './change/stretch'
import { transformingTool } from './change/transforming'
import { array, copy, layOnto, mirror, move, scale, turn } from './change/transforms'
import { crop } from './crop'
import { type Drawing, drawingTool } from './draw/drawing'
import { line } from './draw/line'
import { outline } from './draw/outline'
import { rectangle } from './draw/rectangle'
import { relate } from './draw/relate'
import { arc, circle, ellipse, polygon, spline } from './draw/round'
import { dimension, hatch, text } from './draw/writing'
import { fit } from './fit'
import { liftRegion } from './lift-region'
import { lineUp } from './line-up'
import { look } from './look'
import { measure } from './measure'
import { bolts } from './member/bolts'
import { endPlate } from './member/end-plate'
import { joint } from './member/joint'
import { member } from './member/member'
import { memberAlong, memberInPair } from './member/member-along'
import { plate } from './member/plate'
import { workPlane } from './member/work-plane'
import { moveSheet } from './move-sheet'
import { partDepth } from './part-depth'
import { pick } from './pick'
import { place } from './place'
import { setHeight } from './set-height'
import { straighten } from './straighten'
import { symbol } from './symbol'
import { symbolBase } from './symbol-base'
import { tie } from './tie'
import type { Tool, ToolName } from './tool'
import { wallThickness } from './wall/thickness'
import { wall } from './wall/wall'

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
