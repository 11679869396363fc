import { cross, distance, dot, type Point, scale, subtract } from '../../geometry/vector'
import { type Face, facesOf } from './geometry'
import type { Wall } from './schema'

/** Ends of traced lines nearer than this are one corner: far below what a drawing means, far above rounding. */
export const SAME_POINT_MM = 0.01

/** A mitre may reach this many times the larger thickness from its corner; sharper corners are cut square. */
const LONGEST_MITRE = 6

/** Sines below this count as parallel: faces that would meet kilometres away. */
const PARALLEL = 1e-6

type WallShape = Pick<Wall, 'id' | 'start' | 'end' | 'thicknessMm' | 'tracedLine'>

/** A wall end at a corner, seen from the corner outwards. */
interface Arm {
  wall: WallShape
  atStart: boolean
  /** Away from the corner, length one. */
  outward: Point
  /** Faces to the left and right when looking outwards. */
  left: Face
  right: Face
}

/** What a corner makes of one wall end: the points of its outline there, from its left face to its right looking outwards. */
type EndShape = readonly Point[]

/**
 * Outlines of walls with their corners mitred: each a closed ring, anticlockwise, in model millimetres.
 * Walls that share an end point meet there; each face runs to the face of its neighbour around the corner.
 */
export function wallOutlines(walls: readonly WallShape[]): Map<string, Point[]> {
  const ends = new Map<string, { start?: EndShape; end?: EndShape }>()
  for (const arms of corners(walls))
    arms.forEach((arm, i) => {
      const known = ends.get(arm.wall.id) ?? {}
      ends.set(arm.wall.id, known)
      known[arm.atStart ? 'start' : 'end'] = endShape(arms, i)
    })
  const outlines = new Map<string, Point[]>()
  for (const wall of walls) {
    const shape = ends.get(wall.id)
    // Looking outwards from the start the wall's left face is left; from the end it is right, so both halves run on.
    if (shape?.start && shape.end) outlines.set(wall.id, tidy([...shape.start, ...shape.end]))
  }
  return outlines
}

/** Wall ends grouped by the point they share, each group in anticlockwise order of direction. */
function corners(walls: readonly WallShape[]): Arm[][] {
  const cells = new Map<string, { at: Point; arms: Arm[] }[]>()
  const groups: { at: Point; arms: Arm[] }[] = []
  for (const wall of walls) {
    const faces = facesOf(wall)
    if (!faces) continue
    for (const atStart of [true, false]) {
      const at = atStart ? wall.start : wall.end
      const { direction } = faces.left
      const arm: Arm = atStart
        ? { wall, atStart, outward: direction, left: faces.left, right: faces.right }
        : { wall, atStart, outward: scale(direction, -1), left: faces.right, right: faces.left }
      groupAt(cells, groups, at).arms.push(arm)
    }
  }
  for (const { arms } of groups)
    arms.sort((a, b) => Math.atan2(a.outward.y, a.outward.x) - Math.atan2(b.outward.y, b.outward.x))
  return groups.map(({ arms }) => arms)
}

function groupAt(cells: Map<string, { at: Point; arms: Arm[] }[]>, groups: { at: Point; arms: Arm[] }[], at: Point) {
  const cellX = Math.round(at.x)
  const cellY = Math.round(at.y)
  for (let x = cellX - 1; x <= cellX + 1; x++)
    for (let y = cellY - 1; y <= cellY + 1; y++)
      for (const group of cells.get(`${x},${y}`) ?? []) if (distance(group.at, at) <= SAME_POINT_MM) return group
  const group = { at, arms: [] }
  groups.push(group)
  const key = `${cellX},${cellY}`
  cells.set(key, [...(cells.get(key) ?? []), group])
  return group
}

function endShape(arms: readonly Arm[], i: number): EndShape {
  const arm = arms[i]!
  const before = arms[(i + arms.length - 1) % arms.length]!
  const after = arms[(i + 1) % arms.length]!
  const corner = arm.atStart ? arm.wall.start : arm.wall.end
  const square = (face: Face): Point => squareEnd(face, corner)
  if (arms.length === 1) return [square(arm.left), square(arm.right)]
  // Between this arm and the next one anticlockwise lie this arm's left face and the next one's right face.
  const left = mitre(arm.left, after.right, corner, arm, after) ?? square(arm.left)
  const right = mitre(arm.right, before.left, corner, arm, before) ?? square(arm.right)
  return arms.length > 2 ? [left, corner, right] : [left, right]
}

/** Where two faces around a corner meet, unless they run parallel or meet too far out. */
function mitre(face: Face, other: Face, corner: Point, arm: Arm, neighbour: Arm): Point | null {
  const turn = cross(face.direction, other.direction)
  if (Math.abs(turn) < PARALLEL) return null
  const t = cross(subtract(other.through, face.through), other.direction) / turn
  const at = { x: face.through.x + face.direction.x * t, y: face.through.y + face.direction.y * t }
  const reach = LONGEST_MITRE * Math.max(arm.wall.thicknessMm, neighbour.wall.thicknessMm)
  return distance(at, corner) > reach ? null : at
}

/** The foot of the corner on a face: a wall cut square. */
function squareEnd(face: Face, corner: Point): Point {
  const t = dot(subtract(corner, face.through), face.direction)
  return { x: face.through.x + face.direction.x * t, y: face.through.y + face.direction.y * t }
}

/** Drops points that fall on their neighbour, and turns the ring anticlockwise. */
function tidy(ring: readonly Point[]): Point[] {
  const kept = ring.filter((p, i) => distance(p, ring[(i + ring.length - 1) % ring.length]!) > SAME_POINT_MM)
  const twice = kept.reduce((sum, p, i) => sum + cross(p, kept[(i + 1) % kept.length]!), 0)
  return twice < 0 ? kept.reverse() : kept
}
