import { distance, type Point } from '../../geometry/vector'
import { alongOf, asideOf } from '../../model/wall/line'
import type { Linework } from '../../sheet/linework'
import { columnsOf } from '../elements/columns'
import type { ProposedElement } from '../elements/element'
import { gridLinesOf } from '../elements/grid-lines'
import { sheetMarksOf } from '../elements/sheet-marks'
import { type Interval, without } from '../intervals'
import type { WallRun } from '../wall-run'
import type { SheetOnBoard } from './board-lines'

/** So much of a row of posts is open. */
const LEAST_OPEN = 0.5
const SLIP_MM = 60
/** What is drawn in a gap may be a window, unless posts are as sure as this: where grid lines cross, which run through gaps. */
const SURE_POST = 0.8

/**
 * Leaves out rows of posts: two faces, mostly open, of which every piece is a column and that no other wall touches. The short ends of a wall on either side of a wide passage belong to walls that cross it.
 */
export function withoutColonnades<W extends WallRun>(walls: readonly W[], linework: Linework, on: SheetOnBoard): W[] {
  const suspects = walls.filter(isMostlyOpen)
  if (suspects.length === 0) return [...walls]
  const marks = sheetMarksOf(linework, on)
  const columns = columnsOf(marks, gridLinesOf(marks), [])
  const others = walls.filter((wall) => !suspects.includes(wall))
  const rows = new Set(
    suspects.filter((wall) => isRowOf(columns, wall) && !others.some((other) => touches(wall, other))),
  )
  return walls.filter((wall) => !rows.has(wall))
}

function isMostlyOpen({ start, end, openings }: WallRun): boolean {
  const openMm = openings.reduce((sum, { widthMm }) => sum + widthMm, 0)
  return openMm > LEAST_OPEN * distance(start, end)
}

/** Whether each piece between the passages is a column. */
function isRowOf(columns: readonly ProposedElement[], wall: WallRun): boolean {
  const { start, end, openings } = wall
  const gaps = openings
    .map(({ alongMm, widthMm }): Interval => [alongMm - widthMm / 2, alongMm + widthMm / 2])
    .sort((a, b) => a[0] - b[0])
  const pieces = without([[0, distance(start, end)]], gaps).filter(([from, to]) => to - from > SLIP_MM)
  const least = openings.every(({ use }) => use === 'passage') ? 0 : SURE_POST
  return pieces.every(([from, to]) =>
    columns.some(({ element, certainty }) => {
      if (element.kind !== 'column' || certainty < least) return false
      const along = alongOf(wall, element.at)
      const halfMm = Math.hypot(element.widthMm, element.depthMm) / 2
      return (
        Math.abs(asideOf(wall, element.at)) < SLIP_MM &&
        from > along - halfMm - SLIP_MM &&
        to < along + halfMm + SLIP_MM
      )
    }),
  )
}

/** Whether another wall begins, ends or passes where a row runs. */
function touches(row: WallRun, other: WallRun): boolean {
  const reachMm = (row.thicknessMm + other.thicknessMm) / 2 + SLIP_MM
  return (
    [other.start, other.end].some((p) => isOn(row, p, reachMm)) ||
    [row.start, row.end].some((p) => isOn(other, p, reachMm))
  )
}

function isOn(wall: WallRun, p: Point, reachMm: number): boolean {
  const along = alongOf(wall, p)
  return Math.abs(asideOf(wall, p)) < reachMm && along > -reachMm && along < distance(wall.start, wall.end) + reachMm
}
