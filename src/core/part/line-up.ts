import { cross3, dot3, type Frame, placeIn, unit3 } from '../geometry/space'
import type { Point } from '../geometry/vector'

/** A place on a view of a part. */
export interface PlaceOnView {
  readonly frame: Frame
  readonly at: Point
}

/** The direction that two views both show, on the second one; null where they look the same way. */
function sharedOn(one: Frame, other: Frame) {
  const axis = unit3(cross3(one.out, other.out))
  return axis && { axis, along: { x: dot3(axis, other.right), y: dot3(axis, other.up) } }
}

/**
 * How what lies on the second view has to move so that one point of the part, seen on both, lies at one place along the
 * direction that both show.
 * @returns null where the views look the same way
 */
export function linedUp(first: PlaceOnView, second: PlaceOnView): Point | null {
  const shared = sharedOn(first.frame, second.frame)
  if (!shared) return null
  const { axis, along } = shared
  const off = dot3(placeIn(first.frame, first.at), axis) - dot3(placeIn(second.frame, second.at), axis)
  return { x: along.x * off, y: along.y * off }
}

/** Where a place of the first view may lie on the second one: a line, by a place on it and its direction. */
export function lineOnView(
  first: PlaceOnView,
  other: Frame,
): { readonly through: Point; readonly along: Point } | null {
  const shared = sharedOn(first.frame, other)
  if (!shared) return null
  const { axis, along } = shared
  const far = dot3(placeIn(first.frame, first.at), axis)
  return { through: { x: along.x * far, y: along.y * far }, along: { x: -along.y, y: along.x } }
}
