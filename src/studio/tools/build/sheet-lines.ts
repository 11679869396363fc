import type { Point } from '@/core/geometry/vector'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import type { LineFinder } from '@/core/propose/wall-run'
import { sheetLinesOnBoard } from '../../board/catch-on-board'
import { underlaysOf, useProject } from '../../project/store'
import { useSheetData } from '../../sheets/sheet-data'
import type { ToolContext } from '../tool'

/** The lines of the sheets of the level that is worked on. */
export function sheetLines({ records, plan }: ToolContext): LineFinder {
  const underlays = underlaysOf(records).filter(({ levelId }) =>
    plan.levelId === null ? !workPlaneOf(levelId, records) : levelId === plan.levelId,
  )
  const { sources } = useProject.getState()
  const sheets = useSheetData.getState().byHash
  return sheetLinesOnBoard({ underlays, sources, sheets, model: null })
}

/** The sheet whose line lies at a place: what is made there follows a later fit of it. */
export const sheetAt = (p: Point, reachMm: number, context: ToolContext): string | undefined =>
  sheetLines(context)(p, reachMm)[0]?.on
