import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { validateXML } from 'xmllint-wasm'
import { house, opening, wall } from '../../../../tests/support/house'
import { inScratch, program } from '../../../../tests/support/producers'
import { buildingOf } from '../../building/building'
import type { Wall } from '../../model/wall/schema'
import { writeGbxml } from './write'

/** Areas of all surfaces by kind, from their loops, as Python's own XML reader sees them. */
const READ = `
import json, sys
import xml.etree.ElementTree as T
n = {'g': 'http://www.gbxml.org/schema'}
def area(loop):
  p = [[float(c.text) for c in q.findall('g:Coordinate', n)] for q in loop.findall('g:CartesianPoint', n)]
  s = [0, 0, 0]
  for a, b in zip(p, p[1:] + p[:1]):
    s[0] += a[1]*b[2]-a[2]*b[1]; s[1] += a[2]*b[0]-a[0]*b[2]; s[2] += a[0]*b[1]-a[1]*b[0]
  return sum(v*v for v in s) ** 0.5 / 2
root = T.parse(sys.argv[1]).getroot()
kinds = {}
for s in root.iter('{http://www.gbxml.org/schema}Surface'):
  k = s.get('surfaceType')
  kinds[k] = kinds.get(k, 0) + area(s.find('g:PlanarGeometry/g:PolyLoop', n))
known = {s.get('id') for s in root.iter('{http://www.gbxml.org/schema}Space')}
used = {a.get('spaceIdRef') for a in root.iter('{http://www.gbxml.org/schema}AdjacentSpaceId')}
print(json.dumps({'kinds': kinds, 'strangers': sorted(used - known),
  'names': [s.find('g:Name', n).text for s in root.iter('{http://www.gbxml.org/schema}Space')],
  'openings': [area(o.find('g:PlanarGeometry/g:PolyLoop', n)) for o in root.iter('{http://www.gbxml.org/schema}Opening')]}))
`

it('encloses each room by surfaces of the right size, walls between rooms once', async () => {
  const records = house()
  const hall = records.get('hall')
  if (hall?.kind === 'space') records.set('hall', { ...hall, name: 'Hall <“A&B”>' })
  const report = await inScratch(async (folder) => {
    await writeFile(join(folder, 'rooms.xml'), writeGbxml(buildingOf(records), 'House & Co'))
    await writeFile(join(folder, 'read.py'), READ)
    return JSON.parse(await program('/usr/bin/python3', join(folder, 'read.py'), join(folder, 'rooms.xml')))
  })
  const rooms = (5.65 + 3.65) * 5.4
  expect(report.kinds).toEqual({
    ExteriorWall: expect.closeTo((2 * (5.65 + 3.65) + 2 * 5.4) * 3, 6),
    InteriorWall: expect.closeTo(5.4 * 3, 6),
    SlabOnGrade: expect.closeTo(rooms, 6),
    Ceiling: expect.closeTo(rooms, 6),
  })
  expect(report.strangers).toEqual([])
  expect(report.names).toEqual(['01 Hall <“A&B”>', '02 Store'])
  expect(report.openings.sort()).toEqual([expect.closeTo(1.2 * 1.5, 6), expect.closeTo(0.9 * 2.1, 6)])
})

it('keeps the rules of the format, as libxml2 judges them', async () => {
  const schema = await readFile('tests/support/gbxml.xsd', 'utf8')
  const judge = (contents: string) => validateXML({ xml: { fileName: 'rooms.xml', contents }, schema })
  // Round walls, rooms above one another, and every kind of opening.
  const records = house()
  const round: Wall = { ...wall('round', { x: 10_000, y: 6000 }, { x: 0, y: 6000 }, 300, 'right'), bulge: 0.3 }
  records.delete('north')
  records.set('round', round)
  records.set('passage', opening('passage', 'partition', 'passage', 4600, 800, 2100, 0))
  const written = writeGbxml(buildingOf(records), 'House & Co')
  expect((await judge(written)).errors).toEqual([])
  // The judge can say no.
  expect((await judge(written.replace('ExteriorWall', 'Facade'))).valid).toBe(false)
  expect((await judge(written.replace('space-1"', 'space-9"'))).valid).toBe(false)
})
