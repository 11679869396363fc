import { whyRefused } from '@/core/building/building'
import { lengthened } from '@/core/draft/trim'
import { movedBy } from '@/core/geometry/affine'
import { boxOf, corners } from '@/core/geometry/box'
import { distance, type Point, subtract } from '@/core/geometry/vector'
import { ofKind } from '@/core/model/of-kind'
import { withoutType } from '@/core/model/opening-type/schema'
import { chainsOf, gripsOf, isShape, kindOf, type Shape } from '@/core/model/shapes'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { STEPS } from '@/studio/kernel/step'
import { EMPTY_SESSION, type Outcome, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintFrame } from '@/studio/painters/frame'
import { paintChains, paintGrips } from '@/studio/painters/shapes'
import { holdDirection } from './direction'
import { chainsWith } from './drawing'
import { selectOptions } from './options'
import { gripAt, shapeAt, shapesIn, toggled } from './picking'
import { isLine, mappedShapes, pickedShapes, replaced } from './shape-edits'

/** What an arrow key moves or lengthens by until another step is typed. */
const NUDGE_MM = 10
/** Handles of more shapes than these would hide the plan. */
const MOST_WITH_GRIPS = 40

const frameRing = (from: Point, to: Point): Point[] => corners(boxOf([from, to]))

/** Whether a drag that begins on the ground draws a frame; else it moves the view. @param other the other button, or Shift, does the other */
const frames = ({ options }: ToolContext, other: boolean): boolean =>
  (options(selectOptions).groundDrag === 'frame') !== other

/** The tool that is in hand while no other is: picks by clicks and frames, drags what is picked or its handles. */
export const select: Tool = {
  name: 'select',
  needs: 'look',
  word: 'Select',
  picture: { film: 'M6 4l12 8-5.4 1.2L10 19z', ink: 'M6 4l12 8-5.4 1.2L10 19z', red: 'M13 14l4 5' },
  also: ['pointer', 'cursor', 'pick', 'choose', 'look', 'pan'],
  key: 's',
  options: () => selectOptions.controls('groundDrag', 'frameWay'),
  steps: STEPS,
  changesLines: true,
  places: false,
  loupe: false,
  say: ({ drag }, { selection, options }) => {
    if (drag?.kind === 'move') return 'Release it where it belongs. Shift holds the direction.'
    if (drag?.kind === 'grip') return 'Release the point where it belongs.'
    if (selection.length > 0) return 'Drag it or its handles; arrows nudge, with Shift they lengthen. Delete removes.'
    const { frameWay, groundDrag } = options(selectOptions)
    const shape = frameWay === 'lasso' ? 'loop' : 'frame'
    return groundDrag === 'frame'
      ? `Click what you want to select, or drag a ${shape} around it. Shift adds; the right button moves the view.`
      : `Click what you want to select; Shift adds. Drag to move the view; with Shift or the right button drag a ${shape}.`
  },
  fields: ({ typed }, { display, selection }) =>
    selection.length === 0
      ? []
      : [
          {
            name: 'step',
            label: 'Arrow keys by',
            value: typed.step ?? formatLength(NUDGE_MM, display, false),
            narrow: true,
          },
        ],
  steer: ({ drag, held, touchedRad }, raw) =>
    drag?.kind === 'move' && held ? { at: holdDirection(drag.from, raw.at, touchedRad), caught: null } : raw,
  click: (session, point, context) => {
    const shape = shapeAt(context.plan, point.at, context.reachMm)
    const { selection } = context
    if (!shape) return { session, pick: session.held ? selection : [] }
    return { session, pick: session.held ? toggled(selection, shape.id) : [shape.id] }
  },
  enter: () => ({ session: EMPTY_SESSION }),
  undone: (session) => ({ ...session, drag: null }),
  drag: {
    grab: ({ held }, at, context, other) => {
      const picked = pickedShapes(context)
      const grip = picked.length <= MOST_WITH_GRIPS ? gripAt(context.plan, picked, at, context.reachMm) : null
      if (grip) return { kind: 'grip', id: grip.shape.id, index: grip.index }
      const shape = shapeAt(context.plan, at, context.reachMm)
      if (shape && context.selection.includes(shape.id) && !held && !other) return { kind: 'move', from: at }
      return frames(context, held || other) ? { kind: 'frame', from: at, trail: [at] } : null
    },
    drop: (session, point, context) => dropped(session, point, context),
  },
  arrow: (session, by, context, shift) => {
    const picked = pickedShapes(context)
    if (picked.length === 0) return null
    try {
      const step = parseLength(
        session.typed.step ?? String(formatLength(NUDGE_MM, context.display)),
        context.display.unit,
      )
      if (shift) return lengthen(session, picked, by, step, context)
      const images = mappedShapes(picked, movedBy({ x: by.x * step, y: by.y * step }), context.plan)
      return { session, edit: putting('Nudge', ...images) }
    } catch (error) {
      if (error instanceof LengthError) return { session, say: error.message }
      throw error
    }
  },
  paint: (canvas, { drag, cursor }, view, context) => {
    const picked = pickedShapes(context)
    if (drag?.kind === 'frame' && cursor) {
      const { frameWay } = context.options(selectOptions)
      const ring = frameWay === 'lasso' ? [...drag.trail, cursor.at] : frameRing(drag.from, cursor.at)
      paintFrame(canvas, view, ring, frameWay)
    }
    if (drag?.kind === 'move' && cursor) {
      const map = movedBy(subtract(cursor.at, drag.from))
      paintChains(
        canvas,
        view,
        mappedShapes(picked, map, context.plan).flatMap((shape) => chainsWith(shape, context)),
      )
    }
    if (drag?.kind === 'grip' && cursor) {
      const shape = picked.find(({ id }) => id === drag.id)
      if (shape)
        paintChains(
          canvas,
          view,
          chainsWith(kindOf(shape).withGrip(shape, drag.index, cursor.at, context.plan.around), context),
        )
    }
    if (picked.length <= MOST_WITH_GRIPS && drag?.kind !== 'move')
      paintGrips(
        canvas,
        view,
        picked.flatMap((shape) => gripsOf(shape, context.plan.around)),
      )
  },
}

