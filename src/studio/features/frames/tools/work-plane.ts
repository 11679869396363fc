import { distance, type Point } from '@/core/geometry/vector'
import { USUAL_DEPTH_MM, type WorkPlane, workPlanesOf } from '@/core/model/work-plane/schema'
import type { BoardPoint } from '@/studio/kernel/board-point'
import {
  EMPTY_SESSION,
  type Outcome,
  plain,
  putting,
  type Session,
  type Tool,
  type ToolContext,
} from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { enteredPoint, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { planeOptions } from '../options'
import { member } from './member'

/** The straight line that was caught: a grid line's whole, else the piece that is lit up. */
function lineUnder(
  { caught }: BoardPoint,
  { records }: ToolContext,
): { start: Point; end: Point; name?: string } | null {
  const record = caught?.elementId ? records.get(caught.elementId) : undefined
  if (record?.kind === 'grid-line') return { start: record.start, end: record.end, name: `Grid line ${record.name}` }
  const [line] = caught?.lines ?? []
  const [start, end] = [line?.[0], line?.at(-1)]
  return start && end && distance(start, end) > 1 ? { start, end } : null
}

/** Seen from the south or from the east: what is left on the plan, or below, comes first. */
const readable = ({ start, end }: { start: Point; end: Point }): [Point, Point] => {
  const dx = end.x - start.x
  const forward = Math.abs(dx) > 1e-9 * distance(start, end) ? dx > 0 : end.y > start.y
  return forward ? [start, end] : [end, start]
}

function newPlane(start: Point, end: Point, name: string | undefined, { records }: ToolContext): WorkPlane {
  const known = new Set(workPlanesOf(records).map((plane) => plane.name))
  let count = known.size + 1
  while (known.has(`Plane ${count}`)) count++
  return {
    id: crypto.randomUUID(),
    kind: 'work-plane',
    name: name && !known.has(name) ? name : `Plane ${count}`,
    start,
    end,
    leanRad: 0,
    beforeMm: USUAL_DEPTH_MM,
    behindMm: USUAL_DEPTH_MM,
  }
}

function stand(plane: WorkPlane): Outcome {
  return { edit: putting('Stand up work plane', plane), session: EMPTY_SESSION, look: plane.id, next: member }
}

/** One of the two ends. */
function place(session: Session, point: BoardPoint, context: ToolContext): Outcome {
  const [first] = session.points
  if (!first) return { session: { ...session, points: [point], typed: {} } }
  if (distance(first.at, point.at) < 1)
    return { session, say: 'The points lie on one another: choose one further away.' }
  return stand(newPlane(first.at, point.at, undefined, context))
}

/** Whether it stands along a line that is there; by two points otherwise. */
const isByLine = ({ options }: ToolContext): boolean => options(planeOptions).planeBy === 'a line'

/** Stands a work plane up along a line of the plan, and opens it. */
export const workPlane: Tool = {
  ...plain,
  name: 'work-plane',
  word: 'Work plane',
  picture: { film: 'M6 3l12 4v14L6 16z', ink: 'M6 16V3l12 4v14', red: 'M2 14.5L22 22.5' },
  also: ['section plane', 'elevation', 'frame'],
  drawer: 'structure',
  key: null,
  options: () => planeOptions.controls('planeBy'),
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ points }, context) => {
    if (context.planeId) return 'Go to the plan first: work planes stand up along its lines.'
    if (isByLine(context)) return 'Click a grid line, or any straight line, along which the plane stands.'
    return points.length === 0 ? 'Click where the plane has its left end.' : 'Click where it has its right end.'
  },
  fields: (session, context) => (isByLine(context) ? [] : pointFields(session, context)),
  steer: (session, raw, context) => (isByLine(context) ? raw : steerPoint(session, raw, context)),
  click: (session, point, context) => {
    if (context.planeId) return { session, say: 'Work planes stand up along lines of the plan: go to it first.' }
    if (!isByLine(context)) return place(session, point, context)
    const line = lineUnder(point, context)
    if (!line) return { session, say: 'No straight line is caught here: point at one, or choose two points.' }
    return stand(newPlane(...readable(line), line.name, context))
  },
  enter: (session, context) => {
    if (isByLine(context)) return { session: EMPTY_SESSION, done: true }
    try {
      const point = enteredPoint(session, context)
      return point ? place(session, point, context) : { session: EMPTY_SESSION, done: true }
    } catch (error) {
      return { session, say: (error as Error).message }
    }
  },
  paint: (canvas, { points: [first], cursor }, view, context) => {
    const line = isByLine(context) ? cursor && lineUnder(cursor, context) : null
    if (line) paintMeasure(canvas, view, line.start, line.end, line.name ?? 'a plane along this line')
    else if (first && cursor) paintMeasure(canvas, view, first.at, cursor.at, 'a plane along this line')
  },
}
