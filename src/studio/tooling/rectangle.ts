import type { Point } from '@/core/geometry/vector'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { Session, ToolContext } from '@/studio/kernel/tool'
import { type Drawing, drawnBase } from './drawing'
import { enteredPoint, pointFields, steerPoint } from './typed-point'

/** Width and height as typed; null where the mouse gives them. @throws LengthError */
function typedSize({ typed }: Session, { display }: ToolContext): { width: number | null; height: number | null } {
  const read = (text: string | undefined) => (text ? parseLength(text, display.unit) : null)
  return { width: read(typed.width), height: read(typed.height) }
}

function corner(session: Session, mouse: Point, context: ToolContext): Point {
  const from = session.points[0]!.at
  const { width, height } = typedSize(session, context)
  const side = (value: number | null, given: number, base: number) =>
    value === null ? given : base + Math.abs(value) * (value < 0 || given < base ? -1 : 1)
  return { x: side(width, mouse.x, from.x), y: side(height, mouse.y, from.y) }
}

/** Two opposite corners, or one and typed sizes. */
export const rectangleDrawing: Drawing = {
  name: 'rectangle',
  word: 'Rectangle',
  key: 'r',
  label: 'Draw rectangle',
  most: () => 2,
  say: (count) =>
    count === 0 ? 'Click the first corner.' : 'Click the opposite corner, or type width and height and press Enter.',
  fields: (session, context) => {
    const from = session.points[0]?.at
    if (!from) return pointFields(session, context)
    const { typed, cursor } = session
    const shown = (mm: number | undefined) =>
      mm === undefined ? '' : formatLength(Math.abs(mm), context.display, false)
    return [
      {
        name: 'width',
        label: 'Width',
        value: typed.width ?? shown(cursor ? cursor.at.x - from.x : undefined),
        first: true,
      },
      { name: 'height', label: 'Height', value: typed.height ?? shown(cursor ? cursor.at.y - from.y : undefined) },
    ]
  },
  steer: (session, raw, context) => {
    if (session.points.length === 0) return steerPoint(session, raw, context)
    if (!session.typed.width && !session.typed.height) return raw
    try {
      return { at: corner(session, raw.at, context), caught: null }
    } catch {
      return raw
    }
  },
  entered: (session, context) => {
    const from = session.points[0]?.at
    if (!from) return enteredPoint(session, context)
    if (!session.typed.width && !session.typed.height) return null
    const { width, height } = typedSize(session, context)
    const mouse = session.raw?.at ?? (width !== null && height !== null ? from : null)
    if (!mouse) throw new Error('Type both width and height, or point the mouse where the corner should go.')
    return { at: corner(session, mouse, context), caught: null }
  },
  shape: ([a, b], _, context) => {
    if (!a || !b || a.at.x === b.at.x || a.at.y === b.at.y) return null
    const xy = [a.at.x, a.at.y, b.at.x, a.at.y, b.at.x, b.at.y, a.at.x, b.at.y]
    return { ...drawnBase(context, [a, b]), kind: 'path', xy, closed: true }
  },
  refuse: () => 'A rectangle needs width and height: choose a corner further away.',
}
