import { chainOf } from '@/core/draft/chain'
import { movedBy } from '@/core/geometry/affine'
import { boxOf, contains, corners } from '@/core/geometry/box'
import { segment } from '@/core/geometry/piece/piece'
import { add, distance, type Point, subtract } from '@/core/geometry/vector'
import { gripsOf, kindOf, mapped, type Shape } from '@/core/model/shapes'
import { EMPTY_SESSION, type Outcome, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { attempt } from '@/studio/tooling/attempt'
import { chainsWith } from '@/studio/tooling/drawing'
import { enteredPoint, pointFields, steerPoint } from '@/studio/tooling/typed-point'

/** Shapes with those of their grips moved that lie in the frame; whole where all of them do. */
function stretched(session: Session, to: Point, { plan }: ToolContext): Shape[] {
  const [a, b, from] = session.points.map(({ at }) => at)
  if (!a || !b || !from) return []
  const frame = boxOf([a, b])
  const by = subtract(to, from)
  return plan.within(frame).flatMap((planned) => {
    const { shape } = planned
    if (!plan.isFree(planned)) return []
    const grips = gripsOf(shape, plan.around)
    const inside = grips.flatMap((grip, i) => (contains(frame, grip) ? [i] : []))
    if (inside.length === 0) return []
    if (inside.length === grips.length) return [mapped(shape, movedBy(by), plan.around)]
    return [
      inside.reduce<Shape>(
        (changed, i) => kindOf(changed).withGrip(changed, i, add(grips[i]!, by), plan.around),
        shape,
      ),
    ]
  })
}

/** Moves the ends and corners within a frame; what they belong to is stretched. */
export const stretch: Tool = {
  name: 'stretch',
  word: 'Stretch',
  picture: { film: 'M3 7h9v10H3z', ink: 'M12 7H3v10h9', red: 'M12 7h8v10h-8M15 12h4' },
  also: ['lengthen', 'pull'],
  drawer: 'change',
  key: 'f',
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ points }) =>
    [
      'Click a corner of a frame around the ends that should move.',
      'Click the opposite corner of the frame.',
      'Click a point that they are taken by.',
      'Click where that point should lie, or type the distance.',
    ][points.length] ?? '',
  fields: (session, context) => (session.points.length === 3 ? pointFields(session, context) : []),
  steer: (session, raw, context) => (session.points.length === 3 ? steerPoint(session, raw, context) : raw),
  click: (session, point, context) => place(session, point.at, point, context),
  enter: (session, context) => {
    const point = session.points.length === 3 ? attempt(() => enteredPoint(session, context)) : null
    if (point instanceof Error) return { session, say: point.message }
    return point
      ? place(session, point.at, point, context)
      : { session: EMPTY_SESSION, done: session.points.length === 0 }
  },
  undone: (session) => session,
  paint: (canvas, session, view, context) => {
    const [a, b] = session.points.map(({ at }) => at)
    const { cursor } = session
    const opposite = b ?? cursor?.at
    if (a && opposite) {
      const ring = corners(boxOf([a, opposite]))
      paintChains(
        canvas,
        view,
        [
          chainOf(
            ring.map((p, i) => segment(p, ring[(i + 1) % 4]!)),
            true,
          ),
        ],
        true,
      )
    }
    if (session.points.length === 3 && cursor)
      paintChains(
        canvas,
        view,
        stretched(session, cursor.at, context).flatMap((shape) => chainsWith(shape, context)),
      )
  },
}

function place(session: Session, at: Point, point: Session['points'][number], context: ToolContext): Outcome {
  if (session.points.length < 3) return { session: { ...session, points: [...session.points, point] } }
  if (distance(session.points[2]!.at, at) === 0) return { session, say: 'Click a point further away.' }
  const shapes = stretched(session, at, context)
  if (shapes.length === 0) return { session: EMPTY_SESSION, say: 'No end or corner of a line lies in this frame.' }
  return { edit: putting('Stretch', ...shapes), session: EMPTY_SESSION }
}
