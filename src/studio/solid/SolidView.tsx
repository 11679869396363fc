'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { Canvas, type ThreeEvent, useThree } from '@react-three/fiber'
import { useEffect, useMemo, useState } from 'react'
import { DoubleSide, MultiplyBlending, type Plane, TextureLoader } from 'three'

import { capOf } from '@/core/building/mesh'
import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { placeIn } from '@/core/geometry/space'
import { boardMap } from '@/core/model/underlay/placement'
import { frameOf } from '@/core/model/work-plane/frame'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { contentUrl } from '../api'
import { select, useBench } from '../bench-store'
import { useBuilding } from '../building/use-building'
import { underlaysOf, useProject } from '../project/store'
import { sheetOf } from '../sheets/sheet-of'
import { CutBar } from './CutBar'
import { planesOf } from './cut'
import { Eye } from './Eye'
import { SavedViews } from './SavedViews'
import { useSolid } from './solid-store'
import { type LookKind, type Scene, type Solid, sceneOf } from './solids'

const COLORS: Record<LookKind, string> = {
  roof: '#a0714a',
  stair: '#8f8672',
  wall: '#d8cfbb',
  column: '#6f7674',
  slab: '#b9b4a6',
  pane: '#7fb0b3',
  leaf: '#7a4a2e',
  steel: '#33565a',
  timber: '#b98a4e',
  plate: '#4d6d78',
  bolt: '#5c5a52',
}
const PICKED = '#a8281c'

/** The model as solids: turn it with the mouse, pick in it, cut it at a height. */
export function SolidView() {
  const building = useBuilding()
  const selection = useBench((bench) => bench.selection)
  const scene = useMemo(() => sceneOf(building, new Set(selection)), [building, selection])
  const [turn, setTurn] = useState(0)
  const cut = useSolid((solid) => solid.cut)
  const planes = useMemo(() => planesOf(cut, scene.origin), [cut, scene.origin])
  return (
    <Box sx={{ position: 'absolute', inset: 0, bgcolor: '#efe8d8' }}>
      <Box role="img" aria-label="Solid view of the model" sx={{ position: 'absolute', inset: 0 }}>
        <Canvas
          frameloop="demand"
          gl={{ localClippingEnabled: true, antialias: true }}
          onPointerMissed={() => select([])}
        >
          <ambientLight intensity={1.5} />
          <directionalLight position={[-30, -50, 80]} intensity={1.8} />
          <directionalLight position={[50, 30, 40]} intensity={0.6} />
          <Eye key={turn} scene={scene} />
          {scene.solids.map((solid) => (
            <SolidMesh key={solid.key} solid={solid} planes={planes} />
          ))}
          <Sheets scene={scene} />
        </Canvas>
      </Box>
      <SavedViews />
      <CutBar size={scene.size} onSeeAll={() => setTurn(turn + 1)} />
      {scene.solids.length === 0 && (
        <Typography
          sx={{ position: 'absolute', top: '40%', width: '100%', textAlign: 'center' }}
          color="text.secondary"
        >
          Nothing is built yet: trace a wall.
        </Typography>
      )}
    </Box>
  )
}

function SolidMesh({ solid, planes }: { solid: Solid; planes: readonly Plane[] }) {
  const invalidate = useThree((state) => state.invalidate)
  useEffect(() => {
    invalidate()
    return () => solid.geometry.dispose()
  }, [solid.geometry, invalidate])
  const pick = (event: ThreeEvent<MouseEvent>) => {
    // The end of a turn is no click.
    if (event.delta > 4 || planes.some((plane) => plane.distanceToPoint(event.point) < 0)) return
    event.stopPropagation()
    const id = event.faceIndex === null || event.faceIndex === undefined ? undefined : solid.idAt(event.faceIndex)
    if (id) select([id])
  }
  const glass = solid.kind === 'pane'
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a mesh is no element of the page; the tables and the plan pick by keys
    <mesh geometry={solid.geometry} onClick={pick}>
      <meshStandardMaterial
        color={solid.picked ? PICKED : COLORS[solid.kind]}
        roughness={0.95}
        transparent={glass}
        opacity={glass ? 0.5 : 1}
        side={planes.length === 0 ? undefined : DoubleSide}
        clippingPlanes={[...planes]}
        polygonOffset
        polygonOffsetFactor={1}
        polygonOffsetUnits={1}
      />
    </mesh>
  )
}

/** Sheets lie a little beneath what is built on them. */
const BENEATH_MM = 20

/** Sheets where they lie and stand, by their pictures. */
function Sheets({ scene }: { scene: Scene }) {
  const records = useProject((state) => state.records)
  const sources = useProject((state) => state.sources)
  const levelId = useBench((bench) => bench.levelId)
  return underlaysOf(records).flatMap((underlay) => {
    const found = sheetOf(sources, underlay.sheetId)
    // Sheets of upper levels would hide what lies below; those that stand upright hide little.
    const stands = workPlaneOf(underlay.levelId, records) !== null
    if (!stands && levelId !== null && underlay.levelId !== levelId && !workPlaneOf(levelId, records)) return []
    if (!underlay.visible || !found?.sheet.pictureHash) return []
    const { widthPt, heightPt, pictureHash } = found.sheet
    const map = boardMap(underlay.placement)
    const frame = frameOf(underlay.levelId, records)
    const ring = underlay.crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })
    const places = ring.map((p) => {
      const at = placeIn(frame, project(map, p), -BENEATH_MM)
      return [(at.x - scene.origin.x) / 1000, (at.y - scene.origin.y) / 1000, at.z / 1000]
    })
    return [
      <SheetPlane
        key={underlay.id}
        url={contentUrl(pictureHash)}
        places={new Float32Array(places.flat())}
        onPicture={new Float32Array(ring.flatMap(({ x, y }) => [x / widthPt, y / heightPt]))}
        triangles={new Uint16Array(capOf(ring))}
        film={stands}
      />,
    ]
  })
}

/** What shows of a sheet, with its picture on it. */
function SheetPlane({
  url,
  places,
  onPicture,
  triangles,
  film,
}: {
  url: string
  places: Float32Array
  onPicture: Float32Array
  triangles: Uint16Array
  /** Whether only its lines hide what lies behind it, as on drafting film. */
  film: boolean
}) {
  const invalidate = useThree((state) => state.invalidate)
  const texture = useMemo(() => new TextureLoader().load(url, () => invalidate()), [url, invalidate])
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
