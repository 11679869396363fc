import { useEffect, useMemo } from 'react'
import { type BufferGeometry, EdgesGeometry, type Plane } from 'three'
import { useLight } from '@/studio/state/light'
import { LIGHTS } from '@/studio/ui/palette'

/** Faces that meet at more than this show the edge between them. */
const LEAST_DEG = 28
/** Of more corners than these the edges would take longer than the solids. */
const MOST_CORNERS = 150_000

/** The edges of a solid as fine lines. */
export function Edges({ geometry, planes }: { readonly geometry: BufferGeometry; readonly planes: readonly Plane[] }) {
  const { ink } = LIGHTS[useLight(({ light }) => light)]
  const edges = useMemo(
    () => (geometry.getAttribute('position').count > MOST_CORNERS ? null : new EdgesGeometry(geometry, LEAST_DEG)),
    [geometry],
  )
  useEffect(() => () => edges?.dispose(), [edges])
  if (!edges) return null
  return (
    <lineSegments geometry={edges} raycast={() => null}>
      <lineBasicMaterial color={ink} transparent opacity={0.45} clippingPlanes={[...planes]} />
    </lineSegments>
  )
}
