import { arcThrough } from '@/core/geometry/piece/feet'
import { bulgedPiece, bulgeOf, bulgeOfRadius, placeAt } from '@/core/geometry/piece/piece'
import { add, cross, distance, leftOf, type Point, subtract } from '@/core/geometry/vector'
import { facesOf } from '@/core/model/wall/geometry'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { Session, ToolContext } from '@/studio/kernel/tool'
import { attempt } from '@/studio/tooling/attempt'
import type { Drawing } from '@/studio/tooling/drawing'
import { enteredPoint, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { newWall } from '../new-wall'

/** The bulge of the arc over a chord that passes a place; null where that lies on the chord. */
function bulgeThrough(start: Point, end: Point, via: Point): number | null {
  const arc = arcThrough(start, via, end)
  return arc && bulgeOf(arc)
}

/** The bulge of the smaller arc of a radius over a chord, on the side of a place. @throws Error with a sentence */
function bulgeTowards(start: Point, end: Point, radiusMm: number, side: Point): number {
  const chord = distance(start, end)
  const size = bulgeOfRadius(chord, radiusMm)
  if (size === null)
    throw new Error(
      `A radius of less than half the distance, ${Math.ceil(chord / 2)} mm, does not reach from end to end.`,
    )
  return cross(subtract(end, start), subtract(side, start)) > 0 ? -size : size
}

/** The middle of an arc of the radius that is typed; null where none is. @throws Error with a sentence */
function typedMiddle({ points, typed, raw }: Session, { display }: ToolContext): Point | null {
  const [a, b] = points
  if (!a || !b || !typed.radius) return null
  // Without a mouse it bends to the left.
  const side = raw?.at ?? add(a.at, leftOf(subtract(b.at, a.at)))
  const bulge = bulgeTowards(a.at, b.at, parseLength(typed.radius, display.unit), side)
  return placeAt(bulgedPiece(a.at, b.at, bulge), 0.5)
}

/** A round wall: its two ends, then a place that its traced line passes, or its radius. */
export const roundWall: Drawing = {
  name: 'round-wall',
  word: 'Round wall',
  key: null,
  label: 'Trace round wall',
  most: () => 3,
  say: (count) =>
    count === 0
      ? 'Click where the round wall begins, on the line that you trace.'
      : count === 1
        ? 'Click where it ends.'
        : 'Click a place that the traced line passes, or type the radius and press Enter.',
  fields: (session, context) => {
    const { points, typed, cursor } = session
    const [a, b] = points
    if (!a || !b) return pointFields(session, context)
    const arc = cursor && arcThrough(a.at, cursor.at, b.at)
    // Never empty: an empty field would take the keyboard as one that must be answered.
    const shown = formatLength(arc?.radius ?? 0, context.display, false)
    return [{ name: 'radius', label: 'Radius', value: typed.radius ?? shown, first: true, narrow: true }]
  },
  steer: (session, raw, context) => {
    if (session.points.length < 2) return steerPoint(session, raw, context)
    const middle = attempt(() => typedMiddle(session, context))
    return middle instanceof Error || !middle ? raw : { at: middle, caught: null }
  },
  entered: (session, context) => {
    if (session.points.length < 2) return enteredPoint(session, context)
    const at = typedMiddle(session, context)
    return at && { at, caught: null }
  },
  shape: ([a, b, via], _, context) => {
    const bulge = a && b && via ? bulgeThrough(a.at, b.at, via.at) : 0
    const made = a && b && bulge !== null ? newWall(a.at, b.at, context, [a, b], bulge) : null
    return made && facesOf(made) ? made : null
  },
  refuse: ([a, b, via]) =>
    a && b && via && bulgeThrough(a.at, b.at, via.at) === null
      ? 'These three places lie in one line: choose the last one beside it.'
      : 'This arc is tighter than the wall is thick: choose a flatter one, or trace its other face.',
  // The next wall begins where this one ends.
  nextFrom: ([, end]) => (end ? [end] : []),
}
