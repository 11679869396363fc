import { distance } from '@/core/geometry/vector'
import { connectedRuns } from '@/core/propose/connected-runs'
import { makeWalls } from '@/core/propose/make-walls'
import type { WallRun } from '@/core/propose/wall-run'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintWalls } from '@/studio/painters/walls'
import { lastOf } from '@/studio/tooling/kept-result'
import { pairAround, sheetAt } from '@/studio/tooling/sheet-lines'
import { makingOf, ringsOf } from '../making'

const lastConnected = lastOf<readonly WallRun[]>()

/** The wall that is pointed at; while the key is held, with all that hang together with it. */
function runsAt(point: BoardPoint, held: boolean, context: ToolContext): readonly WallRun[] {
  const run = pairAround(point, context)
  if (!run) return []
  return held ? lastConnected([run], () => connectedRuns(run, context.sheetLines)) : [run]
}

/** Reads a wall from the sheet: the two lines on either side of the cursor, with the openings between their jambs. */
export const wallOnSheet: Tool = {
  ...plain,
  name: 'wall-on-sheet',
  word: 'Wall from the sheet',
  picture: {
    film: 'M3 8h18v8H3z',
    ink: 'M3 8h18M3 16h18',
    red: 'M12 8v8M9.5 10.5L12 8l2.5 2.5M9.5 13.5L12 16l2.5-2.5',
  },
  also: ['two lines', 'double line', 'trace'],
  drawer: 'walls',
  key: null,
  steps: ['trace'],
  onPlan: true,
  places: true,
  bare: true,
  loupe: false,
  say: ({ cursor, held }, context) => {
    const run = cursor && pairAround(cursor, context)
    const all = cursor ? runsAt(cursor, held, context) : []
    if (all.length > 1) return `${all.length} walls that hang together: click to make them.`
    if (!run) return 'Point between the two lines of a wall on the sheet: what is read shows before you click.'
    const { openings, thicknessMm } = run
    const many =
      openings.length === 0 ? 'no opening' : openings.length === 1 ? '1 opening' : `${openings.length} openings`
    return `A wall of ${formatLength(thicknessMm, context.display)} with ${many}: click to make it, with Shift all that hangs together.`
  },
  fields: () => [],
  click: (session, point, context) => {
    const run = pairAround(point, context)
    if (!run) return { session, say: 'No two lines of a sheet run on either side of this place.' }
    const runs = runsAt(point, session.held, context)
    const made = makeWalls(runs, context.records, makingOf(context, sheetAt(point.at, run.thicknessMm, context)))
    if (made.length === 0) return { session, say: 'This wall is there already.' }
    return {
      edit: putting(runs.length === 1 ? 'Read wall from sheet' : 'Read walls from sheet', ...made),
      session: EMPTY_SESSION,
      pick: made
        .filter(({ id }) => !context.records.has(id))
        .slice(0, runs.length)
        .map(({ id }) => id),
    }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor, held }, view, context) => {
    const run = cursor && pairAround(cursor, context)
    if (!run) return
    for (const each of runsAt(cursor, held, context))
      for (const ring of ringsOf(each, context)) paintWalls(canvas, view, [ring], 'drawn')
    paintMeasure(canvas, view, run.start, run.end, formatLength(distance(run.start, run.end), context.display))
  },
}
