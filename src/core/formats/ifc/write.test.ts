import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as WebIfc from 'web-ifc'
import { house, opening, wall, wallType } from '../../../../tests/support/house'
import { volumeOf } from '../../../../tests/support/ifc-mesh'
import { buildingOf } from '../../building/building'
import type { ProjectRecord } from '../../model/registry'
import { withType } from '../../model/wall-type/typed'
import { ifcGuid } from './guid'
import { writeIfc } from './write'

const HEAD = { projectId: 'p1', name: 'Bootshaus „Süd“', madeAt: '2026-01-02T03:04:05' }

describe('a house, read by another program', () => {
  const api = new WebIfc.IfcAPI()
  let model = 0
  const records: Map<string, ProjectRecord> = house()
  records.set('upper', { id: 'upper', kind: 'level', name: 'Upper', elevationMm: 2800 })
  records.set('slab', {
    id: 'slab',
    kind: 'slab',
    levelId: 'upper',
    ring: [
      { x: 0, y: 0 },
      { x: 10_000, y: 0 },
      { x: 10_000, y: 6000 },
      { x: 0, y: 6000 },
    ],
    thicknessMm: 200,
    topMm: 0,
  })
  records.set('post', {
    id: 'post',
    kind: 'column',
    levelId: 'upper',
    at: { x: 500, y: 500 },
    section: 'rectangle',
    widthMm: 300,
    depthMm: 200,
    turnRad: 0,
  })
  const building = buildingOf(records)

  beforeAll(async () => {
    await api.Init()
    model = api.OpenModel(new TextEncoder().encode(writeIfc(building, HEAD)))
  })
  afterAll(() => api.CloseModel(model))

  const count = (type: number) => api.GetLineIDsWithType(model, type).size()
  const lines = (type: number) => {
    const ids = api.GetLineIDsWithType(model, type)
    return Array.from({ length: ids.size() }, (_, i) => api.GetLine(model, ids.get(i)))
  }

  it('has every element, in its structure', () => {
    expect(api.GetModelSchema(model)).toBe('IFC4')
    expect([WebIfc.IFCPROJECT, WebIfc.IFCSITE, WebIfc.IFCBUILDING, WebIfc.IFCBUILDINGSTOREY].map(count)).toEqual([
      1, 1, 1, 2,
    ])
    expect([WebIfc.IFCWALL, WebIfc.IFCOPENINGELEMENT, WebIfc.IFCDOOR, WebIfc.IFCWINDOW].map(count)).toEqual([
      5, 2, 1, 1,
    ])
    expect([WebIfc.IFCSLAB, WebIfc.IFCCOLUMN, WebIfc.IFCSPACE, WebIfc.IFCWALLTYPE].map(count)).toEqual([1, 1, 2, 2])
    expect([WebIfc.IFCRELVOIDSELEMENT, WebIfc.IFCRELFILLSELEMENT].map(count)).toEqual([2, 2])
    expect(lines(WebIfc.IFCBUILDINGSTOREY).map(({ Name, Elevation }) => [Name.value, Elevation.value])).toEqual([
      ['Ground', 0],
      ['Upper', 2800],
    ])
    expect(lines(WebIfc.IFCPROJECT)[0].Name.value).toBe(HEAD.name)
  })

  it('gives every element a lasting identifier of its own', () => {
    const all = new Set<string>()
    for (const type of [WebIfc.IFCWALL, WebIfc.IFCDOOR, WebIfc.IFCWINDOW, WebIfc.IFCSPACE, WebIfc.IFCSLAB])
      for (const { GlobalId } of lines(type)) {
        expect(GlobalId.value).toMatch(/^[0-3][0-9A-Za-z_$]{21}$/)
        all.add(GlobalId.value)
      }
    expect(all.size).toBe(10)
    expect(writeIfc(building, HEAD)).toBe(writeIfc(building, HEAD))
  })

  it('has bodies of the volumes that are stated', () => {
    const volumes = new Map<number, number>()
    api.StreamAllMeshes(model, (mesh) => volumes.set(mesh.expressID, volumeOf(api, model, mesh)))
    const sum = (type: number) => lines(type).reduce((total, { expressID }) => total + volumes.get(expressID)!, 0)
    const [ground, upper] = building.levels
    const stated = ground!.walls.reduce((total, wall) => total + wall.netVolumeMm3, 0) / 1e9
    expect(sum(WebIfc.IFCWALL) / stated).toBeCloseTo(1, 4)
    expect(sum(WebIfc.IFCSLAB)).toBeCloseTo(60 * 0.2, 5)
    expect(sum(WebIfc.IFCCOLUMN)).toBeCloseTo(0.3 * 0.2 * upper!.heightMm * 1e-3, 6)
    api.StreamAllMeshesWithTypes(model, [WebIfc.IFCSPACE], (mesh) =>
      volumes.set(mesh.expressID, volumeOf(api, model, mesh)),
    )
    expect(sum(WebIfc.IFCSPACE)).toBeCloseTo((5.65 + 3.65) * 5.4 * 2.8, 4)
  })

  it('states areas of rooms to a ten-thousandth', () => {
    const areas = lines(WebIfc.IFCQUANTITYAREA)
      .filter(({ Name }) => Name.value === 'NetFloorArea')
      .map(({ AreaValue }) => AreaValue.value)
    expect(areas).toEqual([expect.closeTo(5.65 * 5.4, 4), expect.closeTo(3.65 * 5.4, 4)])
  })
})

