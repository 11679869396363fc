import RBush from 'rbush'
import { type Box, boxOf, grow } from '../../geometry/box'
import { PointGrid } from '../../geometry/point-grid'
import { doubleArea } from '../../geometry/polygon'
import { meetsLineAt } from '../../geometry/segment'
import { cross, distance, dot, type Point, scale, subtract } from '../../geometry/vector'
import { levelIdOf } from '../level/schema'
import { type Face, facesOf } from './geometry'
import type { Wall } from './schema'

/** Ends of traced lines nearer than this are one corner: far below what a drawing means, far above rounding. */
export const SAME_POINT_MM = 0.01

/** A mitre may reach this many times the larger thickness from its corner; sharper corners are cut square. */
const LONGEST_MITRE = 6

/** Sines below this count as parallel: faces that would meet kilometres away. */
const PARALLEL = 1e-6

type WallShape = Pick<Wall, 'id' | 'start' | 'end' | 'thicknessMm' | 'tracedLine' | 'levelId'>

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
 * Outlines of walls, joined with those of the same level: each a closed ring, anticlockwise, in model millimetres.
 * Walls that share an end point meet there: each face runs to the face of its neighbour around the corner.
 * A wall that ends within another one is cut along the face at which it arrives.
 */
export function wallOutlines(walls: readonly WallShape[]): Map<string, Point[]> {
  const levels = new Map<string, WallShape[]>()
  for (const wall of walls) {
    const level = levels.get(levelIdOf(wall)) ?? []
    level.push(wall)
    levels.set(levelIdOf(wall), level)
  }
  return new Map([...levels.values()].flatMap((level) => [...joined(level)]))
}

/** Outlines of the walls of one level. */
function joined(walls: readonly WallShape[]): Map<string, Point[]> {
  const hosts = new RBush<Host>().load(walls.flatMap(hostOf))
  const ends = new Map<string, { start?: EndShape; end?: EndShape }>()
  for (const arms of corners(walls))
    arms.forEach((arm, i) => {
      const known = ends.get(arm.wall.id) ?? {}
      ends.set(arm.wall.id, known)
      known[arm.atStart ? 'start' : 'end'] = (arms.length === 1 && teeEnd(arm, hosts)) || endShape(arms, i)
    })
  const outlines = new Map<string, Point[]>()
  for (const wall of walls) {
    const shape = ends.get(wall.id)
    // Looking outwards from the start the wall's left face is left; from the end it is right, so both halves run on.
    if (shape?.start && shape.end) outlines.set(wall.id, tidy([...shape.start, ...shape.end]))
  }
  return outlines
}

/** Wall ends that meet in a point. */
interface Corner {
  readonly at: Point
  readonly arms: Arm[]
}

/** Cells in which corners are looked for: few of them share one. */
const CELL_MM = 1

/** Wall ends grouped by the point they share, each group in anticlockwise order of direction. */
function corners(walls: readonly WallShape[]): Arm[][] {
  const grid = new PointGrid<Corner>(CELL_MM)
  const groups: Corner[] = []
  for (const wall of walls) {
    const faces = facesOf(wall)
    if (!faces) continue
    for (const atStart of [true, false]) {
      const at = atStart ? wall.start : wall.end
      const { direction } = faces.left
      const arm: Arm = atStart
        ? { wall, atStart, outward: direction, left: faces.left, right: faces.right }
        : { wall, atStart, outward: scale(direction, -1), left: faces.right, right: faces.left }
      let corner = grid.near(at).find((each) => distance(each.at, at) <= SAME_POINT_MM)
      if (!corner) {
        corner = { at, arms: [] }
        groups.push(corner)
        grid.add(at, corner)
      }
      corner.arms.push(arm)
    }
  }
  for (const { arms } of groups)
    arms.sort(
      (a, b) => Math.atan2(a.outward.y, a.outward.x) - Math.atan2(b.outward.y, b.outward.x) || byId(a.wall, b.wall),
    )
  return groups.map(({ arms }) => arms)
}

/** Walls that lie on one another are told in one order, however they come. */
const byId = (a: WallShape, b: WallShape): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)

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
  if (Math.abs(cross(face.direction, other.direction)) < PARALLEL) return null
  const at = crossing(face, other)
  const reach = LONGEST_MITRE * Math.max(arm.wall.thicknessMm, neighbour.wall.thicknessMm)
  return distance(at, corner) > reach ? null : at
}

/** A wall that others may end in. */
interface Host extends Box {
  readonly wall: WallShape
  readonly left: Face
  readonly right: Face
}

function hostOf(wall: WallShape): Host[] {
  const faces = facesOf(wall)
  if (!faces) return []
  const box = grow(boxOf([wall.start, wall.end]), wall.thicknessMm + SAME_POINT_MM)
  return [{ ...box, wall, ...faces }]
}

/** The end of a wall that comes to lie within another one, cut along the face at which it arrives; null where there is none. */
function teeEnd(arm: Arm, hosts: RBush<Host>): EndShape | null {
  const at = arm.atStart ? arm.wall.start : arm.wall.end
  for (const host of hosts.search(boxOf([at])).sort((a, b) => byId(a.wall, b.wall))) {
    if (host.wall.id === arm.wall.id || !liesWithin(host, at)) continue
    const turn = cross(host.left.direction, arm.outward)
    if (Math.abs(turn) < SHARPEST_TEE) continue
    const face = turn > 0 ? host.left : host.right
    return [crossing(arm.left, face), crossing(arm.right, face)]
  }
  return null
}

/** Sines below this: a wall that runs along another one does not end in it. */
export const SHARPEST_TEE = 0.1

/** Whether a place lies between the ends and the faces of a wall. */
function liesWithin({ wall, left, right }: Host, at: Point): boolean {
  const aside = (face: Face) => cross(face.direction, subtract(at, face.through))
  const along = dot(left.direction, subtract(at, wall.start))
  return (
    aside(left) <= SAME_POINT_MM &&
    aside(right) >= -SAME_POINT_MM &&
    along > SAME_POINT_MM &&
    along < distance(wall.start, wall.end) - SAME_POINT_MM
  )
}

/** Where two faces that are not parallel meet. */
function crossing(face: Face, other: Face): Point {
  const t = meetsLineAt(face.through, face.direction, other.through, other.direction)
  return { x: face.through.x + face.direction.x * t, y: face.through.y + face.direction.y * t }
}

/** The foot of the corner on a face: a wall cut square. */
function squareEnd(face: Face, corner: Point): Point {
  const t = dot(subtract(corner, face.through), face.direction)
  return { x: face.through.x + face.direction.x * t, y: face.through.y + face.direction.y * t }
}

/** Drops points that fall on their neighbour, and turns the ring anticlockwise. */
function tidy(ring: readonly Point[]): Point[] {
  const kept = ring.filter((p, i) => distance(p, ring[(i + ring.length - 1) % ring.length]!) > SAME_POINT_MM)
  return doubleArea(kept) < 0 ? kept.reverse() : kept
}
