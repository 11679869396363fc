import type { Chain } from '../../draft/chain'
import { outlinesAround, regionAround } from '../../draft/region'
import { type Box, boxOf, grow, holds } from '../../geometry/box'
import { boxOfPieces, doubleAreaOf, lengthOf } from '../../geometry/piece/measure'
import { meetings } from '../../geometry/piece/meetings'
import { type Piece, segment, startOf } from '../../geometry/piece/piece'
import { area, isInside } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'

/** What encloses a room: its outer edge, and what stands free within it. Model millimetres, anticlockwise. */
export interface Boundary {
  readonly ring: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  /** To the faces of walls, less the islands. */
  readonly areaMm2: number
  /** Of the outer edge. */
  readonly perimeterMm: number
}

/** Directions in which it is looked, none of them along what is level, upright or at 45°. */
const LOOKS = Array.from({ length: 12 }, (_, i) => 0.13 + (i * Math.PI) / 6)
const FARTHEST_MM = 1e6

/** How far along a ray a line is met; Infinity where it isn't. Straight lines are most, and quickly told. */
function distanceAlong(at: Point, direction: Point, piece: Piece, reach: number): number {
  if (piece.kind !== 'segment') {
    const ray = segment(at, { x: at.x + reach * direction.x, y: at.y + reach * direction.y })
    return Math.min(...meetings(ray, piece).map(({ t }) => t * reach))
  }
  const { start, end } = piece
  const [ex, ey] = [end.x - start.x, end.y - start.y]
  const turn = direction.x * ey - direction.y * ex
  if (turn === 0) return Infinity
  const [sx, sy] = [start.x - at.x, start.y - at.y]
  const t = (sx * ey - sy * ex) / turn
  const u = (sx * direction.y - sy * direction.x) / turn
  return t >= 0 && u >= 0 && u <= 1 ? t : Infinity
}

/** The first stretch of a ray that is looked along; each further one is longer by the half. */
const FIRST_STRETCH_MM = 3000

/** How far one sees in a direction until a line is in the way; Infinity where there is none. */
function seenTowards(at: Point, direction: Point, lines: (within: Box) => readonly Piece[], extent: Box): number {
  const placeAt = (t: number): Point => ({ x: at.x + t * direction.x, y: at.y + t * direction.y })
  let [from, stretch] = [0, FIRST_STRETCH_MM]
  while (from <= FARTHEST_MM && !leaves(placeAt(from), direction, extent)) {
    const to = from + stretch
    const near = lines(boxOf([placeAt(from), placeAt(to)]))
    const hit = near.reduce((least, piece) => Math.min(least, distanceAlong(at, direction, piece, to)), Infinity)
    // What is met further on may hide behind something nearer.
    if (hit <= to) return hit
    from = to
    stretch *= 1.5
  }
  return Infinity
}

/** Whether a place lies beyond everything, and the direction leads further away. */
const leaves = (p: Point, direction: Point, { minX, minY, maxX, maxY }: Box): boolean =>
  (p.x > maxX && direction.x > 0) ||
  (p.x < minX && direction.x < 0) ||
  (p.y > maxY && direction.y > 0) ||
  (p.y < minY && direction.y < 0)

/** How far one sees from a place until a line is in the way in every direction; null where one sees out. */
function seen(at: Point, lines: (within: Box) => readonly Piece[], extent: Box): number | null {
  let farthest = 0
  for (const rad of LOOKS) {
    const distance = seenTowards(at, { x: Math.cos(rad), y: Math.sin(rad) }, lines, extent)
    if (distance === Infinity) return null
    farthest = Math.max(farthest, distance)
  }
  return farthest * 1.25 + 100
}

/**
 * The room around a point, to the faces of what encloses it; null where it is open.
 * @param lines faces of walls and separators that come into a box
 * @param outlines outlines that come into a box: those that lie wholly within the room are taken off it
 * @param extent a box around all lines
 */
export function boundaryAround(
  at: Point,
  lines: (within: Box) => readonly Piece[],
  outlines: (within: Box) => readonly (readonly Point[])[],
  extent: Box,
): Boundary | null {
  const first = seen(at, lines, extent)
  if (first === null) return null
  for (let reach = first; reach <= FARTHEST_MM; reach *= 2) {
    const sight = grow(boxOf([at]), reach)
    const chain = regionAround(lines(sight), at)?.outline
    // What touches the edge of sight may be closed by something beyond, or hide something nearer.
    if (!chain) continue
    const box = boxOfPieces(chain.pieces)
    if (!holds(sight, box)) continue
    return within(chain, at, outlines)
  }
  return null
}

/**
 * The same around many points, from all lines at once: what costs less than each by itself where there are many.
 * @param lines faces of all walls and separators
 */
export const boundariesAround = (
  points: readonly Point[],
  lines: readonly Piece[],
  outlines: (within: Box) => readonly (readonly Point[])[],
): (Boundary | null)[] => outlinesAround(lines, points).map((chain, i) => chain && within(chain, points[i]!, outlines))

/** A room by its outer edge, less what stands free in it. */
function within({ pieces }: Chain, at: Point, outlines: (within: Box) => readonly (readonly Point[])[]): Boundary {
  const ring = pieces.map(startOf)
  const inset = (p: Point) => isInside(ring, p)
  const islands = outlines(boxOfPieces(pieces)).filter((outline) => outline.every(inset) && !isInside(outline, at))
  const taken = islands.reduce((sum, island) => sum + area(island), 0)
  return {
    ring,
    islands,
    areaMm2: doubleAreaOf(pieces) / 2 - taken,
    perimeterMm: pieces.reduce((sum, piece) => sum + lengthOf(piece), 0),
  }
}
