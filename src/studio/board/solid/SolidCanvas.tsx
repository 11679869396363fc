'use client'

import { Canvas, useThree } from '@react-three/fiber'
import { type ReactNode, useEffect } from 'react'
import { useLight } from '@/studio/state/light'
import { LIGHTS } from '@/studio/ui/palette'
import { workbench } from '../workbench'
import type { Scene } from './solids'
import { useShadows } from './use-shadows'

/** The sun stands in the south-west, as light falls on drawings. */
const SUN = [-0.55, -0.75, 1.15] as const
const SHADOW_MAP_PX = 2048
/** Metres: the ground lies beneath sheets, which lie beneath what is built. */
const GROUND_BELOW = 0.05

/** What solids are shown on: the ground, a soft sky and a sun that casts shadows where the machine can. */
export function SolidCanvas({ size, children }: { readonly size: Scene['size']; readonly children: ReactNode }) {
  const { vellumDeep } = LIGHTS[useLight(({ light }) => light)]
  const shadows = useShadows()
  return (
    <Canvas
      frameloop="demand"
      shadows={shadows ? 'percentage' : false}
      gl={{ localClippingEnabled: true, antialias: true, stencil: true }}
      onPointerMissed={() => workbench.pick([])}
    >
      {/* Film darkens what lies behind it: there must be something. */}
      <color attach="background" args={[vellumDeep]} />
      <Lamps size={size} shadows={shadows} />
      {children}
    </Canvas>
  )
}

function Lamps({ size, shadows }: { readonly size: Scene['size']; readonly shadows: boolean }) {
  const invalidate = useThree((state) => state.invalidate)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was switched shows in the next frame, which nobody else asks for
  useEffect(() => invalidate(), [shadows, invalidate])
  const { minX, minY, maxX, maxY, top, foot } = size
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2]
  const reach = Math.hypot(maxX - minX, maxY - minY, top - foot) / 2 + 1
  return (
    <>
      <hemisphereLight args={['#ffffff', '#d8d0c0', 1.9]} position={[x, y, foot + reach]} />
      <directionalLight
        position={[x + SUN[0] * reach * 2, y + SUN[1] * reach * 2, foot + SUN[2] * reach * 2]}
        intensity={1.9}
        castShadow={shadows}
        shadow-mapSize={[SHADOW_MAP_PX, SHADOW_MAP_PX]}
        shadow-bias={-0.0004}
        shadow-normalBias={0.03}
        shadow-radius={5}
        target-position={[x, y, foot]}
      >
        <orthographicCamera attach="shadow-camera" args={[-reach, reach, reach, -reach, 0.1, reach * 6]} />
      </directionalLight>
      <directionalLight position={[x + 50, y + 30, 40]} intensity={0.35} />
      {shadows && (
        <mesh position={[x, y, foot - GROUND_BELOW]} receiveShadow raycast={() => null}>
          <planeGeometry args={[reach * 8, reach * 8]} />
          <shadowMaterial opacity={0.22} />
        </mesh>
      )}
    </>
  )
}
