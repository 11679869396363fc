import { chainOf } from '@/core/draft/chain'
import type { Affine } from '@/core/geometry/affine'
import { segment } from '@/core/geometry/piece/piece'
import { chainsOf, gripsOf, type Shape } from '@/core/model/shapes'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { Control } from '@/studio/kernel/options'
import {
  EMPTY_SESSION,
  type Field,
  type Named,
  named,
  type Outcome,
  putting,
  type Session,
  type Tool,
  type ToolContext,
} from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { attempt } from '@/studio/tooling/attempt'
import { shapeAt, toggled } from '@/studio/tooling/picking'
import { copies, mappedShapes, pickedShapes } from '@/studio/tooling/shape-edits'
import { enteredPoint, isSame, pointFields, steerPoint } from '@/studio/tooling/typed-point'

/** A tool that changes what is picked by maps that follow from points and typed values. */
export interface Transforming extends Named {
  readonly label: string
  /** The options that the bench shows. */
  options?(context: ToolContext): readonly Control[]
  /** A sentence for each point. */
  says(context: ToolContext): readonly string[]
  /** Points after which the change is done. */
  readonly most: number
  /** The maps, one for each image; null while the points and values give none. @throws Error with a sentence */
  maps(points: readonly BoardPoint[], session: Session, context: ToolContext): readonly Affine[] | null
  /** Whether the images are copies. */
  copies(context: ToolContext): boolean
  /** Whether a point may lie on the one before it, as the place of a point that stays does. */
  readonly mayRest?: boolean
  /** Whether it goes on with another copy from the same point. */
  readonly again?: boolean
  /** What else the fields tell. */
  fields?(session: Session, context: ToolContext): readonly Field[]
  steer?(session: Session, raw: BoardPoint, context: ToolContext): BoardPoint
  /** Whether what is typed is enough without a further point. */
  enough?(session: Session, context: ToolContext): boolean
}

/** While nothing is picked. */
const PICK_FIRST = 'Click what it should be done to.'
const PICK_MORE = 'Shift and a click selects more.'

/** Copies shown while they are thought of; more would only be slow. */
const MOST_SHOWN = 2000

/** Picks what is clicked: at first, and more with Shift until the first point is placed. */
function pickFirst(session: Session, point: BoardPoint, { plan, reachMm, selection }: ToolContext): Outcome {
  const shape = shapeAt(plan, session.raw?.at ?? point.at, reachMm)
  if (!shape) return { session, say: 'Nothing that can be changed lies here.' }
  return { session, pick: toggled(selection, shape.id) }
}

export function transformingTool(transforming: Transforming): Tool {
  const { label, most } = transforming
  const steer = transforming.steer ?? steerPoint
  const ready = (context: ToolContext) => pickedShapes(context).length > 0

  const finish = (points: readonly BoardPoint[], session: Session, context: ToolContext): Outcome => {
    const maps = attempt(() => transforming.maps(points, session, context))
    if (maps instanceof Error) return { session, say: maps.message }
    if (!maps || maps.length === 0) return { session, say: 'That changes nothing: choose points further apart.' }
    const picked = pickedShapes(context)
    const made = transforming.copies(context)
      ? maps.flatMap((map) => copies(picked, map, context))
      : mappedShapes(picked, maps[0]!, context.plan)
    const rest = transforming.again ? session.points.slice(0, most - 1) : []
    return { session: { ...EMPTY_SESSION, points: rest }, edit: putting(label, ...made) }
  }
  const place = (session: Session, point: BoardPoint, context: ToolContext): Outcome => {
    if (!ready(context) || (session.held && session.points.length === 0)) return pickFirst(session, point, context)
    const points = [...session.points, point]
    if (points.length >= most) return finish(points, session, context)
    const last = session.points.at(-1)
    if (last && !transforming.mayRest && isSame(last.at, point.at))
      return { session, say: 'The points lie on one another: choose one further away.' }
    return { session: { ...session, points, typed: keptTyped(session) } }
  }
  return {
    ...named(transforming),
    steps: ['trace'],
    places: true,
    loupe: false,
    ...(transforming.options && { options: transforming.options }),
    say: ({ points }, context) => {
      if (!ready(context)) return PICK_FIRST
      const [first, ...further] = transforming.says(context)
      return points.length === 0 ? `${first} ${PICK_MORE}` : (further[points.length - 1] ?? '')
    },
    fields: (session, context) => (ready(context) ? (transforming.fields ?? pointFields)(session, context) : []),
    steer: (session, raw, context) => (ready(context) ? steer(session, raw, context) : raw),
    click: place,
    enter: (session, context) => {
      if (!ready(context)) return { session, say: 'Nothing is selected yet.' }
      if (transforming.enough?.(session, context)) return finish(session.points, session, context)
      const point = attempt(() => enteredPoint(session, context))
      if (point instanceof Error) return { session, say: point.message }
      return point ? place(session, point, context) : { session: EMPTY_SESSION, done: true }
    },
    undone: (session) => session,
    paint: (canvas, session, view, context) => {
      const { points, cursor } = session
      const picked = pickedShapes(context)
      if (picked.length === 0 || points.length === 0) return
      if (cursor) paintChains(canvas, view, [chainOf([segment(points.at(-1)!.at, cursor.at)])], true)
      const maps = attempt(() => transforming.maps(cursor ? [...points, cursor] : points, session, context))
      if (!maps || maps instanceof Error) return
      for (const map of maps.slice(0, Math.ceil(MOST_SHOWN / picked.length)))
        paintChains(
          canvas,
          view,
          mappedShapes(picked.slice(0, MOST_SHOWN), map, context.plan).flatMap((shape) => previewOf(shape, context)),
        )
    },
  }
}

const previewOf = (shape: Shape, { plan }: ToolContext) => {
  const lines = chainsOf(shape, plan.around)
  if (lines.length > 0) return lines
  const [at] = gripsOf(shape, plan.around)
  return at ? [chainOf([segment(at, { x: at.x + 1, y: at.y })])] : []
}

/** Values of the tool stay typed from point to point; those of a point don't. */
const POINT_VALUES = new Set(['length', 'angle', 'across', 'up'])
const keptTyped = ({ typed }: Session) =>
  Object.fromEntries(Object.entries(typed).filter(([name]) => !POINT_VALUES.has(name)))
