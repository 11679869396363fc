'use client'

import { useThree } from '@react-three/fiber'
import { useMemo } from 'react'
import { DoubleSide, MultiplyBlending, TextureLoader } from 'three'
import type { Point } from '@/core/geometry/vector'
import type { SheetInSpace } from './sheets-in-space'

/** What shows of a sheet, with its picture on it. @param origin the place that is zero in the scene, in model millimetres */
export function SheetPlane({ sheet, origin }: { sheet: SheetInSpace; origin: Point }) {
  const { url, corners, onPicture, triangles, film } = sheet
  const invalidate = useThree((state) => state.invalidate)
  const texture = useMemo(() => new TextureLoader().load(url, () => invalidate()), [url, invalidate])
  const places = new Float32Array(
    corners.flatMap(({ x, y, z }) => [(x - origin.x) / 1000, (y - origin.y) / 1000, z / 1000]),
  )
  return (
    <mesh raycast={() => null}>
      <bufferGeometry key={places.join(' ')}>
        <bufferAttribute attach="attributes-position" args={[places, 3]} />
        <bufferAttribute attach="attributes-uv" args={[onPicture, 2]} />
        <bufferAttribute attach="index" args={[triangles, 1]} />
      </bufferGeometry>
      <meshBasicMaterial
        map={texture}
        side={DoubleSide}
        toneMapped={false}
        {...(film && { transparent: true, premultipliedAlpha: true, blending: MultiplyBlending, depthWrite: false })}
      />
    </mesh>
  )
}
