import { area, doubleArea } from '../../geometry/polygon'
import { dot, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Roof } from './schema'

/** How a plane rises: not at all at `through`, and `rise` for each millimetre of plan uphill. */
export interface Slope {
  readonly through: Point
  /** Length one. */
  readonly uphill: Point
  readonly rise: number
}

/** The plane of a roof: level along its first edge, rising into the ring. */
export function slopeOf({ ring, pitchRad }: Pick<Roof, 'ring' | 'pitchRad'>): Slope {
  const [a, b] = ring as [Point, Point]
  const left = leftOf(unit(subtract(b, a)) ?? { x: 1, y: 0 })
  return { through: a, uphill: doubleArea(ring) < 0 ? scale(left, -1) : left, rise: Math.tan(pitchRad) }
}

/** How much higher the plane is at a place than at its eaves. */
export const risenMm = ({ through, uphill, rise }: Slope, p: Point): number => rise * dot(subtract(p, through), uphill)

/** What a roof comes to: its area along the slope, and the upright thickness that its solid has. */
export function roofSizes({ ring, pitchRad, thicknessMm }: Roof): { areaMm2: number; uprightMm: number } {
  const cos = Math.cos(pitchRad)
  return { areaMm2: area(ring) / cos, uprightMm: thicknessMm / cos }
}
