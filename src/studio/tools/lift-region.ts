import { boxOf, corners } from '@/core/geometry/box'
import { SAME_MM } from '@/core/geometry/piece/piece'
import { area } from '@/core/geometry/polygon'
import type { Point } from '@/core/geometry/vector'
import type { BoardPoint } from '../board/catch-on-board'
import { paintFrame } from '../board/painters/frame'
import { useLift } from '../lift/lift-store'
import { EMPTY_SESSION, type Outcome, plain, type Tool, type ToolContext } from './tool'

/** The region within the points clicked. */
const ringOf = (points: readonly BoardPoint[], { choices }: ToolContext): Point[] => {
  const ring = points.map(({ at }) => at)
  return choices.ringShape === 'rectangle' ? corners(boxOf(ring)) : ring
}

function take(points: readonly BoardPoint[], context: ToolContext): Outcome {
  const region = ringOf(points, context)
  if (area(region) < SAME_MM)
    return { session: EMPTY_SESSION, say: 'These corners enclose nothing. Click corners that lie apart.' }
  useLift.setState({ region, preview: null })
  return { session: EMPTY_SESSION, done: true }
}

/** Shows the region of which the linework is lifted. */
export const liftRegion: Tool = {
  ...plain,
  name: 'lift-region',
  word: 'Lift region',
  key: null,
  steps: [],
  places: true,
  loupe: false,
  say: ({ points }, { choices }) => {
    if (choices.ringShape === 'rectangle')
      return points.length === 0 ? 'Click a corner of the region that shall be lifted.' : 'Click the opposite corner.'
    return points.length < 3
      ? 'Click the corners of the region that shall be lifted, one after another.'
      : 'Click further corners, or press Enter to close.'
  },
  fields: () => [],
  click: (session, point, context) => {
    const points = [...session.points, point]
    if (context.choices.ringShape === 'rectangle' && points.length === 2) return take(points, context)
    return { session: { ...EMPTY_SESSION, points } }
  },
  enter: ({ points }, context) =>
    context.choices.ringShape === 'corners' && points.length > 2
      ? take(points, context)
      : { session: EMPTY_SESSION, done: points.length === 0 },
  paint: (canvas, { points, cursor }, view, context) => {
    if (points.length > 0 && cursor) paintFrame(canvas, view, ringOf([...points, cursor], context), 'inside')
  },
}
