import { expect, it } from 'vitest'
import { house } from '../../../../tests/support/house'
import type { Remark } from '../../model/remark/schema'
import { ifcGuid } from '../ifc/guid'
import { topicsOfRemarks } from './from-project'
import { BcfError, readBcf } from './read'
import { remarksOfTopics } from './to-remarks'
import { writeBcf } from './write'

const PNG =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII='

const remark: Remark = {
  id: 'r1',
  kind: 'remark',
  number: 1,
  text: 'The window is 200 mm too low.\nSee sheet <B&2>.',
  at: { x: 4000, y: -1500 },
  levelId: 'up',
  about: ['south'],
  status: 'open',
  author: 'Ida Lind',
  madeAt: '2026-05-01T09:30:00Z',
  assignedTo: 'Per Moe',
  answers: [{ id: 'a1', author: 'Per Moe', madeAt: '2026-05-02T10:00:00Z', text: 'Raised.' }],
  picture: PNG,
}

function records() {
  const all = house()
  all.set('up', { id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 })
  return all
}

const HEAD = { projectId: 'p', madeAt: '2026-01-02T03:04:05', author: 'Office', zero: { x: 1000, y: 2000 } }
const GROUND = { projectId: 'p', zero: HEAD.zero }

/** What the ZIP of a file holds, as bytes. */
const asBytes = (files: ReadonlyMap<string, string | Uint8Array>) =>
  new Map(
    [...files].map(([path, content]) => [
      path,
      typeof content === 'string' ? new TextEncoder().encode(content) : content,
    ]),
  )

const written = (...remarks: readonly Remark[]) => {
  const all = records()
  for (const each of remarks) all.set(each.id, each)
  return asBytes(writeBcf(topicsOfRemarks(all, HEAD), { projectId: 'p', name: 'House' }))
}

it('a remark goes out and comes into another copy of the project as it was, with its picture', () => {
  const { remarks, fresh } = remarksOfTopics(readBcf(written(remark)), records(), GROUND)
  expect(fresh).toBe(1)
  const [back] = remarks
  expect(back).toMatchObject({
    text: remark.text,
    levelId: 'up',
    about: ['south'],
    status: 'open',
    author: 'Ida Lind',
    assignedTo: 'Per Moe',
    picture: PNG,
    answers: [{ author: 'Per Moe', text: 'Raised.' }],
  })
  expect(back!.at.x).toBeCloseTo(4000, 3)
  expect(back!.at.y).toBeCloseTo(-1500, 3)
  expect(new Date(back!.madeAt).getTime()).toBe(new Date(remark.madeAt).getTime())
})

it('what comes back to where it was made adds what is new, and nothing twice', () => {
  const own = records()
  own.set(remark.id, remark)
  expect(remarksOfTopics(readBcf(written(remark)), own, GROUND).remarks).toEqual([])
  const answered: Remark = {
    ...remark,
    status: 'settled',
    answers: [...remark.answers, { id: 'a2', author: 'Site', madeAt: '2026-05-03T08:00:00Z', text: 'Checked.' }],
  }
  const { remarks, renewed } = remarksOfTopics(readBcf(written(answered)), own, GROUND)
  expect(renewed).toBe(1)
  expect(remarks[0]).toMatchObject({ id: 'r1', status: 'settled', number: 1 })
  expect(remarks[0]!.answers.map(({ text }) => text)).toEqual(['Raised.', 'Checked.'])
  const after = new Map([...own, ['r1', remarks[0]!] as const])
  expect(remarksOfTopics(readBcf(written(answered)), after, GROUND).remarks).toEqual([])
  // And goes out again as what it came as.
  const guids = (one: Remark) =>
    topicsOfRemarks(new Map([[one.id, one]]), HEAD).map(({ comments }) => comments.map(({ guid }) => guid))
  expect(guids(remarks[0]!)).toEqual(guids(answered))
})

it('topics of older releases by another program are read: comments and viewpoints beside the topic, a slanted view', () => {
  const guid = '0e5b1c2a-1111-4222-8333-444455556666'
  const files = new Map([
    [
      `${guid}/markup.bcf`,
      `<?xml version="1.0"?><Markup><Header/><Topic Guid="${guid.toUpperCase()}" TopicType="Clash" TopicStatus="Closed">
        <Title>Beam through duct</Title><Labels>Upper</Labels><CreationDate>2026-03-01T10:00:00+02:00</CreationDate>
        <CreationAuthor>a@b.example</CreationAuthor></Topic>
        <Comment Guid="11111111-2222-4333-8444-555566667777"><Date>2026-03-02T10:00:00Z</Date><Author>c</Author><Comment>Yes &amp; no</Comment></Comment>
        <Viewpoints Guid="x"><Viewpoint>v.bcfv</Viewpoint><Snapshot>s.png</Snapshot></Viewpoints></Markup>`,
    ],
    [
      `${guid}/v.bcfv`,
      `<VisualizationInfo Guid="x"><Components><Selection><Component IfcGuid="${ifcGuid('p south')}"/></Selection></Components>
        <PerspectiveCamera><CameraViewPoint><X>10</X><Y>0</Y><Z>8</Z></CameraViewPoint>
        <CameraDirection><X>-0.6</X><Y>0</Y><Z>-0.8</Z></CameraDirection></PerspectiveCamera></VisualizationInfo>`,
    ],
  ])
  const { remarks } = remarksOfTopics(readBcf(asBytes(files)), records(), { projectId: 'p', zero: { x: 0, y: 0 } })
  expect(remarks).toHaveLength(1)
  expect(remarks[0]).toMatchObject({
    status: 'settled',
    about: ['south'],
    levelId: 'up',
    madeAt: '2026-03-01T08:00:00.000Z',
    answers: [{ text: 'Yes & no' }],
  })
  // Five metres down to the floor of the upper storey, along the view.
  expect(remarks[0]!.at.x).toBeCloseTo(10_000 - 3750, 3)
})

it('what is none, or means to swell, is refused with the reason', () => {
  expect(() => readBcf(new Map())).toThrow(BcfError)
  const of = (text: string) => readBcf(asBytes(new Map([['a/markup.bcf', text]])))
  expect(() => of('<!DOCTYPE a [<!ENTITY b "c">]><Markup/>')).toThrow(/document type/)
  expect(() => of('<Markup><Topic')).toThrow(BcfError)
  // A topic without an identifier is none.
  expect(of('<Markup><Topic Guid="7"/></Markup>')).toEqual([])
})
