'use client'

import { Canvas, useThree } from '@react-three/fiber'
import { type ReactNode, useEffect, useMemo } from 'react'
import { DirectionalLight } from 'three'
import { useLight } from '@/studio/state/light'
import { LIGHTS } from '@/studio/ui/palette'
import { workbench } from '../workbench'
import type { Scene } from './solids'
import { useShadows } from './use-shadows'

/** The sun stands at the left of who looks first, so that shadows fall where they are seen. */
const SUN = [-1, -0.3, 0.9] as const
const SHADOW_MAP_PX = 2048
/** Shadows on the ground are painted before the films of sheets, which let them through. */
const BENEATH_FILMS = -1
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

/** The sun over what is built, with a shadow map that just covers it. */
function sunOver(
  middle: readonly [x: number, y: number, z: number],
  reach: number,
  shadows: boolean,
): DirectionalLight {
  const sun = new DirectionalLight('#ffffff', 1.9)
  const [x, y, z] = middle
  sun.position.set(x + SUN[0] * reach * 2, y + SUN[1] * reach * 2, z + SUN[2] * reach * 2)
  sun.target.position.set(x, y, z)
  sun.castShadow = shadows
  sun.shadow.mapSize.set(SHADOW_MAP_PX, SHADOW_MAP_PX)
  sun.shadow.bias = -0.0004
  sun.shadow.normalBias = 0.03
  sun.shadow.radius = 5
  Object.assign(sun.shadow.camera, {
    left: -reach,
    right: reach,
    top: reach,
    bottom: -reach,
    near: 0.1,
    far: reach * 6,
  })
  sun.shadow.camera.updateProjectionMatrix()
  return sun
}

function Lamps({ size, shadows }: { readonly size: Scene['size']; readonly shadows: boolean }) {
  const invalidate = useThree((state) => state.invalidate)
  const { minX, minY, maxX, maxY, top, foot } = size
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2]
  const reach = Math.hypot(maxX - minX, maxY - minY, top - foot) / 2 + 1
  const sun = useMemo(() => sunOver([x, y, foot], reach, shadows), [x, y, foot, reach, shadows])
  useEffect(() => {
    // What was switched shows in the next frame, which nobody else asks for.
    invalidate()
    return () => sun.dispose()
  }, [sun, invalidate])
  return (
    <>
      <hemisphereLight args={['#ffffff', '#d8d0c0', 1.9]} position={[x, y, foot + reach]} />
      <primitive object={sun} />
      {/* A light shines at its target only where that is part of the scene. */}
      <primitive object={sun.target} />
      <directionalLight position={[x + 50, y + 30, 40]} intensity={0.35} />
      {shadows && (
        <mesh position={[x, y, foot - GROUND_BELOW]} receiveShadow renderOrder={BENEATH_FILMS} raycast={() => null}>
          <planeGeometry args={[reach * 8, reach * 8]} />
          <shadowMaterial opacity={0.22} depthWrite={false} />
        </mesh>
      )}
    </>
  )
}
