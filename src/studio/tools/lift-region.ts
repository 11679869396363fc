import { boxOf, corners } from '@/core/geometry/box'
import { paintFrame } from '../board/painters/frame'
import { useLift } from '../lift/lift-store'
import { isSame } from './entry'
import { EMPTY_SESSION, plain, type Tool } from './tool'

/** Draws the region of which the linework is lifted. */
export const liftRegion: Tool = {
  ...plain,
  name: 'lift-region',
  word: 'Lift region',
  key: null,
  steps: [],
  places: true,
  loupe: false,
  say: ({ points }) =>
    points.length === 0 ? 'Click a corner of the region that shall be lifted.' : 'Click the opposite corner.',
  fields: () => [],
  click: (session, point) => {
    const [first] = session.points
    if (!first) return { session: { ...EMPTY_SESSION, points: [point] } }
    if (isSame(first.at, point.at)) return { session, say: 'Click a corner further away.' }
    useLift.setState({ region: corners(boxOf([first.at, point.at])), preview: null })
    return { session: EMPTY_SESSION, done: true }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { points, cursor }, view) => {
    const [first] = points
    if (first && cursor) paintFrame(canvas, view, corners(boxOf([first.at, cursor.at])), 'inside')
  },
}
