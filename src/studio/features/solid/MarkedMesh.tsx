'use client'

import { useThree } from '@react-three/fiber'
import { useEffect, useMemo } from 'react'
import { BufferAttribute, BufferGeometry, DoubleSide, type Plane } from 'three'
import type { Point } from '@/core/geometry/vector'
import type { MarkedSolids } from '@/studio/board/solid/solid-store'

/** Solids that lie over those of the model, seen through: what another state of it had, or has. */
export function MarkedMesh({
  mark: { origin: own, corners, colour, opacity },
  origin,
  planes,
}: {
  readonly mark: MarkedSolids
  /** The place that is zero in the scene, in model millimetres. */
  readonly origin: Point
  readonly planes: readonly Plane[]
}) {
  const invalidate = useThree((state) => state.invalidate)
  const geometry = useMemo(() => {
    const made = new BufferGeometry()
    made.setAttribute('position', new BufferAttribute(corners, 3))
    made.computeVertexNormals()
    return made
  }, [corners])
  useEffect(() => {
    invalidate()
    return () => geometry.dispose()
  }, [geometry, invalidate])
  return (
    <mesh
      geometry={geometry}
      position={[(own.x - origin.x) / 1000, (own.y - origin.y) / 1000, 0]}
      raycast={() => null}
      renderOrder={1}
    >
      <meshStandardMaterial
        color={colour}
        roughness={1}
        transparent
        opacity={opacity}
        depthWrite={false}
        side={DoubleSide}
        clippingPlanes={[...planes]}
      />
    </mesh>
  )
}
