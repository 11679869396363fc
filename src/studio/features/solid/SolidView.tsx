'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type ThreeEvent, useThree } from '@react-three/fiber'
import { useEffect, useMemo, useState } from 'react'
import { DoubleSide, type Plane } from 'three'
import { Edges } from '@/studio/board/solid/Edges'
import { Eye } from '@/studio/board/solid/Eye'
import { SolidCanvas } from '@/studio/board/solid/SolidCanvas'
import { useSolid } from '@/studio/board/solid/solid-store'
import { type LookKind, type Solid, sceneOf } from '@/studio/board/solid/solids'
import { workbench } from '@/studio/board/workbench'
import { useBench } from '@/studio/state/bench'
import { useBuilding } from '@/studio/state/use-building'
import { toned } from '@/studio/ui/palette'
import { CutBar } from './CutBar'
import { CutCaps } from './CutCaps'
import { planesOf } from './cut'
import { MarkedMesh } from './MarkedMesh'
import { ReferenceMesh } from './ReferenceMesh'
import { useReferenceSolids } from './reference-solids'
import { SavedViews } from './SavedViews'
import { SheetPlane } from './SheetPlane'
import { useSheetsInSpace } from './sheets-in-space'

const COLORS: Record<LookKind, string> = {
  roof: '#b98c6b',
  stair: '#a9a18f',
  wall: '#e6dfd0',
  column: '#7d8583',
  slab: '#c9c5ba',
  pane: '#7fb0b3',
  leaf: '#7a4a2e',
  steel: '#33565a',
  timber: '#b98a4e',
  plate: '#4d6d78',
  bolt: '#5c5a52',
  fixture: '#9aa7a6',
}
const PICKED = '#a8281c'

const NO_SHEETS: ReturnType<typeof useSheetsInSpace> = []
const NO_REFERENCES: ReturnType<typeof useReferenceSolids> = []

/** Metres of a step; with Shift it is longer. */
const STEP_M = 0.5
const LONG_STEP_M = 2.5

const WALKS: Readonly<Record<string, readonly [ahead: number, aside: number, up: number]>> = {
  ArrowUp: [1, 0, 0],
  ArrowDown: [-1, 0, 0],
  ArrowRight: [0, 1, 0],
  ArrowLeft: [0, -1, 0],
  PageUp: [0, 0, 1],
  PageDown: [0, 0, -1],
}

function walkByKey(event: React.KeyboardEvent): void {
  const way = WALKS[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  const step = event.shiftKey ? LONG_STEP_M : STEP_M
  useSolid.getState().move?.(way[0] * step, way[1] * step, way[2] * step)
}

/** The model: turn it with the mouse, pick in it, cut it. */
export function SolidView() {
  const building = useBuilding()
  const selection = useBench((bench) => bench.selection)
  const sheets = useSheetsInSpace()
  const standing = useReferenceSolids()
  const films = useSolid((solid) => solid.sheets)
  const marks = useSolid((solid) => solid.marks)
  const shown = films ? sheets : NO_SHEETS
  const references = films ? standing : NO_REFERENCES
  const scene = useMemo(
    () =>
      sceneOf(
        building,
        new Set(selection),
        sheets.flatMap(({ corners }) => corners),
      ),
    [building, selection, sheets],
  )
  const [turn, setTurn] = useState(0)
  const cut = useSolid((solid) => solid.cut)
  const planes = useMemo(() => planesOf(cut, scene.origin), [cut, scene.origin])
  return (
    <Box sx={{ position: 'absolute', inset: 0, bgcolor: toned('vellumDeep') }}>
      <Box
        role="img"
        aria-label="Solid view of the model"
        tabIndex={0}
        onKeyDown={walkByKey}
        sx={{ position: 'absolute', inset: 0 }}
      >
        <SolidCanvas size={scene.size}>
          <Eye key={turn} scene={scene} />
          {scene.solids.map((solid) => (
            <SolidMesh key={solid.key} solid={solid} planes={planes} />
          ))}
          {planes.length > 0 && <CutCaps solids={scene.solids} planes={planes} size={scene.size} colors={COLORS} />}
          {references.map((reference) => (
            <ReferenceMesh key={reference.id} reference={reference} origin={scene.origin} planes={planes} />
          ))}
          {marks.map((mark) => (
            <MarkedMesh key={mark.colour} mark={mark} origin={scene.origin} planes={planes} />
          ))}
          {shown.map((sheet) => (
            <SheetPlane key={sheet.id} sheet={sheet} origin={scene.origin} />
          ))}
        </SolidCanvas>
      </Box>
      <SavedViews />
      <CutBar size={scene.size} onSeeAll={() => setTurn(turn + 1)} />
      {scene.solids.length === 0 && sheets.length === 0 && (
        <Typography
          sx={{ position: 'absolute', top: '40%', width: '100%', textAlign: 'center' }}
          color="text.secondary"
        >
          Nothing is built yet: trace a wall, or place a member.
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
    if (id) workbench.pick([id])
  }
  const glass = solid.kind === 'pane'
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a mesh is no element of the page; the tables and the plan pick by keys
    <mesh geometry={solid.geometry} onClick={pick} castShadow={!glass} receiveShadow>
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
      <Edges geometry={solid.geometry} planes={planes} />
    </mesh>
  )
}
