import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { validateXML } from 'xmllint-wasm'
import { house, opening, room, wall, wallType } from '../../../../tests/support/house'
import { BUILDINGS } from '../../../../tests/support/plan-corpus/buildings'
import { Chances } from '../../../../tests/support/plan-corpus/drafting'
import { inScratch, program } from '../../../../tests/support/producers'
import { buildingOf } from '../../building/building'
import type { ProjectRecord } from '../../model/registry'
import type { Wall } from '../../model/wall/schema'
import { withType } from '../../model/wall-type/typed'
import { writeGbxml } from './write'

/**
 * Surfaces as Python's own XML reader sees them: areas by kind; and of each space how far its surfaces are from closing
 * it: edges that no other surface runs back along, to a millimetre, and the volume within.
 */
const READ = `
import json, sys
import xml.etree.ElementTree as T
n = {'g': 'http://www.gbxml.org/schema'}
G = '{http://www.gbxml.org/schema}'
def points(loop):
  return [[float(c.text) for c in q.findall('g:Coordinate', n)] for q in loop.findall('g:CartesianPoint', n)]
def doubled(p):
  s = [0, 0, 0]
  for a, b in zip(p, p[1:] + p[:1]):
    s[0] += a[1]*b[2]-a[2]*b[1]; s[1] += a[2]*b[0]-a[0]*b[2]; s[2] += a[0]*b[1]-a[1]*b[0]
  return s
def area(p): return sum(v*v for v in doubled(p)) ** 0.5 / 2
def solid(loops):
  edges = {}
  volume = 0
  for p in loops:
    for a, b in zip(p, p[1:] + p[:1]):
      # Places often lie on half a millimetre: the cells in which they are told apart are moved off that.
      a, b = tuple(round(v + 0.00013, 3) for v in a), tuple(round(v + 0.00013, 3) for v in b)
      if a == b: continue
      key, way = ((a, b), 1) if a < b else ((b, a), -1)
      edges[key] = edges.get(key, 0) + way
    # The divergence theorem: a third of each face's distance times its area.
    volume += sum(x * v for x, v in zip(p[0], doubled(p))) / 6
  return {'open': sum(1 for v in edges.values() if v != 0), 'volume': volume}
root = T.parse(sys.argv[1]).getroot()
kinds, around = {}, {}
for s in root.iter(G + 'Surface'):
  p = points(s.find('g:PlanarGeometry/g:PolyLoop', n))
  kinds[s.get('surfaceType')] = kinds.get(s.get('surfaceType'), 0) + area(p)
  for i, a in enumerate(s.findall('g:AdjacentSpaceId', n)):
    around.setdefault(a.get('spaceIdRef'), []).append(p if i == 0 else p[::-1])
spaces = list(root.iter(G + 'Space'))
print(json.dumps({'kinds': kinds,
  'names': [s.find('g:Name', n).text for s in spaces],
  'solids': [solid(around.get(s.get('id'), [])) for s in spaces],
  'shells': [solid([points(l) for l in s.iter(G + 'PolyLoop')]) for s in spaces],
  'volumes': [float(s.find('g:Volume', n).text) for s in spaces],
  'openings': [area(points(o.find('g:PlanarGeometry/g:PolyLoop', n))) for o in root.iter(G + 'Opening')]}))
`

interface Report {
  kinds: Record<string, number>
  names: string[]
  solids: { open: number; volume: number }[]
  shells: { open: number; volume: number }[]
  volumes: number[]
  openings: number[]
}

const read = (records: ReadonlyMap<string, ProjectRecord>, name = 'House'): Promise<Report> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'rooms.xml'), writeGbxml(buildingOf(records), name))
    await writeFile(join(folder, 'read.py'), READ)
    return JSON.parse(await program('/usr/bin/python3', join(folder, 'read.py'), join(folder, 'rooms.xml')))
  })

/** Every space is closed by its surfaces, and by its shell, which holds its volume. */
function expectClosed({ solids, shells, volumes }: Report): void {
  for (const { open, volume } of solids) {
    expect(open).toBe(0)
    expect(volume).toBeGreaterThan(0)
  }
  shells.forEach(({ open, volume }, i) => {
    expect(open).toBe(0)
    expect(volume).toBeCloseTo(volumes[i]!, 3)
  })
}

const at = (x: number, y: number) => ({ x, y })

it('closes each room in the middle of its walls, with walls between rooms once', async () => {
  const records = house()
  const hall = records.get('hall')
  if (hall?.kind === 'space') records.set('hall', { ...hall, name: 'Hall <“A&B”>' })
  const report = await read(records, 'House & Co')
  // Walls of 300 around 10 by 6 m, parted in the middle of a wall of 100.
  const rooms = 9.7 * 5.7
  expect(report.kinds).toEqual({
    ExteriorWall: expect.closeTo(2 * (9.7 + 5.7) * 3, 6),
    InteriorWall: expect.closeTo(5.7 * 3, 6),
    SlabOnGrade: expect.closeTo(rooms, 6),
    Roof: expect.closeTo(rooms, 6),
  })
  expectClosed(report)
  expect(report.names).toEqual(['01 Hall <“A&B”>', '02 Store'])
  expect(report.openings.sort()).toEqual([expect.closeTo(1.2 * 1.5, 6), expect.closeTo(0.9 * 2.1, 6)])
})