function dropped(session: Session, point: BoardPoint, context: ToolContext): Outcome {
  const { drag } = session
  const after = { ...session, drag: null }
  switch (drag?.kind) {
    case 'grip': {
      const shape = context.records.get(drag.id)
      if (!shape || !isShape(shape)) return { session: after }
      const pulled = kindOf(shape).withGrip(shape, drag.index, point.at, context.plan.around)
      // A jamb that is pulled gives a door or window sizes of its own.
      const moved = pulled.kind === 'opening' && drag.index > 0 ? withoutType(pulled) : pulled
      const why = whyOpeningsRefuse(moved, context.records)
      if (why) return { session: after, say: why }
      return { edit: putting('Move point', moved), session: after }
    }
    case 'move': {
      const by = subtract(point.at, drag.from)
      if (distance(point.at, drag.from) === 0) return { session: after }
      return {
        session: after,
        edit: putting('Move', ...mappedShapes(pickedShapes(context), movedBy(by), context.plan)),
      }
    }
    case 'frame': {
      const way = context.options(selectOptions).frameWay
      const ring = way === 'lasso' ? [...drag.trail, point.at] : frameRing(drag.from, point.at)
      const found = shapesIn(context.plan, ring, way).map(({ id }) => id)
      return { session: after, pick: session.held ? [...new Set([...context.selection, ...found])] : found }
    }
    default:
      return { session: after }
  }
}

/** Why a door or window does not fit where it, or its wall, would be; null where all do. */
function whyOpeningsRefuse(moved: Shape, records: ToolContext['records']): string | null {
  if (moved.kind === 'opening') {
    const wall = records.get(moved.wallId)
    return wall?.kind === 'wall' ? whyRefused(moved, wall, records) : null
  }
  if (moved.kind !== 'wall') return null
  const openings = ofKind('opening', records)
  const own = openings.filter(({ wallId }) => wallId === moved.id)
  return own.map((opening) => whyRefused(opening, moved, records)).find((why) => why !== null) ?? null
}

/** Lengthens lines along the arrow: the end that lies further that way moves. */
function lengthen(session: Session, picked: readonly Shape[], by: Point, step: number, context: ToolContext): Outcome {
  const edits = picked.filter(isLine).flatMap((shape) => {
    const [chain] = chainsOf(shape, context.plan.around)
    if (!chain || chain.closed) return []
    const [start, end] = ends(shape, context)
    // Arrows up and to the right lengthen, the others shorten, at the end that points there.
    const forwards = end.x - start.x + (end.y - start.y) >= 0
    const longer = lengthened(chain, (by.x + by.y) * step, !forwards)
    return longer ? replaced(shape, [longer], context.records) : []
  })
  if (edits.length === 0) return { session, say: 'Only open lines can be lengthened, and not to nothing.' }
  return { edit: { label: 'Lengthen', edits }, session }
}

function ends(shape: Shape, { plan }: ToolContext): [Point, Point] {
  const grips = gripsOf(shape, plan.around)
  const count = shape.kind === 'path' ? shape.xy.length / 2 : grips.length
  return [grips[0]!, grips[count - 1]!]
}
