import { EMPTY_SESSION, PICK_RADIUS_PX, plain, putting, type Tool } from '@/studio/kernel/tool'
import { drawn, markAt, marksOver } from '../marks'
import { remarkOptions } from '../options'
import { paintMark } from '../overlays/mark-up'

/** Points nearer than so many pixels are one. */
const SAME_PX = 2

/** Draws over the board by hand; what is drawn is no part of the tracing. A click on a line of it, then E, rubs that out. */
export const markUp: Tool = {
  ...plain,
  name: 'mark-up',
  needs: 'remark',
  word: 'Mark up',
  picture: { ink: 'M5 19l1.2-4L16 5.2l2.8 2.8L9 17.8z', red: 'M4 21c4-2.5 7 1.5 16-1.5' },
  also: ['redline', 'sketch', 'freehand', 'pencil', 'cloud', 'review', 'annotate'],
  key: null,
  keys: [
    {
      key: 'e',
      does: 'rub out the line that was clicked',
      press: (_, context) => {
        const { marked } = context.options(remarkOptions)
        if (!marked || !context.records.has(marked))
          return { session: EMPTY_SESSION, say: 'Click the line that shall go first.' }
        return {
          session: EMPTY_SESSION,
          edit: { label: 'Rub out mark-up', edits: [{ id: marked, after: null }] },
          choose: remarkOptions.with({ marked: null }),
        }
      },
    },
  ],
  // Where a project is looked through; the benches of other steps have no room to spare.
  steps: ['check'],
  places: false,
  loupe: false,
  say: ({ drag }, { options }) =>
    drag
      ? 'Release where the line ends.'
      : options(remarkOptions).marked
        ? 'E rubs it out.'
        : 'Hold and draw over the board. A click on a line of yours, then E, rubs it out.',
  fields: () => [],
  click: (_, point, context) => {
    const mark = markAt(marksOver(context.records, context.planeId), point.at, context.reachMm)
    return { session: EMPTY_SESSION, choose: remarkOptions.with({ marked: mark?.id ?? null }) }
  },
  enter: () => ({ session: EMPTY_SESSION }),
  drag: {
    grab: (_, at, _context, other) => (other ? null : { kind: 'frame', from: at, trail: [at] }),
    drop: ({ drag }, point, context) => {
      if (drag?.kind !== 'frame') return { session: EMPTY_SESSION }
      const points = drawn([...drag.trail, point.at], (context.reachMm / PICK_RADIUS_PX) * SAME_PX)
      if (points.length < 2) return { session: EMPTY_SESSION }
      const levelId = context.planeId ?? context.levelId
      const { author } = context
      return {
        session: EMPTY_SESSION,
        edit: putting('Mark up', { id: crypto.randomUUID(), kind: 'mark-up', levelId, points, author }),
      }
    },
  },
  paint: (canvas, { drag, cursor }, view) => {
    if (drag?.kind === 'frame' && cursor) paintMark(canvas, view, [...drag.trail, cursor.at], false)
  },
}
