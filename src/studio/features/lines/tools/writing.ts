import { type Region, regionAround } from '@/core/draft/region'
import { boxOf, grow, holds, unite } from '@/core/geometry/box'
import { boxOfPieces, lengthOf } from '@/core/geometry/piece/measure'
import { add, distance, leftOf, type Point, scale, subtract, unit } from '@/core/geometry/vector'
import { layOut, offsetThrough } from '@/core/model/dimension/layout'
import type { Anchor, DimensionWay } from '@/core/model/dimension/schema'
import { hatchRing } from '@/core/model/hatch/ring'
import { anchorsOf } from '@/core/model/shapes'
import { isPartView } from '@/core/model/work-plane/schema'
import { roundOf } from '@/core/snap/catches/round'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { Field, Session, Tool, ToolContext } from '@/studio/kernel/tool'
import { caughtShape, drawingTool, drawnBase } from '@/studio/tooling/drawing'
import { sayStated, statedOf } from '@/studio/tooling/stated'
import { enteredPoint, isSame, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { dimensionOptions, hatchOptions, letterOptions } from '../options'

/** Parts are lettered smaller than plans. */
const letterControls = (context: ToolContext) => letterOptions.controls(isOnPart(context) ? 'partLetterMm' : 'letterMm')

export const text: Tool = drawingTool({
  name: 'text',
  word: 'Text',
  picture: { ink: 'M6 5h12M12 5v12', red: 'M4 20h16' },
  also: ['writing', 'note', 'label'],
  drawer: 'lines',
  key: 'x',
  options: (context) => letterControls(context),
  label: 'Write text',
  most: () => 1,
  say: (count) =>
    count === 0
      ? 'Type the text and click where it begins, whichever comes first.'
      : 'Type the text. Enter or a click ends it.',
  fields: ({ typed }) => [{ name: 'text', label: 'Text', value: typed.text ?? '', first: true, words: true }],
  steer: (_, raw) => raw,
  waits: ({ typed }) => !typed.text?.trim(),
  entered: ({ typed, points, raw }) => {
    if (!typed.text?.trim()) throw new Error('Type the text first.')
    const at = points[0] ?? raw
    if (!at) throw new Error('Point the mouse where the text should begin, then press Enter or click.')
    return at
  },
  shape: ([at], { typed }, context) =>
    at && typed.text?.trim()
      ? {
          ...drawnBase(context, [at]),
          kind: 'text',
          at: at.at,
          text: typed.text.trim(),
          heightMm: letterHeight(context),
          turnRad: 0,
        }
      : null,
})

/** The place that is measured, following the element whose point it is. */
function anchorOf(point: BoardPoint, context: ToolContext): Anchor {
  const shape = caughtShape(point, context)
  const anchor = shape ? anchorsOf(shape, context.plan.around).findIndex((each) => distance(each, point.at) < 1e-6) : -1
  return { at: point.at, on: anchor >= 0 ? { id: shape!.id, anchor } : undefined }
}

/** A radius is measured on one click: the circle tells its centre. */
function radiusAnchors(point: BoardPoint, context: ToolContext): Anchor[] | null {
  const line = point.caught?.source.lines[0]
  const round = line && roundOf(line)
  if (round?.kind !== 'arc') return null
  const shape = caughtShape(point, context)
  const anchors = shape ? anchorsOf(shape, context.plan.around) : []
  const follow = (at: Point): Anchor => {
    const anchor = anchors.findIndex((each) => distance(each, at) < 1e-6)
    return { at, on: anchor >= 0 ? { id: shape!.id, anchor } : undefined }
  }
  // The circle's own point nearest to the click, so that the dimension follows a change of the radius.
  const own = anchors.filter((each) => Math.abs(distance(each, round.center) - round.radius) < 1e-6)
  const nearest = own.sort((a, b) => distance(a, point.at) - distance(b, point.at))[0]
  return [follow(round.center), follow(nearest ?? point.at)]
}

const isOnPart = ({ planeId, records }: ToolContext): boolean => isPartView(planeId, records)

const letterHeight = (context: ToolContext): number =>
  isOnPart(context) ? context.options(letterOptions).partLetterMm : context.options(letterOptions).letterMm

/** Whether only the place of the dimension line is left. */
const isLast = ({ points }: Session, { options }: ToolContext): boolean =>
  points.length === POINTS[options(dimensionOptions).dimensionWay] - 1

/** How far beside what it measures a dimension line lies where nobody says it, in heights of its figures. */
const ASIDE = 5

/** Where the dimension line lies once its figure is typed: at the mouse, or a little to the right of what is measured. */
function lineOf({ points, cursor }: Session, context: ToolContext): BoardPoint {
  const [from, to] = [points[0]!.at, points.at(-1)!.at]
  if (cursor && !isSame(cursor.at, to)) return cursor
  const along = unit(subtract(to, from)) ?? { x: 1, y: 0 }
  return { at: add(to, scale(leftOf(along), -ASIDE * letterHeight(context))), caught: null }
}

/** On a part what is printed is typed: it drives what it measures. */
function statedField({ points, typed, cursor }: Session, context: ToolContext): Field {
  const { dimensionWay } = context.options(dimensionOptions)
  const anchors =
    dimensionWay === 'radius' ? radiusAnchors(points[0]!, context)?.map(({ at }) => at) : points.map(({ at }) => at)
  const measured = anchors && cursor ? layOut(dimensionWay, anchors, 1, 1, context.display)?.measured : undefined
  return {
    name: 'stated',
    label: 'Stated',
    value: typed.stated ?? (measured === undefined ? '' : sayStated(dimensionWay, measured, context.display)),
    first: true,
    hint: 'As it is printed: what it measures is drawn so',
  }
}

const POINTS: Record<DimensionWay, number> = { aligned: 3, level: 3, upright: 3, angle: 4, radius: 2 }

export const dimension: Tool = drawingTool({
  name: 'dimension',
  word: 'Dimension',
  picture: { ink: 'M4 5v13M20 5v13', red: 'M4 14h16M2.5 15.5l3-3M18.5 15.5l3-3' },
  also: ['measure', 'length'],
  drawer: 'lines',
  key: 'd',
  options: (context) => [...dimensionOptions.controls('dimensionWay'), ...letterControls(context)],
  label: 'Draw dimension',
  most: ({ options }) => POINTS[options(dimensionOptions).dimensionWay],
  say: (count, { options }) => {
    const steps = {
      angle: [
        'Click the tip of the angle.',
        'Click a point on its first leg.',
        'Click a point on its other leg, anticlockwise.',
        'Click where the arc should lie.',
      ],
      radius: ['Click a circle or an arc.', 'Click where the figure should stand.'],
    } as Partial<Record<DimensionWay, string[]>>
    return (
      (steps[options(dimensionOptions).dimensionWay] ?? [
        'Click the first point to measure from.',
        'Click the second point.',
        'Click where the dimension line should lie.',
      ])[count] ?? ''
    )
  },
  fields: (session, context) =>
    isLast(session, context) && isOnPart(context) ? [statedField(session, context)] : pointFields(session, context),
  entered: (session, context) =>
    isLast(session, context) && session.typed.stated ? lineOf(session, context) : enteredPoint(session, context),
  steer: (session, raw, context) =>
    session.points.length === POINTS[context.options(dimensionOptions).dimensionWay] - 1
      ? { at: raw.at, caught: null }
      : steerPoint(session, raw, context),
  shape: (points, { typed }, context) => {
    const way = context.options(dimensionOptions).dimensionWay
    if (points.length < POINTS[way]) return null
    const place = points.at(-1)!.at
    const anchors =
      way === 'radius' ? radiusAnchors(points[0]!, context) : points.slice(0, -1).map((each) => anchorOf(each, context))
    if (!anchors) return null
    const offsetMm = offsetThrough(
      way,
      anchors.map(({ at }) => at),
      place,
    )
    return {
      ...drawnBase(context, points),
      kind: 'dimension',
      way,
      anchors,
      offsetMm,
      heightMm: letterHeight(context),
      ...(typed.stated && isOnPart(context) && { stated: statedOf(typed.stated, way, context.display) }),
    }
  },
  refuse: (_, { options }) =>
    options(dimensionOptions).dimensionWay === 'radius'
      ? 'Click on a circle or an arc, so that its radius can be measured.'
      : 'These points give nothing to measure.',
})

/** How far around the click lines are looked at first, in reaches of a click, and how often further out. */
const FIRST_REACH = 20
const MOST_LOOKS = 12
/** More lines than these are not sorted into regions while the mouse waits. */
const MOST_PIECES = 10_000

/** The closed region around a point, of what is drawn. */
export function regionAt(at: Point, { plan, reachMm }: ToolContext): Region | null {
  let sight = grow(boxOf([at]), FIRST_REACH * reachMm)
  for (let looks = 0; looks < MOST_LOOKS; looks++) {
    const pieces = plan.piecesWithin(sight)
    if (pieces.length > MOST_PIECES) return null
    const region = pieces.length > 0 ? regionAround(pieces, at) : null
    if (!region) {
      sight = grow(sight, sight.maxX - sight.minX)
      continue
    }
    // What lies beyond the sight may be within the region, or cut it.
    const own = boxOfPieces(region.outline.pieces)
    if (holds(sight, own)) return region
    sight = unite(sight, own)
  }
  return null
}

export const hatch: Tool = drawingTool({
  name: 'hatch',
  word: 'Hatch',
  picture: { ink: 'M4 4h16v16H4z', red: 'M4 12l8-8M4 20L20 4M12 20l8-8' },
  also: ['fill', 'shade', 'pattern', 'poche'],
  drawer: 'lines',
  key: 'h',
  options: () => hatchOptions.controls('hatchPattern', 'hatchSpacingMm', 'hatchDeg'),
  label: 'Hatch region',
  preview: false,
  most: () => 1,
  say: () => 'Click inside a closed region of drawn lines or walls.',
  fields: () => [],
  steer: (_, raw) => raw,
  shape: ([point], session, context) => {
    if (!point || session.points.length > 0) return null
    const region = regionAt(point.at, context)
    if (!region) return null
    const { hatchPattern, hatchSpacingMm, hatchDeg } = context.options(hatchOptions)
    const rings = [region.outline, ...region.islands].map((each) => hatchRing(each, (piece) => lengthOf(piece) / 2000))
    return {
      ...drawnBase(context, [point]),
      kind: 'hatch',
      rings,
      pattern: hatchPattern,
      spacingMm: hatchSpacingMm,
      turnRad: (hatchDeg * Math.PI) / 180,
    }
  },
  refuse: () => 'Nothing encloses this place. Close the gaps of the lines around it, or come nearer.',
})
