import type { Point } from './vector'

/** A place or direction in space; the unit is the caller's, z upwards. */
export interface Vector3 {
  readonly x: number
  readonly y: number
  readonly z: number
}

export const add3 = (a: Vector3, b: Vector3): Vector3 => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z })
export const subtract3 = (a: Vector3, b: Vector3): Vector3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z })
export const scale3 = (a: Vector3, factor: number): Vector3 => ({ x: a.x * factor, y: a.y * factor, z: a.z * factor })
export const dot3 = (a: Vector3, b: Vector3): number => a.x * b.x + a.y * b.y + a.z * b.z
export const cross3 = (a: Vector3, b: Vector3): Vector3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
})
export const length3 = (a: Vector3): number => Math.hypot(a.x, a.y, a.z)
export const distance3 = (a: Vector3, b: Vector3): number => Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)
/** Direction of `a` with length one; null where `a` has no length. */
export const unit3 = (a: Vector3): Vector3 | null => {
  const size = length3(a)
  return size > 0 ? scale3(a, 1 / size) : null
}
export const UP: Vector3 = { x: 0, y: 0, z: 1 }

/** A direction of length one square to another one: as near to upwards as can be, or to the right of what stands upright. */
export function squareTo(d: Vector3): Vector3 {
  const wish = Math.abs(d.z) < 0.9 ? UP : { x: 1, y: 0, z: 0 }
  return unit3(subtract3(wish, scale3(d, dot3(wish, d))))!
}

/** A plane drawn on, seen straight on: right and up as on the board, out towards who looks. Directions have length one. */
export interface Frame {
  readonly origin: Vector3
  readonly right: Vector3
  readonly up: Vector3
  readonly out: Vector3
}

/** Where a place of a frame lies in space. @param asideMm out of the plane, towards who looks */
export const placeIn = ({ origin, right, up, out }: Frame, { x, y }: Point, asideMm = 0): Vector3 => ({
  x: origin.x + right.x * x + up.x * y + out.x * asideMm,
  y: origin.y + right.y * x + up.y * y + out.y * asideMm,
  z: origin.z + right.z * x + up.z * y + out.z * asideMm,
})

/** A place in space as a frame sees it: on the plane, and how far out of it. */
export function seenFrom({ origin, right, up, out }: Frame, place: Vector3): Point & { readonly asideMm: number } {
  const from = subtract3(place, origin)
  return { x: dot3(from, right), y: dot3(from, up), asideMm: dot3(from, out) }
}

/** A place in space as a point of a frame's plane, straight out from which it lies. */
export function pointSeen(frame: Frame, place: Vector3): Point {
  const { x, y } = seenFrom(frame, place)
  return { x, y }
}

/** A direction as a frame sees it. */
export const directionIn = ({ right, up, out }: Frame, { x, y }: Point, aside = 0): Vector3 =>
  add3(add3(scale3(right, x), scale3(up, y)), scale3(out, aside))

/** A plane by a place on it and the direction that is outside, of length one. */
export interface HalfSpace {
  readonly at: Vector3
  readonly out: Vector3
}

/** How far outside of a plane a place lies. */
export const beyond = ({ at, out }: HalfSpace, place: Vector3): number =>
  (place.x - at.x) * out.x + (place.y - at.y) * out.y + (place.z - at.z) * out.z

/** A cuboid in any direction. */
export interface Cuboid {
  readonly middle: Vector3
  /** Of length one, square to one another. */
  readonly axes: readonly [Vector3, Vector3, Vector3]
  /** Half its sizes along them. */
  readonly halves: readonly [number, number, number]
}

/** The six planes that bound a cuboid. */
export const sidesOf = ({ middle, axes, halves }: Cuboid): HalfSpace[] =>
  axes.flatMap((axis, i) =>
    [1, -1].map((way) => ({ at: add3(middle, scale3(axis, way * halves[i]!)), out: scale3(axis, way) })),
  )
