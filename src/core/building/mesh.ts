import earcut from 'earcut'
import { cross3, subtract3, unit3, type Vector3 } from '../geometry/space'
import type { Point } from '../geometry/vector'
import { risenMm, type Slope } from '../model/roof/plane'
import type { Solid } from './prisms'

/** Triangles with flat shading: three corners each, x y z in metres about an origin, z up. */
export interface Mesh {
  readonly positions: Float32Array
  readonly normals: Float32Array
}

/** Corners that a cap over a ring with holes is made of, as indices into them one after another. Reckoned from its first corner: sites lie far from their zero. */
export function capOf(ring: readonly Point[], holes: readonly (readonly Point[])[] = []): number[] {
  const all = [ring, ...holes]
  const [zero] = ring
  let count = 0
  const starts = all.slice(0, -1).map((each) => (count += each.length))
  return earcut(
    all.flat().flatMap(({ x, y }) => [x - zero!.x, y - zero!.y]),
    starts,
  )
}

/** @param origin of the mesh, in model millimetres: sites carry coordinates that single precision can't hold */
export function meshOf(solids: readonly Solid[], origin: Point): Mesh {
  const positions: number[] = []
  const normals: number[] = []
  const corner = (p: Point, zMm: number) => positions.push((p.x - origin.x) / 1000, (p.y - origin.y) / 1000, zMm / 1000)
  const facing = (x: number, y: number, z: number) => {
    for (let i = 0; i < 3; i++) normals.push(x, y, z)
  }
  const face = (corners: readonly Vector3[]) => {
    const [a] = corners as [Vector3]
    for (let i = 1; i + 1 < corners.length; i++) {
      const [p, q] = [corners[i]!, corners[i + 1]!]
      const out = unit3(cross3(subtract3(p, a), subtract3(q, a)))
      if (!out) continue
      for (const each of [a, p, q]) corner(each, each.z)
      facing(out.x, out.y, out.z)
    }
  }
  for (const solid of solids) {
    if ('faces' in solid) {
      solid.faces.forEach(face)
      continue
    }
    const { ring, holes = [], footMm, heightMm, slope } = solid
    const foot = (p: Point) => footMm + (slope ? risenMm(slope, p) : 0)
    const top = (p: Point) => foot(p) + heightMm
    const up = slope ? normalOf(slope) : UPRIGHT
    const corners = [ring, ...holes].flat()
    const cap = capOf(ring, holes)
    for (let i = 0; i < cap.length; i += 3) {
      const [a, b, c] = [corners[cap[i]!]!, corners[cap[i + 1]!]!, corners[cap[i + 2]!]!]
      const turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)
      const [second, third] = turn > 0 ? [b, c] : [c, b]
      for (const p of [a, second, third]) corner(p, top(p))
      facing(...up)
      for (const p of [a, third, second]) corner(p, foot(p))
      facing(-up[0], -up[1], -up[2])
    }
    const sides = [ring, ...holes].flatMap((each) => each.map((a, i) => [a, each[(i + 1) % each.length]!] as const))
    sides.forEach(([a, b]) => {
      const size = Math.hypot(b.x - a.x, b.y - a.y)
      if (size === 0) return
      const out = { x: (b.y - a.y) / size, y: -(b.x - a.x) / size }
      corner(a, foot(a))
      corner(b, foot(b))
      corner(b, top(b))
      facing(out.x, out.y, 0)
      corner(a, foot(a))
      corner(b, top(b))
      corner(a, top(a))
      facing(out.x, out.y, 0)
    })
  }
  return { positions: new Float32Array(positions), normals: new Float32Array(normals) }
}

type Direction = readonly [x: number, y: number, z: number]
const UPRIGHT: Direction = [0, 0, 1]

/** Out of the upper side of a slope, length one. */
function normalOf({ uphill, rise }: Slope): Direction {
  const size = Math.hypot(1, rise)
  return [(-uphill.x * rise) / size, (-uphill.y * rise) / size, 1 / size]
}
