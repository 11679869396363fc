import RBush from 'rbush'
import { type Box, boxOf } from '../geometry/box'
import { isInside } from '../geometry/polygon'
import type { Point } from '../geometry/vector'
import type { Boundary } from '../model/space/boundary'
import { faceOffsets } from '../model/wall/geometry'
import { wallLengthMm, wallPlace } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'

/** How far beside a face one looks for a room. */
const BESIDE_MM = 60
/** Where along a wall one looks, in parts of its length: not only where another wall may arrive. */
const PLACES = [0.5, 0.31, 0.77]

/**
 * Which walls of a storey part inside from outside: one of their sides is enclosed. False where both are; walls with
 * nothing enclosed beside them are left out.
 * @param rooms whose edges are known already
 * @param enclosureOf looks for what encloses a place; null where nothing does
 */
export function externalWalls(
  walls: readonly { readonly wall: Wall }[],
  rooms: readonly { readonly boundary: Boundary | null }[],
  enclosureOf: (at: Point) => Boundary | null,
): Map<string, boolean> {
  const known = new RBush<Box & Pick<Boundary, 'ring'>>()
  const know = ({ ring }: Boundary) => known.insert({ ...boxOf(ring), ring })
  for (const { boundary } of rooms) if (boundary) know(boundary)
  const isEnclosed = (at: Point): boolean => {
    if (known.search(boxOf([at])).some(({ ring }) => isInside(ring, at))) return true
    const found = enclosureOf(at)
    if (found) know(found)
    return found !== null
  }
  const found = new Map<string, boolean>()
  for (const { wall } of walls) {
    const { leftMm, rightMm } = faceOffsets(wall)
    const isInsideAt = (asideMm: number) =>
      PLACES.some((part) => {
        const place = wallPlace(wall, wallLengthMm(wall) * part, asideMm)
        return place !== null && isEnclosed(place.at)
      })
    const [left, right] = [isInsideAt(leftMm + BESIDE_MM), isInsideAt(rightMm - BESIDE_MM)]
    if (left || right) found.set(wall.id, left !== right)
  }
  return found
}
