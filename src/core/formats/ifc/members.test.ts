import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as WebIfc from 'web-ifc'
import { steelFrame } from '../../../../tests/support/frame'
import { type Corner, trianglesOf, volumeWithin } from '../../../../tests/support/ifc-mesh'
import { buildingOf } from '../../building/building'
import { hullOf } from '../../building/members'
import { propertiesOf } from '../../sections/properties'
import { ifcGuid } from './guid'
import { writeIfc } from './write'

const HEAD = { projectId: 'p1', name: 'Frame', madeAt: '2026-01-02T03:04:05' }

describe('a frame, read by another program', () => {
  const api = new WebIfc.IfcAPI()
  let model = 0
  const building = buildingOf(steelFrame())
  const meshes = new Map<string, Corner[]>()

  beforeAll(async () => {
    await api.Init()
    model = api.OpenModel(new TextEncoder().encode(writeIfc(building, HEAD)))
    api.StreamAllMeshes(model, (mesh) => {
      const { GlobalId } = api.GetLine(model, mesh.expressID) as { GlobalId: { value: string } }
      meshes.set(GlobalId.value, trianglesOf(api, model, mesh))
    })
  })
  afterAll(() => api.CloseModel(model))

  const count = (type: number) => api.GetLineIDsWithType(model, type).size()

  it('has every member in its class', () => {
    expect(count(WebIfc.IFCCOLUMN)).toBe(1)
    expect(count(WebIfc.IFCBEAM)).toBe(3)
    expect(count(WebIfc.IFCMEMBER)).toBe(5)
    expect(count(WebIfc.IFCPLATE)).toBe(2)
    expect(count(WebIfc.IFCMECHANICALFASTENER)).toBe(1)
  })

  it('has standard profiles and their materials', () => {
    expect(count(WebIfc.IFCISHAPEPROFILEDEF)).toBe(3)
    expect(count(WebIfc.IFCUSHAPEPROFILEDEF)).toBe(1)
    expect(count(WebIfc.IFCLSHAPEPROFILEDEF)).toBe(1)
    expect(count(WebIfc.IFCRECTANGLEHOLLOWPROFILEDEF)).toBe(1)
    expect(count(WebIfc.IFCMATERIALPROFILESETUSAGE)).toBe(9)
    expect(count(WebIfc.IFCRELVOIDSELEMENT)).toBe(1)
  })

  it.each(building.members.map((built) => [built.member.id, built] as const))(
    '%s holds as much and reaches as far there as here',
    (id, built) => {
      const mesh = meshes.get(ifcGuid(`${HEAD.projectId} ${id}`))!
      const holes = building.bolting.holes.get(id) ?? []
      const drilled = holes.reduce(
        (sum, { from, to, diameterMm }) =>
          sum + (Math.PI / 4) * diameterMm ** 2 * Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z),
        0,
      )
      const here = (built.body.volumeMm3 - drilled) / 1e9
      // That program draws fillets as bevels, or not at all, and circles by few chords.
      const { shape } = built.body.placed.section
      const fillets = 'rootMm' in shape ? (2 * shape.rootMm ** 2) / propertiesOf(shape).areaMm2 : 0
      expect(Math.abs(volumeWithin(mesh) / here - 1)).toBeLessThan(0.02 + fillets)
      const places = hullOf(built).faces.flat()
      // There y is upwards and z to the south.
      const there = mesh.map(([x, y, z]) => ({ x: x * 1000, y: -z * 1000, z: y * 1000 }))
      for (const axis of ['x', 'y', 'z'] as const)
        for (const side of [Math.min, Math.max])
          expect(
            Math.abs(side(...places.map((p) => p[axis])) - side(...there.map((p) => p[axis]))),
            `${axis} ${side === Math.min ? 'from' : 'to'}`,
          ).toBeLessThan(2)
    },
  )

  it('the plate that is bolted has its holes', () => {
    const volume = volumeWithin(meshes.get(ifcGuid(`${HEAD.projectId} end-plate`))!)
    expect(volume).toBeGreaterThan(((150 * 320 - 4 * (Math.PI / 4) * 22 ** 2) * 15 * 0.995) / 1e9)
    expect(volume).toBeLessThan(((150 * 320 - 4 * (Math.PI / 4) * 22 ** 2 * 0.85) * 15) / 1e9)
  })
})
