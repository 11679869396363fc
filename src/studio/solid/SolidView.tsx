'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { Canvas, type ThreeEvent, useThree } from '@react-three/fiber'
import { useEffect, useMemo, useRef, useState } from 'react'
import { DoubleSide, Plane, TextureLoader, Vector3 } from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { PrismKind } from '@/core/building/bodies/body'
import { project } from '@/core/geometry/projective'
import { levelsOf } from '@/core/model/level/schema'
import { boardMap } from '@/core/model/underlay/placement'
import { formatLength } from '@/core/units/format'
import { contentUrl } from '../api'
import { select, toolContext, useBench } from '../bench-store'
import { useBuilding } from '../building/use-building'
import { underlaysOf, useProject } from '../project/store'
import { sheetOf } from '../sheets/sheet-of'
import { type Scene, type Solid, sceneOf } from './solids'

const COLORS: Record<PrismKind, string> = {
  roof: '#a0714a',
  stair: '#8f8672',
  wall: '#d8cfbb',
  column: '#6f7674',
  slab: '#b9b4a6',
  pane: '#7fb0b3',
  leaf: '#7a4a2e',
}
const PICKED = '#a8281c'

/** The model as solids: turn it with the mouse, pick in it, cut it at a height. */
export function SolidView() {
  const building = useBuilding()
  const selection = useBench((bench) => bench.selection)
  const scene = useMemo(() => sceneOf(building, new Set(selection)), [building, selection])
  const [cutM, setCutM] = useState<number | null>(null)
  const [turn, setTurn] = useState(0)
  const { top, foot } = scene.size
  const { display } = toolContext()
  return (
    <Box role="img" aria-label="Solid view of the model" sx={{ position: 'absolute', inset: 0, bgcolor: '#efe8d8' }}>
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
          <SolidMesh key={solid.key} solid={solid} cutM={cutM} />
        ))}
        <Sheets scene={scene} />
      </Canvas>
      <Stack
        direction="row"
        sx={{
          position: 'absolute',
          left: 12,
          bottom: 12,
          gap: 2,
          alignItems: 'center',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          px: 2,
          maxWidth: 'calc(100% - 24px)',
          py: 0.5,
        }}
      >
        <Typography sx={{ fontSize: 12.5, width: 132, flexShrink: 0 }}>
          {cutM === null ? 'Whole' : `Cut at ${formatLength(cutM * 1000, display)}`}
        </Typography>
        <Slider
          aria-label="Height of the cut"
          size="small"
          value={cutM ?? top + 0.1}
          min={foot}
          max={top + 0.1}
          step={0.05}
          onChange={(_, value) => setCutM((value as number) > top ? null : (value as number))}
          sx={{ width: 180, minWidth: 40 }}
        />
        <Button size="small" sx={{ flexShrink: 0 }} onClick={() => setTurn(turn + 1)}>
          See all
        </Button>
      </Stack>
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

/** The eye and how it is moved: from the south-west and above at first. */
function Eye({ scene }: { scene: Scene }) {
  const { camera, gl, invalidate } = useThree()
  const first = useRef(scene)
  useEffect(() => {
    const { minX, minY, maxX, maxY, top } = first.current.size
    const middle = new Vector3((minX + maxX) / 2, (minY + maxY) / 2, top / 3)
    const reach = Math.max(maxX - minX, maxY - minY, top) * 1.05
    camera.up.set(0, 0, 1)
    camera.position.set(middle.x - reach * 0.5, middle.y - reach * 0.85, middle.z + reach * 0.7)
    camera.near = 0.1
    camera.far = reach * 50
    camera.updateProjectionMatrix()
    const controls = new OrbitControls(camera, gl.domElement)
    controls.target.copy(middle)
    controls.maxPolarAngle = Math.PI / 2
    controls.enableDamping = false
    controls.addEventListener('change', () => invalidate())
    controls.update()
    invalidate()
    return () => controls.dispose()
  }, [camera, gl, invalidate])
  return null
}

function SolidMesh({ solid, cutM }: { solid: Solid; cutM: number | null }) {
  const invalidate = useThree((state) => state.invalidate)
  const planes = useMemo(() => (cutM === null ? [] : [new Plane(new Vector3(0, 0, -1), cutM)]), [cutM])
  useEffect(() => {
    invalidate()
    return () => solid.geometry.dispose()
  }, [solid.geometry, invalidate])
  const pick = (event: ThreeEvent<MouseEvent>) => {
    // The end of a turn is no click.
    if (event.delta > 4 || (cutM !== null && event.point.z > cutM)) return
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
        side={cutM === null ? undefined : DoubleSide}
        clippingPlanes={planes}
        polygonOffset
        polygonOffsetFactor={1}
        polygonOffsetUnits={1}
      />
    </mesh>
  )
}

/** Sheets lying at their levels, by their pictures. */
function Sheets({ scene }: { scene: Scene }) {
  const records = useProject((state) => state.records)
  const sources = useProject((state) => state.sources)
  const levels = new Map(levelsOf(records).map((level) => [level.id, level.elevationMm]))
  const levelId = useBench((bench) => bench.levelId)
  return underlaysOf(records).flatMap((underlay) => {
    const found = sheetOf(sources, underlay.sheetId)
    // Sheets of upper levels would hide what lies below.
    if (levelId !== null && underlay.levelId !== levelId) return []
    if (!underlay.visible || !found?.sheet.pictureHash) return []
    const { widthPt, heightPt, pictureHash } = found.sheet
    const map = boardMap(underlay.placement)
    const zM = (levels.get(underlay.levelId) ?? 0) / 1000 - 0.02
    const corners = [
      { x: 0, y: 0 },
      { x: widthPt, y: 0 },
      { x: widthPt, y: heightPt },
      { x: 0, y: heightPt },
    ].map((p) => {
      const at = project(map, p)
      return [(at.x - scene.origin.x) / 1000, (at.y - scene.origin.y) / 1000, zM]
    })
    return [<SheetPlane key={underlay.id} url={contentUrl(pictureHash)} corners={new Float32Array(corners.flat())} />]
  })
}

const UV = new Float32Array([0, 0, 1, 0, 1, 1, 0, 1])
const TRIANGLES = new Uint16Array([0, 1, 2, 0, 2, 3])

function SheetPlane({ url, corners }: { url: string; corners: Float32Array }) {
  const invalidate = useThree((state) => state.invalidate)
  const texture = useMemo(() => new TextureLoader().load(url, () => invalidate()), [url, invalidate])
  return (
    <mesh raycast={() => null}>
      <bufferGeometry key={corners.join(' ')}>
        <bufferAttribute attach="attributes-position" args={[corners, 3]} />
        <bufferAttribute attach="attributes-uv" args={[UV, 2]} />
        <bufferAttribute attach="index" args={[TRIANGLES, 1]} />
      </bufferGeometry>
      <meshBasicMaterial map={texture} side={DoubleSide} toneMapped={false} />
    </mesh>
  )
}
