import { type Chain, flatRing } from '../../draft/chain'
import { directionAt, endOf, placeAt } from '../../geometry/piece/piece'
import { doubleArea } from '../../geometry/polygon'
import { cross, dot, type Point, unit } from '../../geometry/vector'

/** A corner into which a tool has to reach. Millimetres, on the view. */
export interface InnerCorner {
  readonly at: Point
  /** 0 where it is sharp. */
  readonly radiusMm: number
}

/** Directions that differ by less than this go on smoothly. */
const SMOOTH_RAD = 0.02
const FLAT_MM = 0.05

/**
 * Corners that a tool has to reach into, along a closed line.
 * @param inside whether the tool moves inside of it, as in a pocket, or outside, as around a part
 */
export function innerCorners(chain: Chain, inside: boolean): InnerCorner[] {
  const { pieces } = chain
  // Seen along an anticlockwise line, what lies inside of it is on the left: left turns are corners of that.
  const way = Math.sign(doubleArea(flatRing(chain, FLAT_MM))) * (inside ? 1 : -1)
  return pieces.flatMap((piece, i): InnerCorner[] => {
    const found: InnerCorner[] = []
    if (piece.kind === 'arc' && Math.sign(piece.sweepRad) === way)
      found.push({ at: placeAt(piece, 0.5), radiusMm: piece.radius })
    const [u, v] = [unit(directionAt(piece, 1)), unit(directionAt(pieces[(i + 1) % pieces.length]!, 0))]
    if (u && v && pieces.length > 1 && Math.atan2(cross(u, v), dot(u, v)) * way > SMOOTH_RAD)
      found.push({ at: endOf(piece), radiusMm: 0 })
    return found
  })
}
