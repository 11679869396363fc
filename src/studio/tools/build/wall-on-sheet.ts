import { along, distance, middle } from '@/core/geometry/vector'
import { levelIdOf } from '@/core/model/level/schema'
import { alongOf, placeOpening } from '@/core/model/opening/place'
import type { Opening } from '@/core/model/opening/schema'
import { wallOutlines } from '@/core/model/wall/joins'
import type { Wall } from '@/core/model/wall/schema'
import { joinedEnds } from '@/core/propose/join-ends'
import { type WallRun, wallRunAt } from '@/core/propose/wall-run'
import { formatLength } from '@/core/units/format'
import { type BoardPoint, sheetLinesOnBoard } from '../../board/catch-on-board'
import { paintMeasure } from '../../board/painters/measure'
import { paintWalls } from '../../board/painters/walls'
import { put, underlaysOf, useProject } from '../../project/store'
import { useSheetData } from '../../sheets/sheet-data'
import { EMPTY_SESSION, plain, type Tool, type ToolContext } from '../tool'
import { lastOf } from './last'

/** What is made of a run: the wall, and its openings at the usual heights. */
function elementsOf(run: WallRun, { choices, levelId }: ToolContext): { wall: Wall; openings: Opening[] } {
  const id = crypto.randomUUID()
  const wall: Wall = {
    id,
    kind: 'wall',
    start: run.start,
    end: run.end,
    thicknessMm: Math.round(run.thicknessMm * 10) / 10,
    tracedLine: 'centre',
    levelId,
  }
  const openings = run.openings.map(
    (opening): Opening => ({
      ...opening,
      id: crypto.randomUUID(),
      kind: 'opening',
      wallId: id,
      heightMm: choices.openingHeightMm - (opening.use === 'window' ? choices.openingSillMm : 0),
      sillMm: opening.use === 'window' ? choices.openingSillMm : 0,
    }),
  )
  return { wall, openings }
}

const last = lastOf<WallRun | null>()

/** What the sheets have on either side of a place. */
function runAt(point: BoardPoint, context: ToolContext): WallRun | null {
  const { records, plan } = context
  const { byHash } = useSheetData.getState()
  return last([records, byHash, plan.levelId, point], () => wallRunAt(point.at, sheetLines(context)))
}

/** The lines of the sheets of the level that is worked on. */
function sheetLines({ records, plan }: ToolContext) {
  const underlays = underlaysOf(records).filter(({ levelId }) => plan.levelId === null || levelId === plan.levelId)
  const { sources } = useProject.getState()
  const sheets = useSheetData.getState().byHash
  return sheetLinesOnBoard({ underlays, sources, sheets, model: null })
}

/** Reads a wall from the sheet: the two lines on either side of the cursor, with the openings between their jambs. */
export const wallOnSheet: Tool = {
  ...plain,
  name: 'wall-on-sheet',
  word: 'Wall from the sheet',
  key: null,
  group: 'build',
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  say: ({ cursor }, context) => {
    const run = cursor && runAt(cursor, context)
    if (!run) return 'Point between the two lines of a wall on the sheet: what is read shows before you click.'
    const { openings, thicknessMm } = run
    const many =
      openings.length === 0 ? 'no opening' : openings.length === 1 ? '1 opening' : `${openings.length} openings`
    return `A wall of ${Math.round(thicknessMm)} mm with ${many}: click to make it.`
  },
  fields: () => [],
  click: (session, point, context) => {
    const run = runAt(point, context)
    if (!run) return { session, say: 'No two lines of a sheet run on either side of this place.' }
    const [line] = sheetLines(context)(point.at, run.thicknessMm)
    const { wall: bare, openings } = elementsOf(run, context)
    // A later fit of the sheet may take the wall along.
    const wall: Wall = line?.on ? { ...bare, tracedFrom: line.on } : bare
    const walls = [...context.records.values()].filter((record) => record.kind === 'wall')
    if (walls.some((other) => isSame(other, wall))) return { session, say: 'This wall is there already.' }
    const joined = joinedEnds(wall, walls)
    // Openings keep their place where the start of the wall has moved.
    const shift = distance(joined.wall.start, wall.start) * (alongOf(wall, joined.wall.start) > 0 ? -1 : 1)
    put(
      'Read wall from sheet',
      joined.wall,
      ...joined.moved,
      ...openings.map((opening) => ({ ...opening, alongMm: opening.alongMm + shift })),
    )
    return { session: EMPTY_SESSION, pick: [wall.id] }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor }, view, context) => {
    const run = cursor && runAt(cursor, context)
    if (!run) return
    const { wall, openings } = elementsOf(run, context)
    const outline = wallOutlines([wall]).get(wall.id)
    if (outline) paintWalls(canvas, view, [outline], 'drawn')
    paintWalls(
      canvas,
      view,
      openings.map((opening) => placeOpening(wall, opening)!.corners),
      'drawn',
    )
    paintMeasure(canvas, view, wall.start, wall.end, formatLength(distance(wall.start, wall.end), context.display))
  },
}

/** Whether a wall lies where another one is, and is as long. */
function isSame(other: Wall, wall: Wall): boolean {
  if (levelIdOf(other) !== levelIdOf(wall)) return false
  const size = distance(other.start, other.end)
  const centre = middle(wall.start, wall.end)
  const foot = along(other.start, other.end, alongOf(other, centre) / size)
  return (
    isBetween(alongOf(other, centre), size) &&
    distance(centre, foot) < other.thicknessMm &&
    Math.abs(size - distance(wall.start, wall.end)) < 3 * wall.thicknessMm
  )
}

const isBetween = (alongMm: number, size: number): boolean => alongMm > 0 && alongMm < size
