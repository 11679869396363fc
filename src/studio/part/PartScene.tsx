'use client'

import { useThree } from '@react-three/fiber'
import { useEffect, useMemo } from 'react'
import { BufferAttribute, BufferGeometry } from 'three'
import type { Vector3 } from '@/core/geometry/space'
import type { PartMesh } from '@/core/part/solid/mesh'

/** The scene is in metres; parts are small: they stand in it ten times as large as buildings would. */
export const PART_SCALE = 1 / 100

/** A mark is so large beside the part. */
const MARK_PART = 0.03

/** A part as a solid, with its edges, and a mark at a place of it. */
export function PartScene({ mesh, marked }: { mesh: PartMesh; marked: Vector3 | null }) {
  const invalidate = useThree((state) => state.invalidate)
  const { solid, edges } = useMemo(() => {
    const solid = new BufferGeometry()
    solid.setAttribute('position', new BufferAttribute(mesh.positions, 3))
    solid.setAttribute('normal', new BufferAttribute(mesh.normals, 3))
    solid.setIndex(new BufferAttribute(mesh.triangles, 1))
    const edges = new BufferGeometry()
    edges.setAttribute('position', new BufferAttribute(mesh.edges, 3))
    return { solid, edges }
  }, [mesh])
  useEffect(() => {
    invalidate()
    return () => {
      solid.dispose()
      edges.dispose()
    }
  }, [solid, edges, invalidate])
  const size = useMemo(() => {
    solid.computeBoundingSphere()
    return (solid.boundingSphere?.radius ?? 1) * MARK_PART
  }, [solid])
  return (
    <group scale={PART_SCALE}>
      <mesh geometry={solid}>
        <meshStandardMaterial
          color="#9aa7a6"
          roughness={0.75}
          metalness={0.1}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      <lineSegments geometry={edges}>
        <lineBasicMaterial color="#1f2a2b" />
      </lineSegments>
      {marked && (
        <mesh position={[marked.x, marked.y, marked.z]}>
          <sphereGeometry args={[size, 24, 16]} />
          <meshBasicMaterial color="#a8281c" />
        </mesh>
      )}
    </group>
  )
}
