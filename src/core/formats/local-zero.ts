import type { Building } from '../building/building'
import { extentOf, solidsOf } from '../building/prisms'
import type { Point } from '../geometry/vector'

/** Within this of the project's zero single precision is exact to a tenth of a millimetre. */
const NEAR_MM = 1e6
const METRE_MM = 1000

/**
 * The zero of files whose readers work in single precision: the project's own, or, where the building lies far from it,
 * a whole metre near the building's corner. Millimetres; the same for every format.
 */
export function localZeroOf(building: Building): Point {
  const { minX, minY, maxX, maxY } = extentOf(solidsOf(building))
  const reach = Math.max(...[minX, minY, maxX, maxY].map(Math.abs))
  if (!Number.isFinite(reach) || reach <= NEAR_MM) return { x: 0, y: 0 }
  return { x: Math.floor(minX / METRE_MM) * METRE_MM, y: Math.floor(minY / METRE_MM) * METRE_MM }
}
