import { movedBy } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { EMPTY_SESSION, type Outcome, plain, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { underlayOf } from './fit'

/** A length that may be nothing. */
const placed = (text: string, { display }: ToolContext): number =>
  /^[+\-±]?0+(?:[.,]0+)?$/.test(text.trim()) ? 0 : parseLength(text.trim().replace(/^±/, ''), display.unit)

/** The sheet moved so that a point of it lies as high, and as far along, as is stated. @throws LengthError */
function moved(
  { points: [point], typed }: Session,
  context: ToolContext,
): { before: Underlay; after: Underlay } | null {
  const underlay = point && underlayOf(point, context)
  if (!point || !underlay || (!typed.height && !typed.along)) return null
  const by = {
    x: typed.along ? placed(typed.along, context) - point.at.x : 0,
    y: typed.height ? placed(typed.height, context) - point.at.y : 0,
  }
  return { before: underlay, after: { ...underlay, placement: movedBy(underlay.placement, by) } }
}

/** Moves a sheet so that a point of it comes to lie at a stated height, and where it is stated along the plane. */
export const setHeight: Tool = {
  ...plain,
  name: 'set-height',
  word: 'Set height',
  picture: { film: 'M4 9h9v11H4z', ink: 'M4 20h9V9H4z', red: 'M18 20V8M15 11l3-3 3 3' },
  also: ['level mark', 'elevation'],
  drawer: 'place',
  key: 'h',
  steps: ['fit'],
  places: true,
  loupe: true,
  say: ({ points }) =>
    points.length === 0
      ? 'Click a point of the sheet whose height you know, such as a level line.'
      : 'Type its height over the project’s zero, where it lies along the plane if you know that, and press Enter.',
  fields: ({ points: [point], typed }, { display }) =>
    point
      ? [
          {
            name: 'height',
            label: 'Height',
            value: typed.height ?? formatLength(point.at.y, display, false),
            first: true,
          },
          { name: 'along', label: 'Along', value: typed.along ?? formatLength(point.at.x, display, false) },
        ]
      : [],
  click: (session, point, context) => {
    const underlay = underlayOf(point, context)
    if (!underlay) return { session, say: 'There is no sheet under this point.' }
    if (underlay.locked) return { session, locked: [underlay] }
    return { session: { ...EMPTY_SESSION, points: [point] } }
  },
  enter: (session, context): Outcome => {
    if (session.points.length === 0) return { session: EMPTY_SESSION, done: true }
    try {
      const made = moved(session, context)
      if (!made) return { session, say: 'Type the height of this point, or where it lies along the plane.' }
      return { session: EMPTY_SESSION, done: true, refit: { label: 'Set height of sheet', refitted: [made] } }
    } catch (error) {
      return { session, say: (error as Error).message }
    }
  },
  paint: (canvas, { points: [point] }, view, { display }) => {
    if (point) paintMeasure(canvas, view, { x: point.at.x, y: 0 }, point.at, formatLength(point.at.y, display))
  },
}
