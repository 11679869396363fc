import { useEffect, useMemo } from 'react'
import {
  AlwaysStencilFunc,
  BackSide,
  type BufferGeometry,
  CanvasTexture,
  DecrementWrapStencilOp,
  FrontSide,
  IncrementWrapStencilOp,
  NotEqualStencilFunc,
  type Plane,
  RepeatWrapping,
  ReplaceStencilOp,
  Vector3,
  type WebGLRenderer,
} from 'three'
import type { LookKind, Scene, Solid } from '@/studio/board/solid/solids'

/** Hatching of what is cut: lines of so many pixels, so many metres apart. */
const TILE_PX = 64
const TILE_M = 0.35

/** A square of hatching in a colour, to be repeated. */
function hatching(color: string): CanvasTexture {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = TILE_PX
  const context = canvas.getContext('2d')
  if (context) {
    context.fillStyle = color
    context.fillRect(0, 0, TILE_PX, TILE_PX)
    context.strokeStyle = 'rgba(20, 26, 26, 0.75)'
    context.lineWidth = 5
    for (const at of [-TILE_PX, 0, TILE_PX]) {
      context.beginPath()
      context.moveTo(at, TILE_PX)
      context.lineTo(at + TILE_PX, 0)
      context.stroke()
    }
  }
  const texture = new CanvasTexture(canvas)
  texture.wrapS = texture.wrapT = RepeatWrapping
  return texture
}

/**
 * Closes what planes cut open: where a ray has gone into solids of a kind more often than out of them, the plane shows
 * with the hatching of that kind. Counted in the stencil buffer, as three.js shows in its example of clipping.
 */
export function CutCaps({
  solids,
  planes,
  size,
  colors,
}: {
  readonly solids: readonly Solid[]
  readonly planes: readonly Plane[]
  readonly size: Scene['size']
  readonly colors: Readonly<Record<LookKind, string>>
}) {
  const kinds = [...new Set(solids.map(({ kind }) => kind))].filter((kind) => kind !== 'pane')
  return planes.flatMap((plane, i) =>
    kinds.map((kind, k) => (
      <Cap
        key={`${plane.normal.toArray().join(' ')} ${kind}`}
        plane={plane}
        others={planes.filter((other) => other !== plane)}
        geometries={solids.filter((solid) => solid.kind === kind).map(({ geometry }) => geometry)}
        size={size}
        color={colors[kind]}
        order={1 + i * kinds.length + k}
      />
    )),
  )
}

function Cap({
  plane,
  others,
  geometries,
  size,
  color,
  order,
}: {
  readonly plane: Plane
  readonly others: readonly Plane[]
  readonly geometries: readonly BufferGeometry[]
  readonly size: Scene['size']
  readonly color: string
  /** Caps are painted one after another: each counts for itself. */
  readonly order: number
}) {
  const { minX, minY, maxX, maxY, top, foot } = size
  const reach = 2 * Math.hypot(maxX - minX, maxY - minY, top - foot) + 2
  const texture = useMemo(() => {
    const made = hatching(color)
    made.repeat.set(reach / TILE_M, reach / TILE_M)
    return made
  }, [color, reach])
  useEffect(() => () => texture.dispose(), [texture])
  const at = useMemo(
    () => plane.projectPoint(new Vector3((minX + maxX) / 2, (minY + maxY) / 2, (foot + top) / 2), new Vector3()),
    [plane, minX, maxX, minY, maxY, foot, top],
  )
  const counting = { depthWrite: false, depthTest: false, colorWrite: false, stencilWrite: true } as const
  return (
    <>
      {geometries.map((geometry) => (
        <group key={geometry.uuid}>
          <mesh geometry={geometry} renderOrder={order} raycast={() => null}>
            <meshBasicMaterial
              {...counting}
              side={BackSide}
              clippingPlanes={[plane]}
              stencilFunc={AlwaysStencilFunc}
              stencilFail={IncrementWrapStencilOp}
              stencilZFail={IncrementWrapStencilOp}
              stencilZPass={IncrementWrapStencilOp}
            />
          </mesh>
          <mesh geometry={geometry} renderOrder={order} raycast={() => null}>
            <meshBasicMaterial
              {...counting}
              side={FrontSide}
              clippingPlanes={[plane]}
              stencilFunc={AlwaysStencilFunc}
              stencilFail={DecrementWrapStencilOp}
              stencilZFail={DecrementWrapStencilOp}
              stencilZPass={DecrementWrapStencilOp}
            />
          </mesh>
        </group>
      ))}
      <mesh
        position={at}
        renderOrder={order + 0.5}
        raycast={() => null}
        onUpdate={(mesh) => mesh.lookAt(at.clone().sub(plane.normal))}
        onAfterRender={(renderer: WebGLRenderer) => renderer.clearStencil()}
      >
        <planeGeometry args={[reach, reach]} />
        <meshBasicMaterial
          map={texture}
          clippingPlanes={[...others]}
          stencilWrite
          stencilRef={0}
          stencilFunc={NotEqualStencilFunc}
          stencilFail={ReplaceStencilOp}
          stencilZFail={ReplaceStencilOp}
          stencilZPass={ReplaceStencilOp}
        />
      </mesh>
    </>
  )
}