it('parts rooms by air where only a line parts them, and storeys by floors that both share', async () => {
  const records = house()
  const add = (record: ProjectRecord) => void records.set(record.id, record)
  add({ id: 'line', kind: 'separator', levelId: 'level-0', start: at(3000, 300), end: at(3000, 5700) })
  add(room('nook', at(1000, 1000)))
  add({ id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 })
  const corners = [at(0, 0), at(7000, 0), at(7000, 6000), at(0, 6000)]
  for (const [i, corner] of corners.entries())
    add({ ...wall(`u${i}`, corner, corners[(i + 1) % 4]!, 300, 'right'), levelId: 'up' })
  add({ ...room('loft', at(3000, 3000)), levelId: 'up' })
  const report = await read(records)
  expectClosed(report)
  expect(report.kinds.Air).toBeCloseTo(5.7 * 3, 6)
  // The loft lies on the rooms below; what it does not cover of them is roof.
  expect(report.kinds.InteriorFloor).toBeCloseTo(6.7 * 5.7, 6)
  expect(report.kinds.Roof).toBeCloseTo(6.7 * 5.7 + (9.7 - 6.7) * 5.7, 6)
})

it('closes rooms around a core, along round walls, and beside walls that end in them', async () => {
  const records = new Map<string, ProjectRecord>()
  const add = (record: ProjectRecord) => void records.set(record.id, record)
  const ring = (name: string, corners: readonly { x: number; y: number }[], thick: number) => {
    for (const [i, corner] of corners.entries())
      add(wall(`${name}${i}`, corner, corners[(i + 1) % corners.length]!, thick))
  }
  ring('shell', [at(0, 0), at(12_000, 0), at(12_000, 9000), at(0, 9000)], 365)
  ring('core', [at(4000, 3000), at(7000, 3000), at(7000, 6000), at(4000, 6000)], 240)
  add(wall('stub', at(12_000, 4500), at(10_000, 4500), 115))
  add({ ...wall('bay', at(3000, 9000), at(8000, 9000), 300), bulge: -0.6 })
  add({
    id: 'post',
    kind: 'column',
    levelId: 'level-0',
    at: at(2000, 2000),
    section: 'round',
    widthMm: 300,
    depthMm: 300,
    turnRad: 0,
  })
  for (const [name, x, y] of [
    ['hall', 1000, 1000],
    ['lift', 5500, 4500],
    ['bow', 5500, 9800],
  ] as const)
    add(room(name, at(x, y)))
  const report = await read(records)
  expect(report.solids).toHaveLength(3)
  expectClosed({ ...report, shells: [], volumes: [] })
})

it.each(Object.keys(BUILDINGS) as (keyof typeof BUILDINGS)[])(
  'closes every room of a %s, two storeys of it',
  async (type) => {
    const records = new Map<string, ProjectRecord>()
    const add = (record: ProjectRecord) => void records.set(record.id, record)
    add({ id: 'level-0', kind: 'level', name: 'Ground', elevationMm: 0 })
    add({ id: 'up', kind: 'level', name: 'Upper', elevationMm: 3100 })
    for (const [level, seed] of [
      ['level-0', 7],
      ['up', 8],
    ] as const) {
      const { walls, rooms } = BUILDINGS[type](new Chances(seed))
      for (const [i, { start, end, thicknessMm }] of walls.entries())
        add({ ...wall(`${level} w${i}`, at(...start), at(...end), thicknessMm), levelId: level })
      for (const [i, { x, y, width, depth }] of rooms.entries())
        add({ ...room(`${level} r${i}`, at(x + width / 2, y + depth / 2)), levelId: level })
    }
    const report = await read(records)
    expect(report.solids.length).toBeGreaterThan(1)
    expectClosed({ ...report, shells: [], volumes: [] })
  },
)

it('keeps the rules of the format, as libxml2 judges them', async () => {
  const schema = await readFile('tests/support/gbxml.xsd', 'utf8')
  const judge = (contents: string) => validateXML({ xml: { fileName: 'rooms.xml', contents }, schema })
  // Round walls, rooms above one another, and every kind of opening.
  const records = house()
  const round: Wall = { ...wall('round', { x: 10_000, y: 6000 }, { x: 0, y: 6000 }, 300, 'right'), bulge: 0.3 }
  records.delete('north')
  records.set('round', round)
  records.set('passage', opening('passage', 'partition', 'passage', 4600, 800, 2100, 0))
  const type = { ...wallType('type', 'Shell', ['Brick', 115, 'finish'], ['Concrete', 185, 'bearing']), uValue: 0.25 }
  records.set('type', type)
  records.set('south', withType(records.get('south') as Wall, type))
  const site = { latitudeDeg: 47.4, longitudeDeg: 8.5, upMm: 408_000, northRad: 0.2 }
  const written = writeGbxml(buildingOf(records), 'House & Co', site)
  for (const told of [
    '<Latitude>47.4',
    '<CADModelAzimuth>11.459156',
    '<Thickness unit="Meters">0.185',
    '<U-value unit="WPerSquareMeterK">0.25',
  ])
    expect(written).toContain(told)
  expect((await judge(written)).errors).toEqual([])
  // The judge can say no.
  expect((await judge(written.replace('ExteriorWall', 'Facade'))).valid).toBe(false)
  expect((await judge(written.replace('space-1"', 'space-9"'))).valid).toBe(false)
})
