import type { Linework } from '../../sheet/linework'
import type { WallRun } from '../wall-run'
import type { SheetOnBoard } from '../walls/board-lines'
import { columnsOf } from './columns'
import type { ProposedElement } from './element'
import { gridLinesOf } from './grid-lines'
import { sheetMarksOf } from './sheet-marks'
import { stairsOf } from './stairs'

/**
 * What a sheet shows beside walls and rooms: grid lines with their names, columns, flights of stairs; the surest first.
 * @param walls those that the sheet shows
 */
export function proposeElements(linework: Linework, on: SheetOnBoard, walls: readonly WallRun[]): ProposedElement[] {
  const marks = sheetMarksOf(linework, on)
  const gridLines = gridLinesOf(marks)
  return [...gridLines, ...columnsOf(marks, gridLines, walls), ...stairsOf(marks)].sort(
    (a, b) => b.certainty - a.certainty,
  )
}
