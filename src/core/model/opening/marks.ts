import { keptByRecords } from '../kept'
import { levelIdOf, withFirstLevel } from '../level/schema'
import { ofKind } from '../of-kind'
import type { ProjectRecord } from '../registry'
import type { Wall } from '../wall/schema'
import { placeOpening } from './place'
import type { Opening, OpeningUse } from './schema'

/** The letter of marks that are counted. */
const LETTERS: Readonly<Record<OpeningUse, string>> = { door: 'D', window: 'W', passage: 'P' }
/** Openings whose places differ by less than this upwards are in one row. */
const ROW_MM = 1000

/**
 * What each opening goes by: its own mark, else a letter and a number, counted from the lowest level up, in rows from
 * the upper left, past the marks that are taken.
 */
export const openingMarks = keptByRecords((records: ReadonlyMap<string, ProjectRecord>): Map<string, string> => {
  const heights = new Map(withFirstLevel(records).map(({ id, elevationMm }) => [id, elevationMm]))
  const all = ofKind('opening', records).flatMap((opening) => {
    const wall = records.get(opening.wallId)
    return wall?.kind === 'wall' ? [{ opening, ...orderOf(opening, wall, heights) }] : []
  })
  all.sort((a, b) => a.up - b.up || b.row - a.row || a.x - b.x || (a.opening.id < b.opening.id ? -1 : 1))
  const marks = new Map<string, string>()
  for (const { opening } of all) if (opening.mark) marks.set(opening.id, opening.mark)
  const taken = new Set(marks.values())
  const counts = new Map<OpeningUse, number>()
  for (const { opening } of all) {
    if (opening.mark) continue
    let count = counts.get(opening.use) ?? 0
    let mark: string
    do mark = `${LETTERS[opening.use]}${String(++count).padStart(2, '0')}`
    while (taken.has(mark))
    counts.set(opening.use, count)
    marks.set(opening.id, mark)
  }
  return marks
})

function orderOf(opening: Opening, wall: Wall, heights: ReadonlyMap<string, number>) {
  const { x, y } = placeOpening(wall, opening)?.middle ?? wall.start
  return { up: heights.get(levelIdOf(wall)) ?? 0, row: Math.round(y / ROW_MM), x }
}
