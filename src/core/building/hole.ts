import type { BoltSize } from '../fasteners/sizes'
import type { Vector3 } from '../geometry/space'

/** A round hole through something, from face to face. */
export interface Hole {
  readonly from: Vector3
  readonly to: Vector3
  readonly diameterMm: number
  /** The group of bolts that it is for. */
  readonly boltsId: string
  readonly size: BoltSize
}
