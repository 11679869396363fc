import RBush from 'rbush'
import { type Box, boxOf, grow } from '../geometry/box'
import { meetings } from '../geometry/piece/meetings'
import { directionAt, segment } from '../geometry/piece/piece'
import { add, cross, distance, dot, type Point, scale, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { facesOf } from '../model/wall/geometry'
import { SAME_POINT_MM, SHARPEST_TEE } from '../model/wall/joins'
import { tracedPiece } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'

/** Ends nearer than this to one another were meant to meet. */
const NEAR_MM = 50
/** A wall that is off level or upright by less than this was meant to be: half a degree. */
const NEAR_RAD = (0.5 * Math.PI) / 180
/** Walls further from one another than a wide opening are not meant to go on. */
const WIDEST_GAP_MM = 3000
/** What rounding leaves. */
const EVEN_RAD = 1e-7

/** Something that is almost, but not quite, as it was meant. */
export interface NearMiss {
  readonly kind: 'apart' | 'short' | 'crooked' | 'doubled' | 'overlapping' | 'beside'
  readonly ids: readonly string[]
  /** How far it is off, for the list: the worst first. */
  readonly offMm: number
  readonly at: Point
  /** The walls as they were meant; empty where a wall goes. */
  readonly mended: readonly Wall[]
  /** Walls that go. */
  readonly gone: readonly string[]
}

interface Item extends Box {
  readonly wall: Wall
}

/** Walls almost but not quite joined, level, upright, or one on another; the worst first. */
export function nearMisses(walls: readonly Wall[]): NearMiss[] {
  const tree = new RBush<Item>().load(
    walls.map((wall) => ({ ...grow(boxOf([wall.start, wall.end]), wall.thicknessMm + NEAR_MM), wall })),
  )
  const around = (p: Point, wall: Wall, reach = 0) =>
    tree
      .search(grow(boxOf([p]), reach))
      .map((item) => item.wall)
      .filter((other) => other.id !== wall.id && levelIdOf(other) === levelIdOf(wall))
  return walls
    .flatMap((wall) => [
      ...crooked(wall),
      ...doubled(wall, around({ x: (wall.start.x + wall.end.x) / 2, y: (wall.start.y + wall.end.y) / 2 }, wall)),
      ...outOfLine(wall, [...new Set([wall.start, wall.end].flatMap((p) => around(p, wall, WIDEST_GAP_MM)))]),
      ...(['start', 'end'] as const).flatMap((end) => loose(wall, end, around(wall[end], wall))),
    ])
    .sort((a, b) => b.offMm - a.offMm)
}

function crooked(wall: Wall): NearMiss[] {
  if (wall.bulge) return []
  const d = subtract(wall.end, wall.start)
  const [x, y] = [Math.abs(d.x), Math.abs(d.y)]
  const off = Math.atan2(Math.min(x, y), Math.max(x, y))
  if (off <= EVEN_RAD || off >= NEAR_RAD) return []
  const end = x > y ? { x: wall.end.x, y: wall.start.y } : { x: wall.start.x, y: wall.end.y }
  return [
    { kind: 'crooked', ids: [wall.id], offMm: Math.min(x, y), at: wall.end, mended: [{ ...wall, end }], gone: [] },
  ]
}

/** A wall that lies on a longer one, or on an equal one with a lower id. */
function doubled(wall: Wall, others: readonly Wall[]): NearMiss[] {
  const size = distance(wall.start, wall.end)
  const under = others.find((other) => {
    const u = unit(subtract(other.end, other.start))
    if (!u || wall.bulge || other.bulge) return false
    const longer = distance(other.start, other.end)
    const along = [wall.start, wall.end].map((p) => dot(subtract(p, other.start), u))
    const aside = [wall.start, wall.end].map((p) => Math.abs(cross(u, subtract(p, other.start))))
    const within = along.every((t) => t >= -NEAR_MM && t <= longer + NEAR_MM) && aside.every((off) => off <= NEAR_MM)
    return within && (longer > size + SAME_POINT_MM || (Math.abs(longer - size) <= SAME_POINT_MM && other.id < wall.id))
  })
  return under
    ? [{ kind: 'doubled', ids: [wall.id, under.id], offMm: size, at: wall.start, mended: [], gone: [wall.id] }]
    : []
}

/** A pair of walls is told of once. */
const isFirst = (wall: Wall, other: Wall) => wall.id < other.id

/** Walls that run one way, and overlap in part, or go on beside one another where they were meant to be in line. */
function outOfLine(wall: Wall, others: readonly Wall[]): NearMiss[] {
  const u = unit(subtract(wall.end, wall.start))
  const size = distance(wall.start, wall.end)
  if (!u || wall.bulge) return []
  return others.flatMap((other): NearMiss[] => {
    const v = unit(subtract(other.end, other.start))
    if (!v || other.bulge || !isFirst(wall, other) || Math.abs(cross(u, v)) > Math.sin(NEAR_RAD)) return []
    const [a, b] = [other.start, other.end].map((p) => dot(subtract(p, wall.start), u)) as [number, number]
    const aside = [other.start, other.end].map((p) => cross(u, subtract(p, wall.start)))
    const off = Math.max(...aside.map(Math.abs))
    const [from, to] = [Math.min(a, b), Math.max(a, b)]
    const common = Math.min(to, size) - Math.max(from, 0)
    const within = (from >= -NEAR_MM && to <= size + NEAR_MM) || (from <= NEAR_MM && to >= size - NEAR_MM)
    if (off > NEAR_MM || within) return []
    const place = (t: number) => add(wall.start, scale(u, t))
    const at = place(common > 0 ? Math.max(from, 0) : from > 0 ? size : 0)
    if (common > NEAR_MM) {
      const whole = { ...wall, start: place(Math.min(0, from)), end: place(Math.max(size, to)) }
      return [{ kind: 'overlapping', ids: [wall.id, other.id], offMm: common, at, mended: [whole], gone: [other.id] }]
    }
    // Walls of two thicknesses may well be flush on one side; ends that are near one another are apart.
    const alike = wall.thicknessMm === other.thicknessMm && wall.tracedLine === other.tracedLine
    if (!alike || common > -NEAR_MM || common < -WIDEST_GAP_MM || off <= SAME_POINT_MM) return []
    const moved = { ...other, start: place(a), end: place(b) }
    return [{ kind: 'beside', ids: [wall.id, other.id], offMm: off, at, mended: [moved], gone: [] }]
  })
}

/** An end that stops just before the end or the face of another wall. */
function loose(wall: Wall, end: 'start' | 'end', others: readonly Wall[]): NearMiss[] {
  const at = wall[end]
  const met = others.some((other) => [other.start, other.end].some((p) => distance(p, at) <= SAME_POINT_MM))
  if (met) return []
  const corner = others
    .flatMap((other) => [other.start, other.end].map((p) => ({ other, p, off: distance(p, at) })))
    .filter(({ off }) => off <= NEAR_MM)
    .sort((a, b) => a.off - b.off)[0]
  if (corner)
    // Of two ends that miss one another the wall with the higher id is moved.
    return corner.other.id < wall.id
      ? [
          {
            kind: 'apart',
            ids: [wall.id, corner.other.id],
            offMm: corner.off,
            at,
            mended: [{ ...wall, [end]: corner.p }],
            gone: [],
          },
        ]
      : []
  const outward = unit(scale(directionAt(tracedPiece(wall), end === 'start' ? 0 : 1), end === 'start' ? -1 : 1))
  if (!outward) return []
  for (const other of others) {
    const faces = facesOf(other)
    if (!faces) continue
    const ahead = segment(at, add(at, scale(outward, NEAR_MM)))
    for (const face of [faces.left, faces.right]) {
      const [met] = meetings(ahead, face).sort((a, b) => a.t - b.t)
      if (!met || Math.abs(cross(outward, unit(directionAt(face, met.u))!)) < SHARPEST_TEE) continue
      const place = met.point
      const t = distance(at, place)
      if (t <= SAME_POINT_MM) continue
      return [{ kind: 'short', ids: [wall.id, other.id], offMm: t, at, mended: [{ ...wall, [end]: place }], gone: [] }]
    }
  }
  return []
}
