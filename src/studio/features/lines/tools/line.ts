import { lengthOf } from '@/core/geometry/piece/measure'
import { bulgedPiece, directionAt } from '@/core/geometry/piece/piece'
import { cross, dot, type Point, subtract, unit } from '@/core/geometry/vector'
import type { Path } from '@/core/model/path/schema'
import { chainOfRing } from '@/core/model/path/shape'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintDrawnLength } from '@/studio/painters/measure'
import { paintChains } from '@/studio/painters/shapes'
import { drawnBase } from '@/studio/tooling/drawing'
import { enterPoint, isSame, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { lineOptions } from '../options'

const made = ({ ids: [id] }: Session, { records }: ToolContext): Path | null => {
  const record = id ? records.get(id) : undefined
  return record?.kind === 'path' ? record : null
}

/** The bulge of the next piece: 0 where it is straight, else that of the arc that runs on without a kink. */
function nextBulge(session: Session, to: Point, context: ToolContext): number {
  const from = session.points.at(-1)?.at
  const path = made(session, context)
  if (context.options(lineOptions).linePiece === 'straight' || !from || !path) return 0
  const last = chainOfRing(path, false).pieces.at(-1)
  const along = last && unit(directionAt(last, 1))
  return along ? tangentBulge(from, along, to) : 0
}

/** The bulge of the arc that leaves `from` in a direction and ends at `to`. */
function tangentBulge(from: Point, along: Point, to: Point): number {
  const chord = subtract(to, from)
  const [ahead, aside] = [dot(chord, along), cross(along, chord)]
  // The arc turns by twice the angle between its start and its chord.
  const half = Math.atan2(aside, ahead)
  return Math.tan(half / 2)
}

/** Straight pieces and arcs that follow one another, kept from the second point on. */
export const line: Tool = {
  name: 'line',
  word: 'Line',
  picture: { ink: 'M4 19L10 6l5 9', red: 'M15 15l5-10' },
  also: ['polyline', 'segment', 'draw'],
  drawer: 'lines',
  key: 'p',
  options: () => lineOptions.controls('linePiece'),
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ points }, { options }) => {
    if (points.length === 0) return 'Click where the line begins, or type its x and y.'
    const piece = options(lineOptions).linePiece === 'arc' ? 'the arc' : 'this piece'
    return points.length < 2
      ? `Click where ${piece} ends, or type its length and angle. Enter or Esc ends the line.`
      : `Go on with ${piece}, or click the first point to close it. Enter or Esc ends the line.`
  },
  fields: pointFields,
  steer: steerPoint,
  click: place,
  enter: (session, context) => enterPoint(session, context, place),
  undone: (session) => ({
    ...session,
    typed: {},
    points: session.points.slice(0, -1),
    ids: session.points.length > 2 ? session.ids : [],
  }),
  paint: (canvas, session, view, context) => {
    const from = session.points.at(-1)?.at
    const to = session.cursor?.at
    if (!from || !to || isSame(from, to)) return
    const piece = bulgedPiece(from, to, nextBulge(session, to, context))
    paintChains(canvas, view, [{ pieces: [piece], closed: false }])
    paintDrawnLength(canvas, view, from, to, formatLength(lengthOf(piece), context.display))
  },
}

function place(session: Session, point: BoardPoint, context: ToolContext): Outcome {
  const from = session.points.at(-1)
  if (!from) return { session: { ...EMPTY_SESSION, points: [point] } }
  if (isSame(from.at, point.at)) return { session, say: 'A line needs some length: click further away.' }
  const path = made(session, context)
  const bulge = nextBulge(session, point.at, context)
  const first = session.points[0]!
  const closes = path !== null && session.points.length > 2 && isSame(first.at, point.at)
  const next = path ? extended(path, point.at, bulge, closes) : begun(session, point, bulge, context)
  const edit = putting('Draw line', next)
  if (closes) return { session: EMPTY_SESSION, edit }
  return { session: { ...EMPTY_SESSION, points: [...session.points, point], ids: [next.id] }, edit }
}

function begun({ points }: Session, point: BoardPoint, bulge: number, context: ToolContext): Path {
  const from = points[0]!
  return {
    ...drawnBase(context, [from, point]),
    kind: 'path',
    xy: [from.at.x, from.at.y, point.at.x, point.at.y],
    ...(bulge !== 0 && { bulges: [bulge, 0] }),
    closed: false,
  }
}

function extended(path: Path, to: Point, bulge: number, closes: boolean): Path {
  const count = path.xy.length / 2
  const bulges = Array.from({ length: count }, (_, i) => path.bulges?.[i] ?? 0)
  bulges[count - 1] = bulge
  if (!closes) bulges.push(0)
  const { bulges: _, ...rest } = path
  return {
    ...rest,
    xy: closes ? path.xy : [...path.xy, to.x, to.y],
    ...(bulges.some((each) => each !== 0) && { bulges }),
    closed: closes,
  }
}
