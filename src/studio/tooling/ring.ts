import { boxOf, corners } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { ringOptions } from './options'

// A part of a sheet is shown by a ring: two opposite corners, or any number of them until Enter, as the bench says.

/** The ring through the places clicked, in the space that they are given in. */
export const ringThrough = (places: Point[], { options }: ToolContext): Point[] =>
  options(ringOptions).ringShape === 'rectangle' && places.length > 1 ? corners(boxOf(places)) : places

/** What clicks and Enter do while a ring is shown. @param take does what the ring is for, once it is closed */
export const ringClicks = (
  take: (points: readonly BoardPoint[], context: ToolContext) => Outcome,
): Pick<Tool, 'click' | 'enter'> => ({
  click: (session, point, context) => {
    const points = [...session.points, point]
    if (context.options(ringOptions).ringShape === 'rectangle' && points.length === 2) return take(points, context)
    return { session: { ...EMPTY_SESSION, points } }
  },
  enter: ({ points }, context) =>
    context.options(ringOptions).ringShape === 'corners' && points.length > 2
      ? take(points, context)
      : { session: EMPTY_SESSION },
})

/** What to do next while a ring is shown. */
export function sayRing(
  { points }: Session,
  { options }: ToolContext,
  words: { readonly first: string; readonly opposite: string; readonly corners: string },
): string {
  if (options(ringOptions).ringShape === 'rectangle') return points.length === 0 ? words.first : words.opposite
  return points.length < 3 ? words.corners : 'Click further corners, or press Enter to close.'
}

/** For rings that hold nothing. */
export const ENCLOSES_NOTHING: Outcome = {
  session: EMPTY_SESSION,
  say: 'These corners enclose nothing. Click corners that lie apart.',
}
