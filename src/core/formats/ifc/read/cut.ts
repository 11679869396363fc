import { type Segment, segment } from '../../../geometry/piece/piece'
import type { Point } from '../../../geometry/vector'
import { mergeCollinear } from '../../../lift/collinear'

/** Ends of cut triangles nearer than this meet, and lines nearer to one another are one. */
const SAME_MM = 0.05
/** A cut runs this far beside corners that lie in its very plane. */
const HAIR_MM = 1e-3

/**
 * Where the surface of a solid is cut by a level plane: its outline there, lines that run on merged into one.
 * @param corners of triangles, three by three, x y z upwards, millimetres
 * @param zMm the height of the plane
 */
export function cutAt(corners: Float64Array, zMm: number): Segment[] {
  const pieces: Segment[] = []
  const z = (corner: number) => {
    const above = corners[3 * corner + 2]! - zMm
    return Math.abs(above) < HAIR_MM ? HAIR_MM : above
  }
  const crossing = (a: number, b: number): Point | null => {
    const [za, zb] = [z(a), z(b)]
    if (za > 0 === zb > 0) return null
    const t = za / (za - zb)
    const at = (axis: 0 | 1) => corners[3 * a + axis]! + (corners[3 * b + axis]! - corners[3 * a + axis]!) * t
    return { x: at(0), y: at(1) }
  }
  for (let i = 0; i < corners.length / 3; i += 3) {
    const [first, second] = [crossing(i, i + 1), crossing(i + 1, i + 2), crossing(i + 2, i)].filter(
      (each) => each !== null,
    )
    if (first && second && Math.hypot(second.x - first.x, second.y - first.y) > SAME_MM)
      pieces.push(segment(first, second))
  }
  return mergeCollinear(pieces, { toleranceMm: SAME_MM, merged: true, dashes: false }).full
}
