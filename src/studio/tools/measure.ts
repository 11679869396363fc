import { distance } from '@/core/geometry/vector'
import { formatLength } from '@/core/units/format'
import { paintMeasure } from '../board/painters/measure'
import { STEPS } from '../steps'
import { directionDeg, EMPTY_SESSION, holdDirection, type Session, type Tool, type ToolContext } from './tool'

/** The distance between two points; it stays in sight until the next one is begun. */
export const measure: Tool = {
  name: 'measure',
  word: 'Measure',
  key: 'm',
  steps: STEPS,
  places: true,
  loupe: true,
  say: ({ points }, context) => {
    if (points.length === 0) return 'Click the first point of what you want to measure.'
    if (points.length === 1) return 'Click the second point. Shift holds level, upright or 45°.'
    return `${describe({ points }, context)}. Click to measure again.`
  },
  fields: () => [],
  steer: ({ points, held }, raw) => {
    const from = points.length === 1 ? points[0] : undefined
    return from && held ? { at: holdDirection(from.at, raw.at), caught: null } : raw
  },
  click: (session, point) => ({
    session: { ...EMPTY_SESSION, points: session.points.length === 1 ? [session.points[0]!, point] : [point] },
  }),
  enter: () => ({ session: EMPTY_SESSION }),
  undone: (session) => session,
  paint: (canvas, { points, cursor }, view, { display }) => {
    const [from, to] = points.length === 1 && cursor ? [points[0]!, cursor] : points
    if (from && to) paintMeasure(canvas, view, from.at, to.at, formatLength(distance(from.at, to.at), display))
  },
}

function describe({ points }: Pick<Session, 'points'>, { display }: ToolContext): string {
  const [a, b] = [points[0]!.at, points[1]!.at]
  const along = formatLength(Math.abs(b.x - a.x), display)
  const up = formatLength(Math.abs(b.y - a.y), display)
  return `${formatLength(distance(a, b), display)}: ${along} across, ${up} up, at ${directionDeg(a, b).toFixed(1)}°`
}
