import { lengthOf } from '../../geometry/piece/measure'
import {
  type Arc,
  angleOf,
  bulgedPiece,
  directionAt,
  parameterOfAngle,
  placeAt,
  type Segment,
} from '../../geometry/piece/piece'
import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Wall } from './schema'

/** The traced line of a wall. Places are told by how far along it they lie, and how far to its left. */
export type TracedPiece = Pick<Wall, 'start' | 'end' | 'bulge'>

export const tracedPiece = ({ start, end, bulge }: TracedPiece): Segment | Arc => bulgedPiece(start, end, bulge ?? 0)

/** The length of the traced line. */
export const wallLengthMm = (wall: TracedPiece): number => lengthOf(tracedPiece(wall))

/** How far along a wall's traced line a place lies; negative before its start. */
export function alongOf(wall: TracedPiece, p: Point): number {
  const piece = tracedPiece(wall)
  if (piece.kind === 'arc') return parameterOfAngle(piece, angleOf(subtract(p, piece.center))) * lengthOf(piece)
  const direction = unit(subtract(wall.end, wall.start))
  return direction ? dot(subtract(p, wall.start), direction) : 0
}

/** How far to the left of a wall's traced line a place lies. */
export const asideOf = (wall: TracedPiece, p: Point): number => asideFrom(wall)(p)

/** The same for many places of one wall. */
export function asideFrom(wall: TracedPiece): (p: Point) => number {
  const piece = tracedPiece(wall)
  if (piece.kind === 'arc') return (p) => Math.sign(piece.sweepRad) * (piece.radius - distance(p, piece.center))
  const direction = unit(subtract(wall.end, wall.start))
  return direction ? (p) => cross(direction, subtract(p, wall.start)) : () => 0
}

/** A place of a wall, with the directions of its line there. */
export interface WallPlace {
  readonly at: Point
  /** The way the wall runs, length one. */
  readonly along: Point
  /** To its left, length one. */
  readonly left: Point
}

/** The place so far along a wall and to its left; null on a wall without length. */
export function wallPlace(wall: TracedPiece, alongMm: number, asideMm = 0): WallPlace | null {
  const piece = tracedPiece(wall)
  const t = alongMm / lengthOf(piece)
  const along = Number.isFinite(t) ? unit(directionAt(piece, t)) : null
  if (!along) return null
  const left = leftOf(along)
  return { at: add(placeAt(piece, t), scale(left, asideMm)), along, left }
}