describe('round walls of a type, roofs, stairs and the grid, read by another program', () => {
  const api = new WebIfc.IfcAPI()
  let model = 0
  const type = wallType('shell', 'Shell', ['Larch', 30, 'finish'], ['Air', 40, 'cavity'], ['Timber', 180, 'bearing'])
  const at = (x: number, y: number) => ({ x, y })
  const list: ProjectRecord[] = [
    { id: 'ground', kind: 'level', name: 'Ground', elevationMm: 1000, heightMm: 3000 },
    type,
    { ...withType(wall('round', at(6000, 0), at(-6000, 0), 1, 'left'), type), bulge: -1, levelId: 'ground' },
    opening('door', 'round', 'door', 9000, 1000, 2100, 0),
    {
      id: 'roof',
      kind: 'roof',
      levelId: 'ground',
      ring: [at(0, 0), at(0, 8000), at(-5000, 8000), at(-5000, 0)],
      pitchRad: Math.PI / 6,
      thicknessMm: 240,
      eavesMm: 3000,
    },
    { id: 'stair', kind: 'stair', levelId: 'ground', start: at(0, 0), end: at(0, 4480), widthMm: 1200, risers: 17 },
    { id: 'a', kind: 'grid-line', name: 'A', start: at(0, 0), end: at(9000, 0) },
    { id: 'b', kind: 'grid-line', name: 'B', start: at(0, 5000), end: at(9000, 5000) },
    { id: '1', kind: 'grid-line', name: '1', start: at(0, -500), end: at(0, 9000) },
  ]
  const building = buildingOf(new Map(list.map((record) => [record.id, record])))

  beforeAll(async () => {
    await api.Init()
    model = api.OpenModel(new TextEncoder().encode(writeIfc(building, HEAD)))
  })
  afterAll(() => api.CloseModel(model))

  const lines = (kind: number) => {
    const ids = api.GetLineIDsWithType(model, kind)
    return Array.from({ length: ids.size() }, (_, i) => api.GetLine(model, ids.get(i)))
  }
  const volumes = () => {
    const found = new Map<number, number>()
    api.StreamAllMeshes(model, (mesh) => found.set(mesh.expressID, volumeOf(api, model, mesh)))
    return (kind: number) => lines(kind).reduce((sum, { expressID }) => sum + (found.get(expressID) ?? 0), 0)
  }

  it('have the volumes that they should', () => {
    const volume = volumes()
    const [round] = building.levels[0]!.walls
    expect(volume(WebIfc.IFCWALL) / (round!.netVolumeMm3 / 1e9)).toBeCloseTo(1, 4)
    expect(volume(WebIfc.IFCSLAB)).toBeCloseTo(((5 * 8) / Math.cos(Math.PI / 6)) * 0.24, 4)
    const riser = 3000 / 17
    const blocks = Array.from({ length: 16 }, (_, i) => Math.min((i + 1) * riser, riser + 150))
    expect(volume(WebIfc.IFCSTAIRFLIGHT)).toBeCloseTo((blocks.reduce((a, b) => a + b) * 280 * 1200) / 1e9, 4)
  })

  it('tell their layers, risers and axes', () => {
    expect(lines(WebIfc.IFCMATERIALLAYER).map(({ LayerThickness }) => LayerThickness.value)).toEqual([30, 40, 180])
    expect(lines(WebIfc.IFCMATERIAL).map(({ Name }) => Name.value)).toEqual(['Larch', 'Air', 'Timber'])
    expect(lines(WebIfc.IFCWALLTYPE).map(({ Name }) => Name.value)).toEqual(['Shell'])
    const [flight] = lines(WebIfc.IFCSTAIRFLIGHT)
    expect([flight.NumberOfRisers.value, flight.RiserHeight.value, flight.TreadLength.value]).toEqual([
      17,
      expect.closeTo(3000 / 17, 6),
      280,
    ])
    const [grid] = lines(WebIfc.IFCGRID)
    expect([grid.UAxes.length, grid.VAxes.length]).toEqual([2, 1])
    expect(lines(WebIfc.IFCGRIDAXIS).map(({ AxisTag }) => AxisTag.value)).toEqual(['A', 'B', '1'])
  })

  it('stand where they are drawn: the roof rises from its eaves', () => {
    let [low, high] = [Infinity, -Infinity]
    const [{ expressID }] = lines(WebIfc.IFCSLAB)
    api.StreamMeshes(model, [expressID], (mesh) => {
      const placed = mesh.geometries.get(0)
      const geometry = api.GetGeometry(model, placed.geometryExpressID)
      const vertices = api.GetVertexArray(geometry.GetVertexData(), geometry.GetVertexDataSize())
      const m = placed.flatTransformation
      // This reader turns the model so that y is up, in metres.
      for (let k = 0; k < vertices.length; k += 6) {
        const y = m[1]! * vertices[k]! + m[5]! * vertices[k + 1]! + m[9]! * vertices[k + 2]! + m[13]!
        low = Math.min(low, y)
        high = Math.max(high, y)
      }
    })
    expect(low).toBeCloseTo(4, 4)
    expect(high).toBeCloseTo(4 + 5 * Math.tan(Math.PI / 6) + 0.24 / Math.cos(Math.PI / 6), 4)
  })
})

it('a UUID is kept bit by bit in its identifier', () => {
  // Worked out by hand: all bits set but the first two of the first figure.
  expect(ifcGuid('ffffffff-ffff-ffff-ffff-ffffffffffff')).toBe('3$$$$$$$$$$$$$$$$$$$$$')
  expect(ifcGuid('00000000-0000-0000-0000-000000000001')).toBe('0000000000000000000001')
})
