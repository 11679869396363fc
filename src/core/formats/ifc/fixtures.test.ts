import { expect, it } from 'vitest'
import * as WebIfc from 'web-ifc'
import { type Corner, trianglesOf, volumeWithin } from '../../../../tests/support/ifc-mesh'
import { buildingOf } from '../../building/building'
import { extentOf, solidsOf } from '../../building/prisms'
import type { Insert } from '../../model/insert/schema'
import { FIRST_LAYER } from '../../model/layer/schema'
import type { ProjectRecord } from '../../model/registry'
import { ifcGuid } from './guid'
import { writeIfc } from './write'

/** A block of 300 by 200 by 100 mm whose base is one of its corners. */
const symbol: ProjectRecord = {
  id: 'block',
  kind: 'symbol',
  name: 'Block',
  material: 'Cast iron',
  base: { x: 0, y: 0 },
  shapes: [
    {
      id: 'edge',
      kind: 'path',
      layerId: FIRST_LAYER.id,
      pen: undefined,
      xy: [0, 0, 300, 0, 300, 200, 0, 200],
      closed: true,
    },
  ],
  solid: {
    positions: [0, 0, 0, 300, 0, 0, 300, 200, 0, 0, 200, 0, 0, 0, 100, 300, 0, 100, 300, 200, 100, 0, 200, 100],
    triangles: [
      0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7,
    ],
  },
}

const placed = (id: string, change: Partial<Insert>): Insert => ({
  id,
  kind: 'insert',
  layerId: FIRST_LAYER.id,
  pen: undefined,
  symbolId: 'block',
  at: { x: 5000, y: 2000 },
  turnRad: 0,
  factor: 1,
  mirrored: false,
  upMm: 3100,
  ...change,
})

const levels: ProjectRecord[] = [
  { id: 'ground', kind: 'level', name: 'Ground', elevationMm: 0 },
  { id: 'upper', kind: 'level', name: 'Upper', elevationMm: 3000 },
]

const records = new Map(
  [
    ...levels,
    symbol,
    placed('as-it-is', {}),
    placed('turned', { turnRad: Math.PI / 2, at: { x: 0, y: 0 }, upMm: 0 }),
    placed('mirrored', { mirrored: true, factor: 2, at: { x: -4000, y: 0 }, upMm: 0 }),
  ].map((record) => [record.id, record]),
)

it('parts placed in a building stand where they are placed, at their size, for other programs too', async () => {
  const building = buildingOf(records)
  expect(building.fixtures).toHaveLength(3)
  const one = solidsOf(building).filter(({ id }) => id === 'as-it-is')
  expect(extentOf(one)).toEqual({ minX: 5000, maxX: 5300, minY: 2000, maxY: 2200, foot: 3100, top: 3200 })
  expect(extentOf(solidsOf(building).filter(({ id }) => id === 'turned'))).toMatchObject({ minX: -200, maxY: 300 })

  const api = new WebIfc.IfcAPI()
  await api.Init()
  const file = writeIfc(building, { projectId: 'p', name: 'House', madeAt: '2026-01-02T03:04:05' })
  // Corners are whole numbers, each place is written once.
  expect(file).toMatch(/IFCTRIANGULATEDFACESET\(#\d+,\$,\.T\.,\(\(1,2,3\)/)
  expect(file.match(/IFCCARTESIANPOINTLIST3D\((.*)\);/)![1]!.match(/\(/g)).toHaveLength(1 + 8)
  const model = api.OpenModel(new TextEncoder().encode(file))
  const meshes = new Map<string, Corner[]>()
  api.StreamAllMeshes(model, (mesh) => {
    const { GlobalId } = api.GetLine(model, mesh.expressID) as { GlobalId: { value: string } }
    meshes.set(GlobalId.value, trianglesOf(api, model, mesh))
  })
  const volume = (id: string) => volumeWithin(meshes.get(ifcGuid(`p ${id}`))!)
  expect(volume('as-it-is')).toBeCloseTo(0.006, 9)
  expect(volume('mirrored')).toBeCloseTo(0.048, 9)
  const highest = Math.max(...meshes.get(ifcGuid('p as-it-is'))!.map(([, y]) => y))
  expect(highest).toBeCloseTo(3.2, 6)
  // Each is made of what its part is made of.
  const made = [...api.GetLineIDsWithType(model, WebIfc.IFCRELASSOCIATESMATERIAL)].map(
    (id) => api.GetLine(model, id, true).RelatingMaterial.Name.value,
  )
  expect(made).toEqual(Array.from({ length: 3 }, () => 'Cast iron'))
  // It belongs to the storey on which it stands.
  const contained = [...api.GetLineIDsWithType(model, WebIfc.IFCRELCONTAINEDINSPATIALSTRUCTURE)].map((id) => {
    const { RelatedElements } = api.GetLine(model, id) as { RelatedElements: unknown[] }
    return RelatedElements.length
  })
  expect(contained.sort()).toEqual([1, 2])
  api.CloseModel(model)
})
