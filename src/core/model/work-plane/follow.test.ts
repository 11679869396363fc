import { describe, expect, it } from 'vitest'
import { applyChanges } from '../change/change'
import { bodyOf } from '../member/body'
import type { Member } from '../member/schema'
import type { ProjectRecord } from '../registry'
import { copiesOn, framedOn, withFollowers } from './follow'
import type { WorkPlane } from './schema'

const plane = (id: string, y: number, part: Partial<WorkPlane> = {}): WorkPlane => ({
  id,
  kind: 'work-plane',
  name: id,
  start: { x: 0, y },
  end: { x: 9000, y },
  leanRad: 0,
  beforeMm: 600,
  behindMm: 600,
  ...part,
})

const member = (id: string, part: Partial<Member> = {}): Member => ({
  id,
  kind: 'member',
  use: 'beam',
  levelId: 'one',
  start: { x: 0, y: 3000 },
  end: { x: 5000, y: 3000 },
  startAsideMm: 0,
  endAsideMm: 0,
  sectionId: 'UPE 200',
  seat: 'bottom left',
  turnRad: 0.2,
  acrossMm: 3,
  upMm: 0,
  mirrored: false,
  ...part,
})

let made = 0
const newId = () => `new-${++made}`
const project = (...records: readonly ProjectRecord[]) => new Map(records.map((record) => [record.id, record]))

/** The project after a change, with what follows it. */
function changed(records: ReadonlyMap<string, ProjectRecord>, ...edits: Parameters<typeof withFollowers>[0]) {
  const whole = withFollowers(edits, records, newId)
  const full = whole.edits.map((edit) => ({ ...edit, before: records.get(edit.id) ?? null }))
  const kept = applyChanges(records, [{ edits: full }])
  return { kept, refused: whole.refused }
}

const ONE = plane('one', 0)
const POST = member('post', { start: { x: 5000, y: 0 }, end: { x: 5000, y: 4000 }, sectionId: 'HEB 200', turnRad: 0 })
const BEAM = member('beam', { endJoint: { to: 'post', kind: 'face', gapMm: 5 } })

describe('frames copied to other planes', () => {
  it('are congruent, and fitted to their own members', () => {
    const two = plane('two', 4200)
    const copies = copiesOn([POST, BEAM], ONE, two, { linked: false }, newId) as Member[]
    const records = project(ONE, two, POST, BEAM, ...copies)
    const [, beam] = copies
    expect(beam!.endJoint!.to).toBe(copies[0]!.id)
    const [first, copy] = [bodyOf(BEAM, records)!, bodyOf(beam!, records)!]
    expect(copy.lengthMm).toBeCloseTo(first.lengthMm, 9)
    expect(copy.volumeMm3).toBeCloseTo(first.volumeMm3, 3)
    expect(copy.placed.start.y - first.placed.start.y).toBeCloseTo(4200, 9)
    expect(copy.placed.start.x).toBeCloseTo(first.placed.start.x, 9)
  })

  it('are mirrored where it is asked for: each place goes to the other side, and the section with it', () => {
    const two = plane('two', 4200)
    const copies = copiesOn([POST, BEAM], ONE, two, { linked: false, mirroredAtMm: 4000 }, newId) as Member[]
    const records = project(ONE, two, POST, BEAM, ...copies)
    const [first, copy] = [bodyOf(BEAM, records)!, bodyOf(copies[1]!, records)!]
    expect(copy.lengthMm).toBeCloseTo(first.lengthMm, 6)
    expect(copy.placed.origin.x).toBeCloseTo(8000 - first.placed.origin.x, 6)
    expect(copy.placed.origin.z).toBeCloseTo(first.placed.origin.z, 6)
    expect(copy.placed.up.x).toBeCloseTo(-first.placed.up.x, 9)
    expect(copy.placed.across.y).toBeCloseTo(first.placed.across.y, 9)
  })

  const two = plane('two', 4200, { follows: 'one' })
  const linked = () => {
    const copies = copiesOn([POST, BEAM], ONE, two, { linked: true }, newId)
    return project(ONE, two, POST, BEAM, ...copies)
  }

  it('follow the first where they are linked: what changes there changes here', () => {
    const { kept } = changed(linked(), { id: 'beam', after: { ...BEAM, sectionId: 'IPE 300' } })
    const copy = framedOn('two', kept).find(({ copyOf }) => copyOf === 'beam') as Member
    expect(copy.sectionId).toBe('IPE 300')
    expect(copy.endJoint!.to).toBe(framedOn('two', kept).find(({ copyOf }) => copyOf === 'post')!.id)
  })

  it('take in new members, and lose those that go', () => {
    const records = linked()
    const brace = member('brace', { end: { x: 5000, y: 1000 }, endJoint: { to: 'post', kind: 'face', gapMm: 0 } })
    const grown = changed(records, { id: 'brace', after: brace }).kept
    expect(framedOn('two', grown)).toHaveLength(3)
    const copy = framedOn('two', grown).find(({ copyOf }) => copyOf === 'brace') as Member
    expect(grown.get(copy.endJoint!.to)).toMatchObject({ levelId: 'two', copyOf: 'post' })
    const shrunk = changed(grown, { id: 'beam', after: null }, { id: 'brace', after: null }).kept
    expect(framedOn('two', shrunk).map(({ copyOf }) => copyOf)).toEqual(['post'])
  })

  it('are not made twice where they come with the change, as when a past state is brought back', () => {
    const records = linked()
    const brace = member('brace', { end: { x: 5000, y: 1000 } })
    const copy = { ...brace, id: 'brace-two', levelId: 'two', copyOf: 'brace' }
    const { kept } = changed(records, { id: 'brace', after: brace }, { id: 'brace-two', after: copy })
    expect(framedOn('two', kept).filter(({ copyOf }) => copyOf === 'brace')).toEqual([copy])
  })

  it('can’t be changed by themselves as long as they follow', () => {
    const records = linked()
    const copy = framedOn('two', records).find(({ copyOf }) => copyOf === 'beam') as Member
    const { kept, refused } = changed(records, { id: copy.id, after: { ...copy, sectionId: 'IPE 80' } })
    expect(refused).toBe(1)
    expect(kept.get(copy.id)).toEqual(copy)
    const { follows: _, ...free } = two
    const { copyOf: __, ...own } = copy
    const freed = changed(records, { id: 'two', after: free }, { id: copy.id, after: { ...own, sectionId: 'IPE 80' } })
    expect(freed.kept.get(copy.id)).toMatchObject({ sectionId: 'IPE 80' })
  })
})
