import {
  add3,
  beyond,
  type Cuboid,
  cross3,
  dot3,
  type HalfSpace,
  scale3,
  sidesOf,
  squareTo,
  subtract3,
  unit3,
  type Vector3,
} from '../geometry/space'

/** A convex solid by its faces, each anticlockwise as seen from outside. */
export type ConvexSolid = readonly (readonly Vector3[])[]

/** Places within this of a plane lie on it, in millimetres. */
const ON_PLANE_MM = 1e-6

/** The part of a convex solid inside of a plane; null where nothing is left. (Sutherland and Hodgman 1974, with the cut closed.) */
export function clipped(solid: ConvexSolid, plane: HalfSpace): ConvexSolid | null {
  const cut: Vector3[] = []
  let touched = false
  const faces = solid.flatMap((face) => {
    const off = face.map((p) => beyond(plane, p))
    if (off.every((d) => d <= ON_PLANE_MM)) return [face]
    touched = true
    const kept: Vector3[] = []
    face.forEach((a, i) => {
      const j = (i + 1) % face.length
      const b = face[j]!
      const [s, t] = [off[i]!, off[j]!]
      if (s <= ON_PLANE_MM) {
        kept.push(a)
        if (s >= -ON_PLANE_MM) cut.push(a)
      }
      if ((s < -ON_PLANE_MM && t > ON_PLANE_MM) || (s > ON_PLANE_MM && t < -ON_PLANE_MM)) {
        const p = add3(a, scale3(subtract3(b, a), s / (s - t)))
        kept.push(p)
        cut.push(p)
      }
    })
    return kept.length >= 3 ? [kept] : []
  })
  if (!touched) return solid
  if (faces.length < 3) return null
  const cap = ordered(cut, plane.out)
  return cap.length >= 3 ? [...faces, cap] : faces.length >= 4 ? faces : null
}

/** Places of a plane in their order around their middle, each once, anticlockwise about a direction. */
function ordered(places: readonly Vector3[], about: Vector3): Vector3[] {
  if (places.length < 3) return []
  const middle = scale3(places.reduce(add3), 1 / places.length)
  const right = squareTo(about)
  const up = cross3(about, right)
  const turned = places
    .map((p) => {
      const from = subtract3(p, middle)
      return { p, angle: Math.atan2(dot3(from, up), dot3(from, right)) }
    })
    .sort((a, b) => a.angle - b.angle)
    .map(({ p }) => p)
  return turned.filter((p, i) => {
    const former = turned[(i + turned.length - 1) % turned.length]!
    return Math.hypot(p.x - former.x, p.y - former.y, p.z - former.z) > ON_PLANE_MM
  })
}

/** What of a convex solid lies inside of all planes; null where nothing does. */
export function within(solid: ConvexSolid, planes: readonly HalfSpace[]): ConvexSolid | null {
  let rest: ConvexSolid | null = solid
  for (const plane of planes) {
    if (!rest) return null
    rest = clipped(rest, plane)
  }
  return rest
}

/** Whether a whole solid lies outside of a plane, or touches it from there. */
function isBeyond(solid: ConvexSolid, { at, out }: HalfSpace): boolean {
  const level = dot3(at, out) - ON_PLANE_MM
  for (const face of solid) for (const p of face) if (p.x * out.x + p.y * out.y + p.z * out.z < level) return false
  return true
}

/** What of a convex solid lies outside of a cuboid, in convex parts. */
export function besides(solid: ConvexSolid, cuboid: Cuboid): ConvexSolid[] {
  const planes = sidesOf(cuboid)
  // Most are far off: no clipping tells that.
  if (planes.some((plane) => isBeyond(solid, plane))) return [solid]
  const parts: ConvexSolid[] = []
  let rest: ConvexSolid | null = solid
  for (const plane of planes) {
    const outside = clipped(rest, { at: plane.at, out: scale3(plane.out, -1) })
    rest = clipped(rest, plane)
    // Nothing of it lies within: it is whole.
    if (!rest) return [solid]
    if (outside && volumeOf(outside) > SMALLEST_MM3) parts.push(outside)
  }
  return parts
}

/** Parts smaller than this are what rounding leaves. */
const SMALLEST_MM3 = 1

/** Six times the volume between faces and the origin (divergence theorem). */
export function volumeOf(solid: ConvexSolid): number {
  const [origin] = solid[0]!
  const { x, y, z } = origin!
  let six = 0
  for (const face of solid) {
    const a = face[0]!
    const [ax, ay, az] = [a.x - x, a.y - y, a.z - z]
    for (let i = 1; i + 1 < face.length; i++) {
      const [b, c] = [face[i]!, face[i + 1]!]
      const [bx, by, bz] = [b.x - x, b.y - y, b.z - z]
      const [cx, cy, cz] = [c.x - x, c.y - y, c.z - z]
      six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)
    }
  }
  return Math.abs(six) / 6
}

/** The planes in which the faces of a convex solid lie. */
export function planesOf(solid: ConvexSolid): HalfSpace[] {
  return solid.flatMap((face) => {
    const [a, b] = face as [Vector3, Vector3]
    for (let i = 2; i < face.length; i++) {
      const out = unit3(cross3(subtract3(b, a), subtract3(face[i]!, a)))
      if (out) return [{ at: a, out }]
    }
    return []
  })
}

/** The volume that two convex solids have in common. */
export function sharedVolume(a: ConvexSolid, b: ConvexSolid): number {
  const shared = within(a, planesOf(b))
  return shared ? volumeOf(shared) : 0
}
