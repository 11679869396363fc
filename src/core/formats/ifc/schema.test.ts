import { describe, expect, it } from 'vitest'
import * as WebIfc from 'web-ifc'
import { steelFrame } from '../../../../tests/support/frame'
import { house, opening, room, wall, wallType } from '../../../../tests/support/house'
import { type Corner, volumeOf, volumeWithin } from '../../../../tests/support/ifc-mesh'
import { faultsOfIfc } from '../../../../tests/support/ifc-schema'
import { buildingOf } from '../../building/building'
import { meshOf } from '../../building/mesh'
import type { ProjectRecord } from '../../model/registry'
import { withType } from '../../model/wall-type/typed'
import { localZeroOf } from '../local-zero'
import type { IfcRelease } from './release'
import { writeIfc } from './write'
import type { IfcHead } from './writer'

const HEAD: IfcHead = {
  projectId: 'p1',
  name: 'House',
  madeAt: '2026-01-02T03:04:05',
  documents: [{ id: 'sheet', name: 'Ground floor plan', levelId: 'level-0' }],
  author: 'N. Kálnoky',
  organisation: 'Atelier Vier',
  site: {
    eastMm: 5e8,
    northMm: 4e9,
    upMm: 120_000,
    northRad: 0.3,
    system: 'EPSG:25832',
    latitudeDeg: -47.3,
    longitudeDeg: 8.5,
  },
}

const at = (x: number, y: number) => ({ x, y })

/** A house with something of every kind. */
function everything(): Map<string, ProjectRecord> {
  const records = new Map([...house(), ...steelFrame()])
  const add = (record: ProjectRecord) => records.set(record.id, record)
  const type = {
    ...wallType('type', 'Shell', ['Brick', 115, 'finish'], ['Air', 40, 'cavity'], ['Concrete', 180, 'bearing']),
    fireRating: 'REI 90',
    uValue: 0.24,
    loadBearing: true,
  }
  add(type)
  add(withType(wall('typed', at(0, 6000), at(0, 9000)), type))
  add({ ...wall('round', at(20_000, 0), at(28_000, 0), 240), bulge: 0.4 })
  add(opening('round door', 'round', 'door', 3000, 1000, 2100, 0))
  for (const [i, way] of (['double', 'sliding', 'folding'] as const).entries())
    add({ ...opening(way, 'north', 'door', 1500 + 2500 * i, 1600, 2100, 0), way })
  add(opening('pass', 'east', 'passage', 3000, 900, 2100, 0))
  add({
    id: 'post',
    kind: 'column',
    levelId: 'level-0',
    at: at(15_000, 0),
    section: 'round',
    widthMm: 300,
    depthMm: 300,
    turnRad: 0,
  })
  add({
    id: 'pier',
    kind: 'column',
    levelId: 'level-0',
    at: at(15_000, 3000),
    section: 'rectangle',
    widthMm: 300,
    depthMm: 500,
    turnRad: 0.4,
  })
  add({
    id: 'slab',
    kind: 'slab',
    levelId: 'level-0',
    ring: [at(0, 0), at(10_000, 0), at(10_000, 6000), at(0, 6000)],
    holes: [[at(1000, 1000), at(3000, 1000), at(3000, 2000), at(1000, 2000)]],
    thicknessMm: 200,
    topMm: 0,
  })
  add({ id: 'grid', kind: 'grid-line', name: 'A', start: at(0, 0), end: at(0, 9000) })
  return records
}

describe.each(['IFC4', 'IFC4X3'] as const)('a file of release %s', (release) => {
  const building = buildingOf(everything())
  const text = writeIfc(building, { ...HEAD, release, zero: localZeroOf(building) })

  it.runIf(release === 'IFC4')('keeps the schema: attributes, their types, what may be left out', () => {
    expect(faultsOfIfc(text)).toEqual([])
  })

  it('has as many attributes as another program gives each entity', async () => {
    const api = new WebIfc.IfcAPI()
    await api.Init()
    const model = api.OpenModel(new TextEncoder().encode(text))
    expect(api.GetModelSchema(model)).toBe(release === 'IFC4' ? 'IFC4' : 'IFC4X3_ADD2')
    for (const id of api.GetAllLines(model)) {
      const raw = api.GetRawLineData(model, id)
      // It leaves out what follows from elsewhere.
      if (raw.type === WebIfc.IFCSIUNIT || raw.type === WebIfc.IFCGEOMETRICREPRESENTATIONSUBCONTEXT) continue
      const line = api.GetLine(model, id)
      expect.soft(raw.arguments.length, api.GetNameFromTypeCode(raw.type)).toBe(Object.keys(line).length - 2)
    }
    api.CloseModel(model)
  })
})

