'use client'

import { useThree } from '@react-three/fiber'
import { useMemo } from 'react'
import { AdditiveBlending, DoubleSide, type MeshBasicMaterial, MultiplyBlending, TextureLoader } from 'three'
import type { Point } from '@/core/geometry/vector'
import { useLight } from '@/studio/state/light'
import type { SheetInSpace } from './sheets-in-space'

/** In the dark room print is light: the picture is turned round, and adds its light. */
const invertPicture: MeshBasicMaterial['onBeforeCompile'] = (shader) => {
  shader.fragmentShader = shader.fragmentShader.replace(
    '#include <map_fragment>',
    '#include <map_fragment>\n diffuseColor.rgb = (1.0 - diffuseColor.rgb) * 0.8;',
  )
}

/** What shows of a sheet, as a film: only its lines hide what lies behind it. @param origin the place that is zero in the scene, in model millimetres */
export function SheetPlane({ sheet, origin }: { sheet: SheetInSpace; origin: Point }) {
  const { url, corners, onPicture, triangles } = sheet
  const night = useLight(({ light }) => light) === 'night'
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
        transparent
        premultipliedAlpha
        depthWrite={false}
        {...(night ? { blending: AdditiveBlending, onBeforeCompile: invertPicture } : { blending: MultiplyBlending })}
        key={String(night)}
      />
    </mesh>
  )
}
