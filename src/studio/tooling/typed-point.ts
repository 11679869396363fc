import { SAME_MM } from '@/core/geometry/piece/piece'
import { distance, type Point } from '@/core/geometry/vector'
import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Field, type Outcome, type Session, type ToolContext } from '@/studio/kernel/tool'
import { attempt } from './attempt'
import { directionDeg, holdDirection } from './direction'
import { gridOptions } from './options'

/** The values that a next point can be typed by: its distance and direction from the last one, or its parts across and up. */
export function pointFields({ points, cursor, typed }: Session, { display }: ToolContext): Field[] {
  const from = points.at(-1)?.at
  const shown = (mm: number) => formatLength(mm, display, false)
  if (!from)
    return [
      {
        name: 'across',
        label: 'x',
        value: typed.across ?? (cursor ? shown(cursor.at.x) : ''),
        first: true,
        narrow: true,
      },
      { name: 'up', label: 'y', value: typed.up ?? (cursor ? shown(cursor.at.y) : ''), narrow: true },
    ]
  const to = cursor?.at
  return [
    {
      name: 'length',
      label: 'Length',
      value: typed.length ?? (to ? shown(distance(from, to)) : ''),
      first: true,
      narrow: true,
    },
    {
      name: 'angle',
      label: 'Angle °',
      value: typed.angle ?? (to ? directionDeg(from, to).toFixed(1) : ''),
      narrow: true,
    },
    {
      name: 'across',
      label: 'Across',
      value: typed.across ?? (to ? shown(to.x - from.x) : ''),
      narrow: true,
      hint: ABSOLUTE,
    },
    { name: 'up', label: 'Up', value: typed.up ?? (to ? shown(to.y - from.y) : ''), narrow: true, hint: ABSOLUTE },
  ]
}

const ABSOLUTE = 'From the last point; with = before it from zero'

/** What was typed, as far as it can be read. */
interface Typed {
  readonly length: number | null
  readonly angleRad: number | null
  readonly x: number | null
  readonly y: number | null
}

/** @throws LengthError */
function read({ typed }: Session, from: Point | null, { display }: ToolContext): Typed {
  const mm = (text: string | undefined) => (text ? parseLength(text, display.unit) : null)
  const coordinate = (text: string | undefined, base: number) => {
    if (!text) return null
    const absolute = text.trim().startsWith('=') || from === null
    const value = parseLength(text.trim().replace(/^=/, ''), display.unit)
    return absolute ? value : base + value
  }
  return {
    length: mm(typed.length),
    angleRad: typed.angle ? (parseAngleDeg(typed.angle) * Math.PI) / 180 : null,
    x: coordinate(typed.across, from?.x ?? 0),
    y: coordinate(typed.up, from?.y ?? 0),
  }
}

/** Where the point falls: what is typed is kept to, the mouse gives the rest. Null where the mouse is wanted and missing. */
function placeOf({ length, angleRad, x, y }: Typed, from: Point | null, mouse: Point | null): Point | null {
  if (x !== null && y !== null) return { x, y }
  if (from && length !== null && angleRad !== null)
    return { x: from.x + Math.cos(angleRad) * length, y: from.y + Math.sin(angleRad) * length }
  if (!from || !mouse) return mouse && { x: x ?? mouse.x, y: y ?? mouse.y }
  if (angleRad !== null) {
    const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)]
    if (x !== null) return Math.abs(cos) < 1e-12 ? { x, y: mouse.y } : { x, y: from.y + ((x - from.x) * sin) / cos }
    if (y !== null) return Math.abs(sin) < 1e-12 ? { x: mouse.x, y } : { x: from.x + ((y - from.y) * cos) / sin, y }
    const along = (mouse.x - from.x) * cos + (mouse.y - from.y) * sin
    return { x: from.x + cos * along, y: from.y + sin * along }
  }
  if (length !== null) {
    // With one part typed the other follows from the length, on the mouse's side.
    const rest = (part: number) => Math.sqrt(Math.max(0, length * length - part * part))
    if (x !== null) return { x, y: from.y + rest(x - from.x) * (mouse.y < from.y ? -1 : 1) }
    if (y !== null) return { x: from.x + rest(y - from.y) * (mouse.x < from.x ? -1 : 1), y }
    const away = distance(from, mouse)
    const part = away > 0 ? length / away : 0
    return away > 0
      ? { x: from.x + (mouse.x - from.x) * part, y: from.y + (mouse.y - from.y) * part }
      : { x: from.x + length, y: from.y }
  }
  return { x: x ?? mouse.x, y: y ?? mouse.y }
}

const anyTyped = ({ typed }: Session): boolean => ['length', 'angle', 'across', 'up'].some((name) => typed[name])

/** Where the next point falls, steered by what is typed, a held direction and the step. */
export function steerPoint(session: Session, raw: BoardPoint, context: ToolContext): BoardPoint {
  const from = session.points.at(-1)?.at ?? null
  const held = session.held && from ? holdDirection(from, raw.at, session.touchedRad) : raw.at
  const { stepMm } = context.options(gridOptions)
  const stepped = from && stepMm > 0 && !raw.caught && !session.typed.length ? inSteps(from, held, stepMm) : held
  if (!anyTyped(session)) return stepped === raw.at ? raw : { at: stepped, caught: session.held ? null : raw.caught }
  try {
    const at = placeOf(read(session, from, context), from, stepped)
    return at ? { at, caught: null } : raw
  } catch {
    // What can't be read yet is refused by Enter; until then the mouse leads.
    return raw
  }
}

function inSteps(from: Point, to: Point, step: number): Point {
  const away = distance(from, to)
  const wanted = Math.round(away / step) * step
  return away === 0
    ? to
    : { x: from.x + ((to.x - from.x) * wanted) / away, y: from.y + ((to.y - from.y) * wanted) / away }
}

/** The point that Enter places: typed, where needed with the mouse's help; null where nothing is typed. @throws Error with a sentence */
export function enteredPoint(session: Session, context: ToolContext): BoardPoint | null {
  if (!anyTyped(session)) return null
  const from = session.points.at(-1)?.at ?? null
  const at = placeOf(read(session, from, context), from, session.cursor?.at ?? null)
  if (!at) throw new Error('Point the mouse where it should go, or type its direction as well.')
  return { at, caught: null }
}

/** Enter: places the point that is typed, or ends what was begun. */
export function enterPoint(
  session: Session,
  context: ToolContext,
  place: (session: Session, point: BoardPoint, context: ToolContext) => Outcome,
): Outcome {
  const point = attempt(() => enteredPoint(session, context))
  if (point instanceof Error) return { session, say: point.message }
  return point ? place(session, point, context) : { session: EMPTY_SESSION }
}

export const isSame = (a: Point, b: Point): boolean => distance(a, b) <= SAME_MM
