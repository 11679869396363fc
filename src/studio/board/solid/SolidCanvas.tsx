'use client'

import { Canvas } from '@react-three/fiber'
import type { ReactNode } from 'react'
import { workbench } from '../workbench'

export const GROUND = '#efe8d8'

/** What solids are shown on: the ground, and light from three sides. */
export function SolidCanvas({ children }: { children: ReactNode }) {
  return (
    <Canvas
      frameloop="demand"
      gl={{ localClippingEnabled: true, antialias: true }}
      onPointerMissed={() => workbench.pick([])}
    >
      {/* Film darkens what lies behind it: there must be something. */}
      <color attach="background" args={[GROUND]} />
      <ambientLight intensity={1.5} />
      <directionalLight position={[-30, -50, 80]} intensity={1.8} />
      <directionalLight position={[50, 30, 40]} intensity={0.6} />
      {children}
    </Canvas>
  )
}
