import RBush from 'rbush'
import { type Box, boxOf, grow } from '../../geometry/box'
import { boxOfPiece } from '../../geometry/piece/measure'
import { meetings } from '../../geometry/piece/meetings'
import { type Arc, angleOf, directionAt, polar, segment, turnAhead } from '../../geometry/piece/piece'
import { PointGrid } from '../../geometry/point-grid'
import { doubleArea } from '../../geometry/polygon'
import { meetsLineAt } from '../../geometry/segment'
import { cross, distance, dot, type Point, scale, subtract, unit } from '../../geometry/vector'
import { levelIdOf } from '../level/schema'
import { type Face, faceOffsets, facesOf, type WallBand } from './geometry'
import { alongOf, asideOf, tracedPiece, wallLengthMm, wallPlace } from './line'
import type { Wall } from './schema'

/** Ends of traced lines nearer than this are one corner: far below what a drawing means, far above rounding. */
export const SAME_POINT_MM = 0.01

/** A mitre may reach this many times the larger thickness from its corner; sharper corners are cut square. */
const LONGEST_MITRE = 6

/** Sines below this count as parallel: faces that would meet kilometres away. */
const PARALLEL = 1e-6

type WallShape = WallBand & Pick<Wall, 'id' | 'levelId'>

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
export const wallOutlines = (walls: readonly WallShape[]): Map<string, Point[]> =>
  new Map(byLevel(walls).flatMap((level) => [...joined(level)]))

function byLevel(walls: readonly WallShape[]): WallShape[][] {
  const levels = new Map<string, WallShape[]>()
  for (const wall of walls) {
    const level = levels.get(levelIdOf(wall)) ?? []
    level.push(wall)
    levels.set(levelIdOf(wall), level)
  }
  return [...levels.values()]
}

/** Where a wall ends in another one. */
export interface Tee {
  readonly stemId: string
  /** Which of its ends. */
  readonly atStart: boolean
  readonly hostId: string
  /** The face of the other wall at which it arrives. */
  readonly side: 'left' | 'right'
}

/** Where walls end in others of their level. */
export function teesOf(walls: readonly WallShape[]): Tee[] {
  return byLevel(walls).flatMap((level) => {
    const hosts = new RBush<Host>().load(level.flatMap(hostOf))
    return corners(level).flatMap((arms) => {
      const [arm] = arms
      const found = arms.length === 1 && arm && teeHost(arm, hosts)
      return found ? [{ stemId: arm.wall.id, atStart: arm.atStart, hostId: found.host.wall.id, side: found.side }] : []
    })
  })
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
    if (shape?.start && shape.end) outlines.set(wall.id, tidy(ringOf(wall, shape.start, shape.end)))
  }
  return outlines
}

/** The two ends of a wall with its faces between them. */
function ringOf(wall: WallShape, start: EndShape, end: EndShape): Point[] {
  const faces = wall.bulge ? facesOf(wall) : null
  if (!faces) return [...start, ...end]
  const right = between(faces.right, start.at(-1)!, end[0]!)
  const left = between(faces.left, start[0]!, end.at(-1)!).reverse()
  return [...start, ...right, ...end, ...left]
}

/** The edges of an outline as they are built: chords along a round face are one arc. */
export function edgesOf(wall: WallBand, ring: readonly Point[]): Face[] {
  const faces = wall.bulge ? facesOf(wall) : null
  const round = faces ? [faces.left, faces.right].filter((face) => face.kind === 'arc') : []
  const edges: Face[] = []
  ring.forEach((from, i) => {
    const to = ring[(i + 1) % ring.length]!
    const face = round.find((each) => isChord(each, from, to))
    if (!face) {
      edges.push(segment(from, to))
      return
    }
    const [a, b] = [angleOf(subtract(from, face.center)), angleOf(subtract(to, face.center))]
    const step = Math.atan2(Math.sin(b - a), Math.cos(b - a))
    const last = edges.at(-1)
    // Chords that follow one another on one face run on.
    if (last?.kind === 'arc' && last.radius === face.radius)
      edges[edges.length - 1] = { ...last, sweepRad: last.sweepRad + step }
    else edges.push({ ...face, fromRad: a, sweepRad: step })
  })
  return edges
}

const isChord = ({ center, radius }: Arc, from: Point, to: Point): boolean =>
  [from, to].every((p) => Math.abs(distance(p, center) - radius) < SAME_POINT_MM) &&
  distance(from, to) < 1.5 * CHORD_RAD * radius

