import { levelMarksOf } from '../fit/level-marks'
import { project } from '../geometry/projective'
import type { Point } from '../geometry/vector'
import { Flag, type Linework } from '../sheet/linework'
import { shownOf } from '../sheet/looks'
import type { SheetOnBoard } from './walls/board-lines'

/** A height that a section or an elevation states, with the line on which it lies. */
export interface ProposedLevel {
  readonly text: string
  readonly statedMm: number
  /** A place of its line, on the board. */
  readonly at: Point
  /** 0 to 1: marks that lie as far apart as they say speak for one another. */
  readonly certainty: number
}

/** So far may a mark be drawn from where it says, in mm and in points of the sheet. */
const OFF_MM = 15
const OFF_PT = 0.5
/** Heights nearer than this are one. */
const SAME_MM = 5

/** Heights that are written on a sheet. On a plan they tell floors too, but there no two of them lie as far apart as they say. */
export function proposeLevels(linework: Linework, on: SheetOnBoard): ProposedLevel[] {
  const shown = shownOf(linework, on.parts, on.markup)
  const isLine = (style: number, flags: number) => (flags & Flag.hatch) === 0 && shown.admits(style, flags)
  const marks = levelMarksOf(linework, shown, isLine, on.shows).map((mark) => ({
    ...mark,
    at: project(on.map, mark.linePt),
  }))
  const offMm = Math.max(OFF_MM, OFF_PT * on.mmPerPt)
  return marks.map(({ text, statedMm, at }) => {
    const agreeing = new Set(
      marks
        .filter((other) => Math.abs(other.statedMm - statedMm) > SAME_MM)
        .filter((other) => Math.abs(other.at.y - at.y - (other.statedMm - statedMm)) < offMm)
        .map((other) => Math.round(other.statedMm / SAME_MM)),
    )
    const certainty = agreeing.size === 0 ? 0.3 : Math.min(0.97, 0.7 + 0.1 * agreeing.size)
    return { text, statedMm, at, certainty }
  })
}
