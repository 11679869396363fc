import type { Refitted } from '@/core/fit/follow'
import { type Point, subtract } from '@/core/geometry/vector'
import { movedBy } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import { EMPTY_SESSION, type Outcome, plain, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { holdDirection } from '@/studio/tooling/direction'

const picked = ({ records, selection }: ToolContext): Underlay[] =>
  underlaysOf(records).filter(({ id }) => selection.includes(id))

/** What an arrow key moves by until another step is typed. */
const NUDGE_MM = 10

const moved = (underlays: readonly Underlay[], by: Point): Refitted[] =>
  underlays.map((before) => ({ before, after: { ...before, placement: movedBy(before.placement, by) } }))

/** Why sheets can't be moved: none is picked, or one of them is locked. */
function refusal(sheets: readonly Underlay[], { typed }: Session, context: ToolContext): Outcome | null {
  const session = { ...EMPTY_SESSION, typed }
  const locked = sheets.filter((underlay) => underlay.locked)
  if (locked.length > 0) return { session, locked }
  return sheets.length === 0 ? { session, say: moveSheet.say(EMPTY_SESSION, context) } : null
}

/** Moves the picked sheets by two points, or with the arrow keys. */
export const moveSheet: Tool = {
  ...plain,
  name: 'move-sheet',
  word: 'Move sheet',
  picture: { film: 'M4 4h10v13H4z', ink: 'M4 4h10v13H4z', red: 'M10 20h11M18 17l3 3-3 3' },
  also: ['shift', 'nudge'],
  drawer: 'place',
  key: 'v',
  steps: ['fit'],
  places: true,
  loupe: true,
  say: ({ points }, context) => {
    const sheets = picked(context)
    if (sheets.length === 0) return 'Select the sheet that should move in the index first.'
    const locked = sheets.find((underlay) => underlay.locked)
    if (locked) return `${locked.name} is locked and does not move. Unlock it in the stack.`
    return points.length === 0
      ? 'Click a point of the sheet that you take it by.'
      : 'Click where that point should lie. Shift holds level, upright or 45°.'
  },
  fields: (session, { display }) => [
    { name: 'step', label: 'Arrow keys move by', value: session.typed.step ?? formatLength(NUDGE_MM, display) },
  ],
  steer: ({ points, held }, raw) =>
    points[0] && held ? { at: holdDirection(points[0].at, raw.at), caught: null } : raw,
  click: (session, point, context) => {
    const sheets = picked(context)
    const [from] = session.points
    const refused = refusal(sheets, session, context)
    if (refused) return refused
    if (!from) return { session: { ...EMPTY_SESSION, points: [point] } }
    const refitted = moved(sheets, subtract(point.at, from.at))
    return { session: { ...EMPTY_SESSION, typed: session.typed }, refit: { label: 'Move sheet', refitted } }
  },
  arrow: (session, by, context) => {
    const sheets = picked(context)
    const refused = refusal(sheets, session, context)
    if (refused) return refused
    try {
      const step = session.typed.step ? parseLength(session.typed.step, context.display.unit) : NUDGE_MM
      const refitted = moved(sheets, { x: by.x * step, y: by.y * step })
      return { session, refit: { label: 'Nudge sheet', refitted, small: true } }
    } catch (error) {
      if (error instanceof LengthError) return { session, say: error.message }
      throw error
    }
  },
  // What is typed for the arrow keys stays.
  enter: ({ typed }) => ({ session: { ...EMPTY_SESSION, typed } }),
  undone: () => EMPTY_SESSION,
  paint: (canvas, { points, cursor }, view, { display }) => {
    const [from] = points
    if (!from || !cursor) return
    const far = Math.hypot(cursor.at.x - from.at.x, cursor.at.y - from.at.y)
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(far, display))
  },
}
