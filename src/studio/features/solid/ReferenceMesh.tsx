'use client'

import { useThree } from '@react-three/fiber'
import { useEffect, useMemo } from 'react'
import { BufferAttribute, BufferGeometry, DoubleSide, type Plane } from 'three'
import type { Point } from '@/core/geometry/vector'
import { Edges } from '@/studio/board/solid/Edges'
import { inScene, type ReferenceSolid, useSolidsOf } from './reference-solids'

/** Blueprint blue: what somebody else drew is no material of the model. */
const COLOUR = '#5b7f9e'

/** A storey of another party's model, seen through, so that what is built shows in it. */
export function ReferenceMesh({
  reference,
  origin,
  planes,
}: {
  readonly reference: ReferenceSolid
  readonly origin: Point
  readonly planes: readonly Plane[]
}) {
  const { hash, placement, frame } = reference
  const invalidate = useThree((state) => state.invalidate)
  const solids = useSolidsOf(hash)
  const geometry = useMemo(() => {
    if (!solids) return null
    const made = new BufferGeometry()
    made.setAttribute('position', new BufferAttribute(inScene(solids, { placement, frame }, origin), 3))
    made.computeVertexNormals()
    return made
  }, [solids, placement, frame, origin])
  useEffect(() => {
    invalidate()
    return () => geometry?.dispose()
  }, [geometry, invalidate])
  if (!geometry) return null
  return (
    <mesh geometry={geometry} raycast={() => null}>
      <meshStandardMaterial
        color={COLOUR}
        roughness={1}
        transparent
        opacity={0.28}
        depthWrite={false}
        side={DoubleSide}
        clippingPlanes={[...planes]}
      />
      <Edges geometry={geometry} planes={planes} />
    </mesh>
  )
}
