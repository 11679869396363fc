import type { Point } from '@/core/geometry/vector'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { lineRunAt, type RunPiece } from '@/core/propose/line-run'
import { type LineFinder, type WallRun, wallRunAt } from '@/core/propose/wall-run'
import { type BoardPoint, sheetLinesOnBoard } from '@/studio/board/catch-on-board'
import type { ToolContext } from '@/studio/kernel/tool'
import { useSheetData } from '@/studio/state/sheet-data'
import { underlaysOf, useProject } from '@/studio/state/store'
import { lastOf } from './last'

/** The lines of the sheets of the level that is worked on. */
export function sheetLines({ records, plan }: ToolContext): LineFinder {
  const underlays = underlaysOf(records).filter(({ levelId }) =>
    plan.levelId === null ? !workPlaneOf(levelId, records) : levelId === plan.levelId,
  )
  const { sources } = useProject.getState()
  const sheets = useSheetData.getState().byHash
  return sheetLinesOnBoard({ underlays, sources, sheets, model: null })
}

const lastLines = lastOf<readonly RunPiece[]>()
const lastPair = lastOf<WallRun | null>()

/** The line of a sheet that is pointed at; while the key is held, with all that hang together with it. */
export function lineRunUnder({ at }: BoardPoint, held: boolean, context: ToolContext): readonly RunPiece[] {
  const { byHash } = useSheetData.getState()
  const { records, plan, reachMm } = context
  return lastLines([records, byHash, plan.levelId, at, held, reachMm], () =>
    lineRunAt(at, 2 * reachMm, sheetLines(context), held),
  )
}

/** Ends of an outline are one where they are nearer than this part of how far a click reaches: what the screen shows as one. */
const SAME_PART = 0.05

/** The line of a sheet that is pointed at with all that hang together with it, at the size of what is looked at. */
export const outlineUnder = ({ at }: BoardPoint, context: ToolContext): readonly RunPiece[] =>
  lineRunAt(at, 2 * context.reachMm, sheetLines(context), true, SAME_PART * context.reachMm)

/** The two lines of a sheet on either side of a place. */
export function pairAround(point: BoardPoint, context: ToolContext): WallRun | null {
  const { records, plan } = context
  const { byHash } = useSheetData.getState()
  return lastPair([records, byHash, plan.levelId, point], () => wallRunAt(point.at, sheetLines(context)))
}

/** The sheet whose line lies at a place: what is made there follows a later fit of it. */
export const sheetAt = (p: Point, reachMm: number, context: ToolContext): string | undefined =>
  sheetLines(context)(p, reachMm)[0]?.on
