import type { Refitted } from '@/core/fit/follow'
import { type Point, subtract } from '@/core/geometry/vector'
import { movedBy } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import { paintMeasure } from '../board/painters/measure'
import { nudge, refit } from '../fit/refit'
import { underlaysOf } from '../project/store'
import { EMPTY_SESSION, holdDirection, plain, type Tool, type ToolContext } from './tool'

const picked = ({ records, selection }: ToolContext): Underlay[] =>
  underlaysOf(records).filter(({ id }) => selection.includes(id))

/** What an arrow key moves by until another step is typed. */
const NUDGE_MM = 10

const moved = (underlays: readonly Underlay[], by: Point): Refitted[] =>
  underlays.map((before) => ({ before, after: { ...before, placement: movedBy(before.placement, by) } }))

/** Moves the picked sheets by two points, or with the arrow keys; a locked one stays. */
export const moveSheet: Tool = {
  ...plain,
  name: 'move-sheet',
  word: 'Move sheet',
  key: 'v',
  steps: ['fit'],
  places: true,
  loupe: true,
  say: ({ points }, context) => {
    const sheets = picked(context)
    if (sheets.length === 0) return 'Pick the sheet that shall move in the stack first.'
    const locked = sheets.filter((underlay) => underlay.locked)
    if (locked.length === sheets.length)
      return `${locked[0]!.name} is locked and does not move. Unlock it in the stack.`
    return points.length === 0
      ? 'Click a point of the sheet that you take it by.'
      : 'Click where that point shall lie. Shift holds level, upright or 45°.'
  },
  fields: (session, { display }) => [
    { name: 'step', label: 'Arrow keys move by', value: session.typed.step ?? formatLength(NUDGE_MM, display) },
  ],
  steer: ({ points, held }, raw) =>
    points[0] && held ? { at: holdDirection(points[0].at, raw.at), caught: null } : raw,
  click: (session, point, context) => {
    const loose = picked(context).filter(({ locked }) => !locked)
    const [from] = session.points
    if (loose.length === 0) return { session: EMPTY_SESSION, say: moveSheet.say(EMPTY_SESSION, context) }
    if (!from) return { session: { ...EMPTY_SESSION, points: [point] } }
    refit('Move sheet', moved(loose, subtract(point.at, from.at)))
    return { session: { ...EMPTY_SESSION, typed: session.typed } }
  },
  arrow: (session, by, context) => {
    const loose = picked(context).filter(({ locked }) => !locked)
    if (loose.length === 0) return { session, say: moveSheet.say(EMPTY_SESSION, context) }
    try {
      const step = session.typed.step ? parseLength(session.typed.step, context.display.unit) : NUDGE_MM
      nudge('Nudge sheet', moved(loose, { x: by.x * step, y: by.y * step }))
      return { session }
    } catch (error) {
      if (error instanceof LengthError) return { session, say: error.message }
      throw error
    }
  },
  enter: () => ({ session: EMPTY_SESSION }),
  undone: () => EMPTY_SESSION,
  paint: (canvas, { points, cursor }, view, { display }) => {
    const [from] = points
    if (!from || !cursor) return
    const far = Math.hypot(cursor.at.x - from.at.x, cursor.at.y - from.at.y)
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(far, display))
  },
}
