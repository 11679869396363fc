'use client'

import { type ThreeEvent, useThree } from '@react-three/fiber'
import { useEffect, useMemo } from 'react'
import { BufferAttribute, BufferGeometry } from 'three'
import type { Vector3 } from '@/core/geometry/space'
import type { FeatureNumber } from '@/core/part/solid/features'
import type { PartMesh } from '@/core/part/solid/mesh'
import { pickFeature } from './part-solid'

/** The scene is in metres; parts are small: they stand in it ten times as large as buildings would. */
export const PART_SCALE = 1 / 100

/** A mark is so large beside the part. */
const MARK_PART = 0.03
/** A click this near to an edge, in parts of the part's size, means the edge. */
const EDGE_PART = 0.015
/** A drag of more pixels turns the view. */
const DRAG_PX = 4

/** The number of the feature to which a place in its row belongs. */
const featureAt = (ends: Uint32Array, place: number): number => ends.findIndex((end) => place < end)

/** What a click means: an edge where one is near and not behind, else the face. */
function clicked(
  { intersections, delta }: ThreeEvent<MouseEvent>,
  mesh: PartMesh,
  reach: number,
): FeatureNumber | null {
  if (delta > DRAG_PX) return null
  const onFace = intersections.find(({ faceIndex }) => faceIndex !== undefined && faceIndex !== null)
  const onEdge = intersections.find(
    ({ index, faceIndex, distance }) =>
      index !== undefined && !faceIndex && distance <= (onFace?.distance ?? Infinity) + reach,
  )
  if (onEdge) return { kind: 'edge', index: featureAt(mesh.edgeEnds, 3 * onEdge.index!) }
  return onFace ? { kind: 'face', index: featureAt(mesh.faceEnds, 3 * onFace.faceIndex!) } : null
}

/** A part as a solid, with its edges, what is picked of it, and a mark at a place of it. */
export function PartScene({
  mesh,
  marked,
  picked,
}: {
  mesh: PartMesh
  marked: Vector3 | null
  picked: readonly FeatureNumber[]
}) {
  const invalidate = useThree((state) => state.invalidate)
  const raycaster = useThree((state) => state.raycaster)
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
  const radius = useMemo(() => {
    solid.computeBoundingSphere()
    return solid.boundingSphere?.radius ?? 1
  }, [solid])
  const reach = radius * EDGE_PART * PART_SCALE
  useEffect(() => {
    raycaster.params.Line = { threshold: reach }
  }, [raycaster, reach])
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a group of the scene, not of the page; the bar beside it has the keys
    <group
      scale={PART_SCALE}
      onClick={(event) => {
        const feature = clicked(event, mesh, reach)
        event.stopPropagation()
        if (feature) pickFeature(feature)
      }}
    >
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
      {picked.map((feature) => (
        <Picked key={`${feature.kind} ${feature.index}`} mesh={mesh} feature={feature} />
      ))}
      {marked && (
        <mesh position={[marked.x, marked.y, marked.z]}>
          <sphereGeometry args={[radius * MARK_PART, 24, 16]} />
          <meshBasicMaterial color="#a8281c" />
        </mesh>
      )}
    </group>
  )
}

/** What is picked, in red before everything else. */
function Picked({ mesh, feature: { kind, index } }: { mesh: PartMesh; feature: FeatureNumber }) {
  const invalidate = useThree((state) => state.invalidate)
  const geometry = useMemo(() => {
    const ends = kind === 'edge' ? mesh.edgeEnds : mesh.faceEnds
    const [from, to] = [index === 0 ? 0 : ends[index - 1]!, ends[index]!]
    const made = new BufferGeometry()
    made.setAttribute('position', new BufferAttribute(kind === 'edge' ? mesh.edges.slice(from, to) : mesh.positions, 3))
    if (kind === 'face') made.setIndex(new BufferAttribute(mesh.triangles.slice(from, to), 1))
    return made
  }, [mesh, kind, index])
  useEffect(() => {
    invalidate()
    return () => {
      geometry.dispose()
      invalidate()
    }
  }, [geometry, invalidate])
  return kind === 'edge' ? (
    <lineSegments geometry={geometry} renderOrder={2}>
      <lineBasicMaterial color="#a8281c" depthTest={false} linewidth={2} />
    </lineSegments>
  ) : (
    <mesh geometry={geometry} renderOrder={1}>
      <meshBasicMaterial color="#a8281c" transparent opacity={0.45} depthWrite={false} />
    </mesh>
  )
}