/** Round faces are drawn as chords of half a degree: what they cover is right to 0.0013 %. */
const CHORD_RAD = Math.PI / 360

/** Places on a round face between two others, in its direction, without these. */
function between(face: Face, from: Point, to: Point): Point[] {
  if (face.kind !== 'arc') return []
  const { center, radius, sweepRad } = face
  const [a, b] = [angleOf(subtract(from, center)), angleOf(subtract(to, center))]
  const sweep = sweepRad > 0 ? turnAhead(a, b) : -turnAhead(b, a)
  const count = Math.ceil(Math.abs(sweep) / CHORD_RAD)
  return Array.from({ length: Math.max(0, count - 1) }, (_, i) => polar(center, radius, a + (sweep * (i + 1)) / count))
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
      const direction = unit(directionAt(faces.left, atStart ? 0 : 1))!
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
  if (Math.abs(cross(arm.outward, neighbour.outward)) < PARALLEL) return null
  const at = crossing(face, other, corner)
  const reach = LONGEST_MITRE * Math.max(arm.wall.thicknessMm, neighbour.wall.thicknessMm)
  return !at || distance(at, corner) > reach ? null : at
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
  const box = grow(boxOfPiece(tracedPiece(wall)), wall.thicknessMm + SAME_POINT_MM)
  return [{ ...box, wall, ...faces }]
}

/** The end of a wall that comes to lie within another one, cut along the face at which it arrives; null where there is none. */
function teeEnd(arm: Arm, hosts: RBush<Host>): EndShape | null {
  return teeHost(arm, hosts)?.end ?? null
}

function teeHost(arm: Arm, hosts: RBush<Host>): { host: Host; side: Tee['side']; end: EndShape } | null {
  const at = arm.atStart ? arm.wall.start : arm.wall.end
  for (const host of hosts.search(boxOf([at])).sort((a, b) => byId(a.wall, b.wall))) {
    if (host.wall.id === arm.wall.id || !liesWithin(host, at)) continue
    const place = wallPlace(host.wall, alongOf(host.wall, at))
    const turn = place ? cross(place.along, arm.outward) : 0
    if (Math.abs(turn) < SHARPEST_TEE) continue
    const side = turn > 0 ? 'left' : 'right'
    const [left, right] = [crossing(arm.left, host[side], at), crossing(arm.right, host[side], at)]
    if (left && right) return { host, side, end: [left, right] }
  }
  return null
}

/** Sines below this: a wall that runs along another one does not end in it. */
export const SHARPEST_TEE = 0.1

/** Whether a place lies between the ends and the faces of a wall. */
function liesWithin({ wall }: Host, at: Point): boolean {
  const { leftMm, rightMm } = faceOffsets(wall)
  const aside = asideOf(wall, at)
  const along = alongOf(wall, at)
  return (
    aside <= leftMm + SAME_POINT_MM &&
    aside >= rightMm - SAME_POINT_MM &&
    along > SAME_POINT_MM &&
    along < wallLengthMm(wall) - SAME_POINT_MM
  )
}

/** Where two faces that are not parallel meet, however far they are drawn out; of two places the one nearer to `near`. */
function crossing(face: Face, other: Face, near: Point): Point | null {
  if (face.kind === 'segment' && other.kind === 'segment') {
    const u = subtract(face.end, face.start)
    const t = meetsLineAt(face.start, u, other.start, subtract(other.end, other.start))
    return { x: face.start.x + u.x * t, y: face.start.y + u.y * t }
  }
  const met = meetings(face, other, { first: true, second: true }).map(({ point }) => point)
  return met.reduce<Point | null>(
    (best, each) => (!best || distance(each, near) < distance(best, near) ? each : best),
    null,
  )
}

/** The foot of the corner on a face: a wall cut square. */
function squareEnd(face: Face, corner: Point): Point {
  if (face.kind === 'arc') return polar(face.center, face.radius, angleOf(subtract(corner, face.center)))
  const u = subtract(face.end, face.start)
  const t = dot(subtract(corner, face.start), u) / dot(u, u)
  return { x: face.start.x + u.x * t, y: face.start.y + u.y * t }
}

/** Drops points that fall on their neighbour, and turns the ring anticlockwise. */
function tidy(ring: readonly Point[]): Point[] {
  const kept = ring.filter((p, i) => distance(p, ring[(i + ring.length - 1) % ring.length]!) > SAME_POINT_MM)
  return doubleArea(kept) < 0 ? kept.reverse() : kept
}
