import { distance } from '@/core/geometry/vector'
import { SAME_POINT_MM } from '@/core/model/wall/joins'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintWalls } from '@/studio/painters/walls'
import { fitState } from '@/studio/tooling/fit-state'
import { enterPoint, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { newWall } from '../new-wall'

/** A chain of walls along the line that is traced. */
export const wallChain: Tool = {
  name: 'wall-chain',
  word: 'Walls in a chain',
  key: null,
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ points }) => {
    if (points.length === 0) return 'Click where the first wall begins, on the line that you trace.'
    if (points.length < 3) return 'Click where this wall ends, or type its length and press Enter. Esc ends the chain.'
    return 'Go on, or click the first point to close the ring. Esc ends the chain.'
  },
  // Before the first point nothing typed is taken unasked: figures still go to the steps.
  fields: (session, context) =>
    pointFields(session, context).map((field) => (session.points.length > 0 ? field : { ...field, first: false })),
  steer: steerPoint,
  click: place,
  enter: (session, context) => enterPoint(session, context, place),
  undone: (session) => ({ ...session, points: session.points.slice(0, -1) }),
  paint: (canvas, { points, cursor }, view, context) => {
    const from = points.at(-1)
    if (!from || !cursor || distance(from.at, cursor.at) < SAME_POINT_MM) return
    const outline = context.plan.outlineWith(newWall(from.at, cursor.at, context, []))
    if (outline) paintWalls(canvas, view, [outline], 'drawn')
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(distance(from.at, cursor.at), context.display))
  },
}

function place(session: Session, point: BoardPoint, context: ToolContext): Outcome {
  const from = session.points.at(-1)
  if (!from) return { session: { ...EMPTY_SESSION, points: [point] }, say: warnOnce(point, context) }
  if (distance(from.at, point.at) < SAME_POINT_MM)
    return { session, say: 'A wall needs some length: click further away.' }
  const edit = putting('Trace wall', newWall(from.at, point.at, context, [from, point]))
  const closed = distance(session.points[0]!.at, point.at) < SAME_POINT_MM
  return { session: closed ? EMPTY_SESSION : { ...EMPTY_SESSION, points: [...session.points, point] }, edit }
}

const warned = new Set<string>()

/** Tracing a sheet that isn't fitted gives walls of a wrong size: said once for each sheet. */
function warnOnce({ caught }: BoardPoint, { records, sources }: ToolContext): string | undefined {
  const underlay = caught?.underlayId ? records.get(caught.underlayId) : undefined
  if (underlay?.kind !== 'underlay' || warned.has(underlay.id) || fitState(underlay, sources).trusted) return undefined
  warned.add(underlay.id)
  return `${underlay.name} is not fitted yet: what you trace may have a wrong size. Fit it first, or go on; tracing can follow a later fit.`
}
