import { distance, type Point } from '@/core/geometry/vector'
import { SAME_POINT_MM, wallOutlines } from '@/core/model/wall/joins'
import type { Wall } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import type { BoardPoint } from '../board/catch-on-board'
import { paintMeasure } from '../board/painters/measure'
import { paintWalls } from '../board/painters/walls'
import { put, useProject } from '../project/store'
import { fitState } from '../sheets/fit-state'
import {
  directionDeg,
  EMPTY_SESSION,
  holdDirection,
  type Outcome,
  type Session,
  type Tool,
  type ToolContext,
} from './tool'

/** A chain of walls along the line that is traced. */
export const wall: Tool = {
  name: 'wall',
  word: 'Wall',
  key: 'w',
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ points }) => {
    if (points.length === 0) return 'Click where the first wall begins, on the line that you trace.'
    if (points.length < 3) return 'Click where this wall ends, or type its length and press Enter. Esc ends the chain.'
    return 'Go on, or click the first point to close the ring. Esc ends the chain.'
  },
  fields: ({ points, cursor, typed }, { display }) => {
    const from = points.at(-1)
    if (!from) return []
    const drawn = cursor ? formatLength(distance(from.at, cursor.at), display, false) : ''
    return [
      { name: 'length', label: 'Length', value: typed.length ?? drawn, first: true },
      {
        name: 'angle',
        label: 'Angle °',
        value: typed.angle ?? (cursor ? directionDeg(from.at, cursor.at).toFixed(1) : ''),
      },
    ]
  },
  steer: (session, raw, context) => {
    const from = session.points.at(-1)
    if (!from) return raw
    const at = typedEnd(from.at, steeredDirection(session, from.at, raw.at), session, context)
    return at.x === raw.at.x && at.y === raw.at.y ? raw : { at, caught: session.held ? null : raw.caught }
  },
  click: (session, point, context) => place(session, point, context),
  enter: (session, context) => {
    if (!session.typed.length) return { session: EMPTY_SESSION }
    if (!session.cursor)
      return { session, say: 'Point the mouse where the wall should run, or type its angle as well.' }
    try {
      parseLength(session.typed.length, context.display.unit)
    } catch (error) {
      return { session, say: (error as Error).message }
    }
    return place(session, session.cursor, context)
  },
  undone: (session) => ({ ...session, points: session.points.slice(0, -1) }),
  paint: (canvas, { points, cursor }, view, { choices, display, records }) => {
    const from = points.at(-1)
    if (!from || !cursor || distance(from.at, cursor.at) < SAME_POINT_MM) return
    const drawn = wallBetween('drawn', from.at, cursor.at, choices)
    const others = [...records.values()].filter((record) => record.kind === 'wall')
    const outline = wallOutlines([...others, drawn]).get('drawn')
    if (outline) paintWalls(canvas, view, [outline], 'drawn')
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(distance(from.at, cursor.at), display))
  },
}

function place(session: Session, point: BoardPoint, { choices }: ToolContext): Outcome {
  const from = session.points.at(-1)
  if (!from) return { session: { ...EMPTY_SESSION, points: [point] }, say: warnOnce(point) }
  if (distance(from.at, point.at) < SAME_POINT_MM)
    return { session, say: 'A wall needs some length: click further away.' }
  const tracedFrom = [from, point].map(({ caught }) => caught?.underlayId).find((id) => id) ?? undefined
  put('Trace wall', {
    ...wallBetween(crypto.randomUUID(), from.at, point.at, choices),
    ...(tracedFrom && { tracedFrom }),
  })
  const closed = distance(session.points[0]!.at, point.at) < SAME_POINT_MM
  return { session: closed ? EMPTY_SESSION : { ...EMPTY_SESSION, points: [...session.points, point] } }
}

const warned = new Set<string>()

/** Tracing a sheet that isn't fitted gives walls of a wrong size: said once for each sheet. */
function warnOnce({ caught }: BoardPoint): string | undefined {
  const { records, sources } = useProject.getState()
  const underlay = caught?.underlayId ? records.get(caught.underlayId) : undefined
  if (underlay?.kind !== 'underlay' || warned.has(underlay.id) || fitState(underlay, sources).trusted) return undefined
  warned.add(underlay.id)
  return `${underlay.name} is not fitted yet: what you trace may have a wrong size. Fit it first, or go on; tracing can follow a later fit.`
}

function wallBetween(
  id: string,
  start: Point,
  end: Point,
  { wallThicknessMm, tracedLine }: ToolContext['choices'],
): Wall {
  return { id, kind: 'wall', start, end, thicknessMm: wallThicknessMm, tracedLine }
}

/** Where the line would run with a typed angle or a held direction. */
function steeredDirection({ typed, held }: Session, from: Point, raw: Point): Point {
  const angle = typed.angle ? Number(typed.angle.replace(',', '.')) : Number.NaN
  if (Number.isFinite(angle)) {
    const turn = (angle * Math.PI) / 180
    const reach = Math.max(distance(from, raw), 1)
    return { x: from.x + Math.cos(turn) * reach, y: from.y + Math.sin(turn) * reach }
  }
  return held ? holdDirection(from, raw) : raw
}

/** The end at the typed length in the given direction; unreadable lengths are left to Enter to refuse. */
function typedEnd(from: Point, toward: Point, { typed }: Session, { display }: ToolContext): Point {
  const away = distance(from, toward)
  if (!typed.length || away === 0) return toward
  try {
    const part = parseLength(typed.length, display.unit) / away
    return { x: from.x + (toward.x - from.x) * part, y: from.y + (toward.y - from.y) * part }
  } catch (error) {
    if (error instanceof LengthError) return toward
    throw error
  }
}
