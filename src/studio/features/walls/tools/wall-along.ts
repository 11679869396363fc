import { bulgeOf, endOf, startOf } from '@/core/geometry/piece/piece'
import { facesOf } from '@/core/model/wall/geometry'
import { wallOutlines } from '@/core/model/wall/joins'
import { asideOf, wallLengthMm } from '@/core/model/wall/line'
import type { Wall } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintWalls } from '@/studio/painters/walls'
import { lineRunUnder, sheetAt } from '@/studio/tooling/sheet-lines'
import { newWall } from '../new-wall'

/** Walls along lines of a sheet, on the side on which the mouse is of the line that it points at. */
function wallsAt(point: BoardPoint, held: boolean, context: ToolContext): Wall[] {
  const run = lineRunUnder(point, held, context)
  const nearest = run.map((piece) => ({ start: startOf(piece), end: endOf(piece), bulge: bulgeOf(piece) }))
  const off = nearest.map((line) => asideOf(line, point.at))
  const least = off.reduce((best, each) => (Math.abs(each) < Math.abs(best) ? each : best), Infinity)
  // The wall lies to the left of a line that is its right face.
  const tracedLine = least > 0 ? 'right' : 'left'
  return (
    nearest
      .map(
        ({ start, end, bulge }): Wall => ({
          ...newWall(start, end, context, [], bulge),
          tracedLine,
        }),
      )
      // An arc that is tighter than the wall is thick bears none.
      .filter((wall) => facesOf(wall) !== null)
  )
}

/** Makes a wall along a line of the sheet: what would be made shows before the click. */
export const wallAlong: Tool = {
  ...plain,
  name: 'wall-along',
  word: 'Wall along a sheet line',
  picture: { film: 'M3 7h18v5H3z', ink: 'M3 7h18v5H3zM3 17h3M8 17h3M13 17h3M18 17h3', red: 'M3 17h18' },
  also: ['trace', 'one line', 'sheet line'],
  drawer: 'walls',
  key: null,
  steps: ['trace'],
  onPlan: true,
  places: true,
  bare: true,
  loupe: false,
  say: ({ cursor, held }, context) => {
    const walls = cursor ? wallsAt(cursor, held, context) : []
    const [first] = walls
    if (!first) return 'Point beside a line of the sheet: the wall comes to lie on your side of it.'
    if (walls.length > 1) return `${walls.length} walls along lines that hang together: click to make them.`
    return `A wall of ${formatLength(wallLengthMm(first), context.display)}: click to make it, with Shift all that hangs together.`
  },
  fields: () => [],
  click: (session, point, context) => {
    const walls = wallsAt(point, session.held, context)
    if (walls.length === 0) return { session, say: 'No line of a sheet is near enough: point beside one.' }
    const tracedFrom = sheetAt(point.at, 2 * context.reachMm, context)
    const made = walls.map((wall) => ({ ...wall, ...(tracedFrom && { tracedFrom }) }))
    return {
      edit: putting(made.length === 1 ? 'Make wall along line' : 'Make walls along lines', ...made),
      session: EMPTY_SESSION,
      pick: walls.map(({ id }) => id),
    }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor, held }, view, context) => {
    if (cursor) paintWalls(canvas, view, wallOutlines(wallsAt(cursor, held, context)).values(), 'drawn')
  },
}
