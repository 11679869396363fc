import { makeAx1, measureArea, measureShapeVolumeProperties, type Shape3D } from 'replicad'
import type { Vector3 } from '../../geometry/space'

/** What a solid measures. Millimetres, in the part's own space. */
export interface SolidFacts {
  readonly volumeMm3: number
  readonly surfaceMm2: number
  readonly centre: Vector3
  /** About the centre, along the part's axes, for a density of one a cubic millimetre: mm⁵. */
  readonly inertiaMm5: {
    readonly xx: number
    readonly yy: number
    readonly zz: number
    readonly xy: number
    readonly xz: number
    readonly yz: number
  }
  readonly from: Vector3
  readonly to: Vector3
  readonly faces: number
}

export function factsOf(solid: Shape3D): SolidFacts {
  const properties = measureShapeVolumeProperties(solid)
  const [x, y, z] = properties.centerOfMass
  // The kernel tells moments about axes; what is off the diagonal follows from those about slanted ones.
  const about = (dx: number, dy: number, dz: number): number => {
    const axis = makeAx1([x, y, z], [dx, dy, dz])
    const moment = properties.wrapped.MomentOfInertia(axis)
    axis.delete()
    return moment
  }
  const [xx, yy, zz] = [about(1, 0, 0), about(0, 1, 0), about(0, 0, 1)]
  const [from, to] = solid.boundingBox.bounds
  return {
    volumeMm3: properties.volume,
    surfaceMm2: measureArea(solid),
    centre: { x, y, z },
    inertiaMm5: {
      xx,
      yy,
      zz,
      xy: about(1, 1, 0) - (xx + yy) / 2,
      xz: about(1, 0, 1) - (xx + zz) / 2,
      yz: about(0, 1, 1) - (yy + zz) / 2,
    },
    from: { x: from[0], y: from[1], z: from[2] },
    to: { x: to[0], y: to[1], z: to[2] },
    faces: solid.faces.length,
  }
}
