import type { Point } from '@/core/geometry/vector'
import { lineRunAt, type RunPiece } from '@/core/propose/line-run'
import { type WallRun, wallRunAt } from '@/core/propose/wall-run'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { ToolContext } from '@/studio/kernel/tool'
import { lastOf } from './kept-result'

const lastLines = lastOf<readonly RunPiece[]>()
const lastPair = lastOf<WallRun | null>()

/** The line of a sheet that is pointed at; while the key is held, with all that hang together with it. */
export function lineRunUnder({ at }: BoardPoint, held: boolean, context: ToolContext): readonly RunPiece[] {
  const { records, plan, reachMm, linework, sheetLines } = context
  return lastLines([records, linework, plan.levelId, at, held, reachMm], () =>
    lineRunAt(at, 2 * reachMm, sheetLines, held),
  )
}

/** Ends of an outline are one where they are nearer than this part of how far a click reaches: what the screen shows as one. */
const SAME_PART = 0.05

/** The line of a sheet that is pointed at with all that hang together with it, at the size of what is looked at. */
export const outlineUnder = ({ at }: BoardPoint, context: ToolContext): readonly RunPiece[] =>
  lineRunAt(at, 2 * context.reachMm, context.sheetLines, true, SAME_PART * context.reachMm)

/** The two lines of a sheet on either side of a place. */
export function pairAround(point: BoardPoint, context: ToolContext): WallRun | null {
  const { records, plan, linework, sheetLines } = context
  return lastPair([records, linework, plan.levelId, point], () => wallRunAt(point.at, sheetLines))
}

/** The sheet whose line lies at a place: what is made there follows a later fit of it. */
export const sheetAt = (p: Point, reachMm: number, context: ToolContext): string | undefined =>
  context.sheetLines(p, reachMm)[0]?.on
