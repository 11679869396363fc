import { type Chain, chainOf } from '@/core/draft/chain'
import { segment } from '@/core/geometry/piece/piece'
import type { Point } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import { chainsOf, isShape, kindOf, type Shape } from '@/core/model/shapes'
import type { DrawnBase } from '@/core/model/shapes-of-chain'
import { wallOutlines } from '@/core/model/wall/joins'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { Chosen, Control } from '@/studio/kernel/options'
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
import type { View } from '@/studio/kernel/view'
import { paintChains, paintLetters } from '@/studio/painters/shapes'
import { paintWalls } from '@/studio/painters/walls'
import { palette } from '@/studio/ui/palette'
import { layerOptions } from './options'
import { enteredPoint, isSame, pointFields, steerPoint } from './typed-point'

/** What a drawn shape lies on and was traced from. */
export function drawnBase(
  { options, records, planeId }: ToolContext,
  points: readonly BoardPoint[],
): DrawnBase & { id: string } {
  const on = planeId ? { planeId } : {}
  return {
    id: crypto.randomUUID(),
    layerId: options(layerOptions).layerId,
    ...on,
    pen: undefined,
    ...sheetOfPoints(points, records),
  }
}

/** The sheet on which the first of some points was caught, where any was: with a new fit of it, what is made follows. */
export function sheetOfPoints(
  points: readonly BoardPoint[],
  records: ToolContext['records'],
): { readonly tracedFrom?: string } {
  const tracedFrom = points.map(({ caught }) => caught?.underlayId).find((id) => id && records.has(id))
  return tracedFrom ? { tracedFrom } : {}
}

/** A tool that draws something from so many points. */
export interface Drawing extends Named {
  /** What the undo button says. */
  readonly label: string
  /** A sentence for each point. */
  say(count: number, context: ToolContext): string
  /** Points after which the shape is done; Infinity where Enter ends. */
  most(context: ToolContext): number
  /** The shape through the points, the last of which may still move, or several; null while they give none. */
  shape(points: readonly BoardPoint[], session: Session, context: ToolContext): Shape | readonly Shape[] | null
  /** Fields of its own; those of a point where left out. */
  fields?(session: Session, context: ToolContext): readonly Field[]
  /** Fields of its own that hold from point to point. */
  readonly keeps?: readonly string[]
  steer?(session: Session, raw: BoardPoint, context: ToolContext): BoardPoint
  /** What Enter places; what is typed for a point where left out. @throws Error with a sentence */
  entered?(session: Session, context: ToolContext): BoardPoint | null
  /** For shapes of one point that may be placed before what is typed for them: whether that is still to come. */
  waits?(session: Session): boolean
  /** The options that the bench shows. */
  options?(context: ToolContext): readonly Control[]
  /** Why the shape can't be made, where it can't. */
  refuse?(points: readonly BoardPoint[], context: ToolContext): string | null
  /** Choices that follow from what was drawn. */
  chooses?(made: Shape): Chosen
  /** Points of which the next one begins. */
  nextFrom?(points: readonly BoardPoint[]): readonly BoardPoint[]
  /** Whether the shape is shown before it is done; not where working it out takes long. */
  readonly preview?: false
}

/** The tool of a drawing. @param offered where it can be used; everywhere where left out */
export function drawingTool(drawing: Drawing, offered: Pick<Tool, 'onPlan'> = {}): Tool {
  const steer = drawing.steer ?? steerPoint
  const entered = drawing.entered ?? enteredPoint
  const finish = (points: readonly BoardPoint[], session: Session, context: ToolContext): Outcome => {
    const made = drawing.shape(points, session, context)
    if (!made)
      return {
        session,
        say: drawing.refuse?.(points, context) ?? 'That gives nothing to draw: choose points further apart.',
      }
    const [first] = [made].flat()
    return {
      session: { ...EMPTY_SESSION, points: drawing.nextFrom?.(points) ?? [] },
      edit: putting(drawing.label, ...[made].flat()),
      ...(first && drawing.chooses && { choose: drawing.chooses(first) }),
    }
  }
  const place = (session: Session, point: BoardPoint, context: ToolContext): Outcome => {
    if (drawing.waits?.(session)) return { session: { ...session, points: [point] } }
    if (drawing.waits) return finish([session.points[0] ?? point], session, context)
    const last = session.points.at(-1)
    if (last && isSame(last.at, point.at))
      return { session, say: 'The points lie on one another: choose one further away.' }
    const points = [...session.points, point]
    if (points.length >= drawing.most(context)) return finish(points, session, context)
    const kept = Object.entries(session.typed).filter(([name]) => drawing.keeps?.includes(name))
    return { session: { ...session, points, typed: Object.fromEntries(kept) } }
  }
  return {
    ...named(drawing),
    ...offered,
    steps: ['trace'],
    places: true,
    loupe: false,
    ...(drawing.options && { options: drawing.options }),
    say: ({ points }, context) => drawing.say(points.length, context),
    fields: (session, context) => (drawing.fields ?? pointFields)(session, context),
    steer,
    click: place,
    enter: (session, context) => {
      try {
        const point = entered(session, context)
        if (point) return place(session, point, context)
      } catch (error) {
        return { session, say: (error as Error).message }
      }
      // What holds from point to point is taken as it stands.
      if (Object.keys(session.typed).some((name) => drawing.keeps?.includes(name))) return { session }
      if (session.points.length >= 2 && drawing.most(context) === Infinity)
        return finish(session.points, session, context)
      return { session: { ...EMPTY_SESSION } }
    },
    undone: (session) => ({ ...session, points: session.points.slice(0, -1) }),
    paint: (canvas, session, view, context) => {
      if (drawing.preview === false) return
      const { points, cursor } = session
      const [placed] = points
      if (placed && drawing.waits?.(session)) return paintChains(canvas, view, [caretAt(placed.at, context)])
      const moving =
        cursor && (points.length === 0 || !isSame(points.at(-1)!.at, cursor.at)) ? [...points, cursor] : points
      if (points.length === 0 && drawing.most(context) > 1) return
      const made = drawing.shape(moving, session, context)
      if (made) paintMade(canvas, view, [made].flat(), context)
    },
  }
}

/** Where what is typed will begin. */
const caretAt = ({ x, y }: Point, { reachMm }: ToolContext): Chain =>
  chainOf([segment({ x, y }, { x, y: y + 1.5 * reachMm })])

/** Shapes that aren't kept yet: walls as films, joined with one another, the rest by their lines. */
function paintMade(canvas: CanvasRenderingContext2D, view: View, shapes: readonly Shape[], context: ToolContext): void {
  const walls = shapes.filter((shape) => shape.kind === 'wall')
  paintWalls(canvas, view, wallOutlines(walls).values(), 'drawn')
  for (const shape of shapes) {
    if (shape.kind !== 'wall') paintChains(canvas, view, chainsWith(shape, context))
    for (const letters of kindOf(shape).letters?.(shape, context.plan.around) ?? [])
      paintLetters(canvas, view, letters, palette.red)
  }
}

/** Lines of a shape that isn't kept yet. */
export function chainsWith(shape: Shape, { plan }: ToolContext): readonly Chain[] {
  return chainsOf(shape, plan.around)
}

/** The shape that a point was caught on. */
export function caughtShape(point: BoardPoint, { records }: ToolContext): Shape | null {
  const record: ProjectRecord | undefined = point.caught?.elementId ? records.get(point.caught.elementId) : undefined
  return record && isShape(record) ? record : null
}
