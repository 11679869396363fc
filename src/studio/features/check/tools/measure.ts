import { arcThrough } from '@/core/geometry/piece/feet'
import { angleOf, segment, TURN, turnAhead } from '@/core/geometry/piece/piece'
import { doubleArea } from '@/core/geometry/polygon'
import { distance, type Point, subtract } from '@/core/geometry/vector'
import { roundOf as roundOfLine } from '@/core/snap/catches/round'
import { formatArea, formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { STEPS } from '@/studio/kernel/step'
import { EMPTY_SESSION, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { toScreen } from '@/studio/kernel/view'
import { paintLabel } from '@/studio/painters/labels'
import { paintMeasure } from '@/studio/painters/measure'
import { paintChains } from '@/studio/painters/shapes'
import { directionDeg, holdDirection } from '@/studio/tooling/direction'
import { isSame } from '@/studio/tooling/typed-point'
import { measureOptions } from '../options'

/** Points after which each way of measuring is done. */
const MOST: Record<(typeof measureOptions)['initial']['measureWay'], number> = {
  distance: 2,
  path: Infinity,
  angle: 3,
  radius: 3,
  area: Infinity,
}

const FIRST = {
  distance: 'Click the first point of what you want to measure.',
  path: 'Click along what you want to measure; Enter begins anew.',
  angle: 'Click the tip of the angle, then a point on each leg.',
  radius: 'Click a circle or an arc, or three points of it.',
  area: 'Click around the area; Enter begins anew.',
}

/** Measures without drawing; what was measured stays in sight until the next one is begun. */
export const measure: Tool = {
  name: 'measure',
  needs: 'measure',
  word: 'Measure',
  picture: { ink: 'M3 7v10M21 7v10', red: 'M4 12h16M7 9l-3 3 3 3M17 9l3 3-3 3' },
  also: ['distance', 'length', 'angle', 'area', 'ruler'],
  key: 'm',
  options: () => measureOptions.controls('measureWay'),
  steps: STEPS,
  opens: ['check'],
  places: true,
  measures: true,
  loupe: true,
  say: (session, context) => {
    const { measureWay } = context.options(measureOptions)
    if (session.points.length === 0) return FIRST[measureWay]
    const words = describe(measured(session, context), session, context)
    if (words === null)
      return measureWay === 'distance'
        ? 'Click the second point. Shift holds level, upright or 45°.'
        : 'Click the next point.'
    return session.points.length < MOST[measureWay] ? words : `${words}. Click to measure again.`
  },
  fields: () => [],
  steer: ({ points, held, touchedRad }, raw, { options }) => {
    const from =
      points.length > 0 && points.length < MOST[options(measureOptions).measureWay] ? points.at(-1) : undefined
    return from && held ? { at: holdDirection(from.at, raw.at, touchedRad), caught: null } : raw
  },
  click: (session, point, context) => {
    const { measureWay } = context.options(measureOptions)
    const done =
      session.points.length >= MOST[measureWay] || (measureWay === 'radius' && roundAt(session.points[0]) !== null)
    const points = done ? [] : session.points
    if (points.length > 0 && isSame(points.at(-1)!.at, point.at)) return { session }
    return { session: { ...EMPTY_SESSION, points: [...points, point] } }
  },
  enter: () => ({ session: EMPTY_SESSION }),
  undone: (session) => session,
  paint: (canvas, session, view, context) => {
    const { measureWay } = context.options(measureOptions)
    const points = measured(session, context)
    const figure = figureOf(points, session, context)
    if (measureWay === 'distance') {
      const [from, to] = points
      if (from && to) paintMeasure(canvas, view, from, to, formatLength(distance(from, to), context.display))
      return
    }
    if (measureWay === 'radius') {
      const round = roundOf(points, session)
      if (round) paintMeasure(canvas, view, round.center, points[0]!, figure)
      return
    }
    if (points.length < 2) return
    const order = measureWay === 'angle' && points.length === 3 ? [points[1]!, points[0]!, points[2]!] : points
    const lines = order.slice(1).map((p, i) => segment(order[i]!, p))
    paintChains(canvas, view, [{ pieces: lines, closed: measureWay === 'area' && points.length > 2 }])
    if (figure === null) return
    const at = measureWay === 'area' ? mean(points) : measureWay === 'angle' ? points[0]! : points.at(-1)!
    const { x, y } = toScreen(view, at)
    paintLabel(canvas, figure, x, y - 20)
  },
}

const mean = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
})

/** The points clicked, with the one that the mouse would add. */
function measured({ points, cursor }: Session, { options }: ToolContext): Point[] {
  const placed = points.map(({ at }) => at)
  const open = placed.length > 0 && placed.length < MOST[options(measureOptions).measureWay]
  return open && cursor && !isSame(placed.at(-1)!, cursor.at) ? [...placed, cursor.at] : placed
}

/** The circle that a clicked line is of. */
function roundAt(point: BoardPoint | undefined): { center: Point; radius: number } | null {
  const line = point?.caught?.source.lines[0]
  const round = line && roundOfLine(line)
  return round?.kind === 'arc' ? round : null
}

function roundOf(points: readonly Point[], session: Session): { center: Point; radius: number } | null {
  const clicked = roundAt(session.points[0])
  if (clicked) return clicked
  const [a, b, c] = points
  const arc = a && b && c ? arcThrough(a, b, c) : null
  return arc?.kind === 'arc' ? arc : null
}

/** What stands beside the drawn measure. */
function figureOf(points: readonly Point[], session: Session, { options, display }: ToolContext): string | null {
  switch (options(measureOptions).measureWay) {
    case 'distance':
    case 'path':
      return points.length < 2 ? null : formatLength(pathLength(points), display)
    case 'angle':
      return points.length < 3 ? null : `${((between(points) * 180) / Math.PI).toFixed(2)}°`
    case 'radius': {
      const round = roundOf(points, session)
      return round && `R ${formatLength(round.radius, display)}`
    }
    case 'area':
      return points.length < 3 ? null : formatArea(Math.abs(doubleArea(points)) / 2, display)
  }
}

const pathLength = (points: readonly Point[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + distance(points[i]!, p), 0)

/** The smaller angle at the first point. */
function between([tip, a, b]: readonly Point[]): number {
  const turn = turnAhead(angleOf(subtract(a!, tip!)), angleOf(subtract(b!, tip!)))
  return Math.min(turn, TURN - turn)
}

function describe(points: readonly Point[], session: Session, context: ToolContext): string | null {
  const { options, display } = context
  const figure = figureOf(points, session, context)
  if (figure === null) return null
  const [a, b] = points
  switch (options(measureOptions).measureWay) {
    case 'distance': {
      if (session.points.length < 2) return null
      const along = formatLength(Math.abs(b!.x - a!.x), display)
      const up = formatLength(Math.abs(b!.y - a!.y), display)
      return `${figure}: ${along} across, ${up} up, at ${directionDeg(a!, b!).toFixed(1)}°`
    }
    case 'path':
      return `${figure} along ${points.length - 1} pieces`
    case 'radius': {
      const { radius } = roundOf(points, session)!
      return `${figure}, across ${formatLength(2 * radius, display)}, around ${formatLength(TURN * radius, display)}`
    }
    case 'area':
      return `${figure}, around ${formatLength(pathLength([...points, a!]), display)}`
    case 'angle':
      return figure
  }
}