it('finds what departs from the schema', () => {
  const good = writeIfc(buildingOf(house()), HEAD)
  const broken = (from: RegExp, to: string) => faultsOfIfc(good.replace(from, to)).join()
  expect(broken(/\.STANDARD\.\);/, '.FLYING.);')).toMatch(/PredefinedType has no word FLYING/)
  expect(broken(/(=IFCWALL\([^\n]*),\.STANDARD\.\);/, '$1);')).toMatch(/8 attributes, not 9/)
  expect(broken(/(IFCLOCALPLACEMENT\()#\d+,/, '$1#1,')).toMatch(/PlacementRelTo is a/)
})

describe('a building 500 km from its zero', () => {
  const far = at(500_000_123.4, 4_200_000_567.8)
  const move = (p: { x: number; y: number }) => at(p.x + far.x, p.y + far.y)
  const moved = (record: ProjectRecord): ProjectRecord => {
    if (record.kind === 'wall') return { ...record, start: move(record.start), end: move(record.end) }
    if (record.kind === 'space' || record.kind === 'column') return { ...record, at: move(record.at) }
    return record
  }
  const near = [
    ...house().values(),
    {
      id: 'post',
      kind: 'column',
      levelId: 'level-0',
      at: at(500, 500),
      section: 'round',
      widthMm: 300,
      depthMm: 300,
      turnRad: 0,
    } as const,
  ]
  const building = buildingOf(new Map(near.map((record) => [record.id, moved(record)])))
  const zero = localZeroOf(building)

  it('has the quantities that it has near zero, and a zero of its own that the file tells', async () => {
    const here = buildingOf(new Map(near.map((record) => [record.id, record])))
    const sizes = ({ levels: [level] }: typeof building) => [
      ...level!.walls.map(({ coveredMm2 }) => coveredMm2),
      ...level!.rooms.map(({ boundary }) => boundary!.areaMm2),
    ]
    sizes(building).forEach((size, i) => {
      expect(size / sizes(here)[i]!).toBeCloseTo(1, 8)
    })
    const text = writeIfc(building, { ...HEAD, site: undefined, zero })
    expect(zero).toEqual(at(500_000_000, 4_200_000_000))
    expect(text).toMatch(/IFCMAPCONVERSION\(#\d+,#\d+,500000\.,4200000\.,0\.,1\.,0\.,0\.001\)/)
    // No place of the file is far from its zero.
    const places = [...text.matchAll(/IFCCARTESIANPOINT\(\(([^)]*)\)\)/g)].flatMap(([, at]) =>
      at!.split(',').map(Number),
    )
    expect(Math.max(...places.map(Math.abs))).toBeLessThan(20_000)
    const api = new WebIfc.IfcAPI()
    await api.Init()
    const model = api.OpenModel(new TextEncoder().encode(text))
    const volumes = new Map<number, number>()
    api.StreamAllMeshes(model, (mesh) => volumes.set(mesh.expressID, volumeOf(api, model, mesh)))
    const [post] = [...volumes].filter(([id]) => api.GetLineType(model, id) === WebIfc.IFCCOLUMN)
    expect(post![1] / (Math.PI * 0.15 ** 2 * 2.8)).toBeCloseTo(1, 1)
    api.CloseModel(model)
  })
})

it('tells rooms of one use as a zone, walls that meet, and what bounds each room', () => {
  const records = house()
  for (const record of [...records.values()])
    if (record.kind === 'space') records.set(record.id, { ...record, use: 'Storage' })
  records.set('more', { ...room('more', at(1000, 1000)), levelId: 'elsewhere' })
  const text = writeIfc(buildingOf(records), HEAD)
  const count = (type: string) => text.match(new RegExp(`=${type}\\(`, 'g'))?.length ?? 0
  expect(count('IFCZONE')).toBe(1)
  // Four corners, and the partition that ends in two walls.
  expect(count('IFCRELCONNECTSPATHELEMENTS')).toBe(6)
  // Each room has four sides of the shell and the partition, less what the partition hides; a window and a door on both sides.
  expect(count('IFCRELSPACEBOUNDARY2NDLEVEL')).toBe(8 + 1 + 2)
  // The two faces of the partition know of one another.
  expect(text.match(/=IFCRELSPACEBOUNDARY2NDLEVEL\([^;]*,#\d+\);/g)).toHaveLength(1)
  expect(text.match(/'IsExternal',\$,IFCBOOLEAN\(\.T\.\)/g)).toHaveLength(4 + 1)
  expect(text.match(/'IsExternal',\$,IFCBOOLEAN\(\.F\.\)/g)).toHaveLength(1 + 1)
})

it('gives another project other identifiers, and the same project the same', () => {
  const guids = (projectId: string, release: IfcRelease = 'IFC4') =>
    [...writeIfc(buildingOf(house()), { ...HEAD, projectId, release }).matchAll(/=IFC\w+\('([0-9A-Za-z_$]{22})'/g)].map(
      ([, guid]) => guid!,
    )
  const one = guids('p1')
  expect(new Set(one).size).toBe(one.length)
  expect(guids('p1')).toEqual(one)
  expect(guids('p2').filter((guid) => one.includes(guid))).toEqual([])
})

it('a slab has its stair well cut out, for others as in the solid view', async () => {
  const building = buildingOf(everything())
  const built = building.levels.flatMap(({ bodies }) => bodies).find(({ body }) => body.kind === 'slab')!
  const { positions } = meshOf(built.prisms, at(0, 0))
  const corners = Array.from(
    { length: positions.length / 3 },
    (_, i) => [...positions.slice(3 * i, 3 * i + 3)] as Corner,
  )
  const wanted = (60 - 2) * 0.2
  expect(volumeWithin(corners)).toBeCloseTo(wanted, 4)
  const api = new WebIfc.IfcAPI()
  await api.Init()
  const model = api.OpenModel(new TextEncoder().encode(writeIfc(building, HEAD)))
  const volumes: number[] = []
  api.StreamAllMeshesWithTypes(model, [WebIfc.IFCSLAB], (mesh) => volumes.push(volumeOf(api, model, mesh)))
  expect(volumes).toEqual([expect.closeTo(wanted, 3)])
  api.CloseModel(model)
})
