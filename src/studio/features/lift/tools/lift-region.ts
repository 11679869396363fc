import { SAME_MM } from '@/core/geometry/piece/piece'
import { area } from '@/core/geometry/polygon'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintFrame } from '@/studio/painters/frame'
import { ringOptions } from '@/studio/tooling/options'
import { ENCLOSES_NOTHING, ringClicks, ringThrough, sayRing } from '@/studio/tooling/ring'
import { regionOptions } from '../options'

/** The region within the points clicked, on the board. */
const regionOf = (points: readonly BoardPoint[], context: ToolContext) =>
  ringThrough(
    points.map(({ at }) => at),
    context,
  )

function take(points: readonly BoardPoint[], context: ToolContext): Outcome {
  const region = regionOf(points, context)
  if (area(region) < SAME_MM) return ENCLOSES_NOTHING
  return { session: EMPTY_SESSION, done: true, choose: regionOptions.with({ region }) }
}

const clicks = ringClicks(take)

/** Shows the region of which the linework is lifted. */
export const liftRegion: Tool = {
  ...plain,
  name: 'lift-region',
  word: 'Lift region',
  picture: { ink: 'M4 8h3M10 8h4M17 8h3M4 20h3M10 20h4M17 20h3M4 12v4M20 12v4', red: 'M12 17V4M9 7l3-3 3 3' },
  also: ['extract', 'import lines'],
  key: null,
  options: () => ringOptions.controls('ringShape'),
  steps: [],
  places: true,
  loupe: false,
  say: (session, context) =>
    sayRing(session, context, {
      first: 'Click a corner of the region that should be lifted.',
      opposite: 'Click the opposite corner.',
      corners: 'Click the corners of the region that should be lifted, one after another.',
    }),
  fields: () => [],
  ...clicks,
  // With nothing shown yet, Enter gives it up.
  enter: (session, context) =>
    session.points.length === 0 ? { session: EMPTY_SESSION, done: true } : clicks.enter(session, context),
  paint: (canvas, { points, cursor }, view, context) => {
    if (points.length > 0 && cursor) paintFrame(canvas, view, regionOf([...points, cursor], context), 'inside')
  },
}
