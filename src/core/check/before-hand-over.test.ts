import JSZip from 'jszip'
import { expect, it } from 'vitest'
import { house, opening, room, wall } from '../../../tests/support/house'
import { buildingOf } from '../building/building'
import { topicsOfFindings } from '../formats/bcf/from-project'
import { writeBcf } from '../formats/bcf/write'
import { ifcGuid } from '../formats/ifc/guid'
import type { ProjectRecord } from '../model/registry'
import { beforeHandOver } from './before-hand-over'

const find = (records: Map<string, ProjectRecord>) => beforeHandOver(buildingOf(records), records)

it('a house in order has nothing that a recipient would stumble on', () => {
  expect(find(house())).toEqual([])
})

it('finds open and nameless rooms, doors that do not fit or lost their wall, walls that miss one another', () => {
  const records = house()
  const add = (record: ProjectRecord) => records.set(record.id, record)
  add({ ...room('porch', { x: -3000, y: 0 }), name: 'Porch' })
  add({ ...room('box', { x: 1000, y: 1000 }), name: '', number: '01' })
  add(opening('high', 'west', 'door', 3000, 900, 9000, 0))
  add(opening('lost', 'nowhere', 'window', 3000, 900, 1000, 0))
  add(wall('stray', { x: 10_020, y: 0 }, { x: 14_000, y: 0 }, 300, 'right'))
  const findings = find(records)
  const says = findings.map((each) => each.says).join('\n')
  for (const words of [
    'Porch on Ground is open',
    'A room on Ground has no name',
    'more than one room 01',
    'which is only 3000 mm high',
    'A window has lost its wall',
    'miss one another',
  ])
    expect(says).toContain(words)
  expect(findings.find(({ ids }) => ids.includes('high'))!.at).not.toBeNull()
})

it('goes out as BCF 3.0: a topic for each, that points at its elements in the IFC', async () => {
  const records = house()
  records.set('porch', { ...room('porch', { x: -3000, y: 0 }), name: 'Porch <&>' })
  const head = {
    projectId: 'p',
    madeAt: '2026-01-02T03:04:05',
    author: 'N. K.',
    zero: { x: 1000, y: 0 },
  }
  const files = writeBcf(topicsOfFindings(find(records), head), { projectId: 'p', name: 'House' })
  expect(files.get('bcf.version')).toContain('VersionId="3.0"')
  expect(files.get('extensions.xml')).toContain('<TopicType>Issue</TopicType>')
  const [topic] = [...files.keys()].filter((path) => path.endsWith('/markup.bcf'))
  expect(topic).toMatch(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}\/markup\.bcf$/)
  expect(files.get(topic!)).toContain('Porch &lt;&amp;&gt; on Ground is open')
  const view = files.get(topic!.replace('markup.bcf', 'viewpoint.bcfv'))!
  expect(view).toContain(`IfcGuid="${ifcGuid('p porch')}"`)
  expect(view).toContain('<CameraViewPoint><X>-4</X><Y>0</Y>')
  // The same findings have the same identifiers, so a second file updates the first.
  const again = writeBcf(topicsOfFindings(find(records), head), { projectId: 'p', name: 'House' })
  expect([...again.keys()]).toEqual([...files.keys()])
  const zip = new JSZip()
  for (const [path, text] of files) zip.file(path, text)
  expect((await zip.generateAsync({ type: 'uint8array' })).length).toBeGreaterThan(500)
})
