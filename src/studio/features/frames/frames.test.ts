import { describe, expect, it } from 'vitest'
import { validateRecord } from '@/core/model/registry'
import { member as memberOf, PLANE } from '../../../../tests/support/frame'
import { line, lineFinder } from '../../../../tests/support/line-finder'
import { Rig, type Rigged } from '../../../../tests/support/rig'
import { boltOptions, jointOptions, memberOptions, planeOptions, plateOptions } from './options'
import { bolts } from './tools/bolts'
import { endPlate } from './tools/end-plate'
import { joint } from './tools/joint'
import { member } from './tools/member'
import { memberAlong, memberInPair } from './tools/member-along'
import { plate } from './tools/plate'
import { workPlane } from './tools/work-plane'

const onPlane = (more: Rigged = {}) =>
  new Rig({ ...more, records: [PLANE, ...(more.records ?? [])], levelId: PLANE.id, reachMm: 120 })
const valid = (rig: Rig): Rig => {
  for (const record of rig.records.values()) expect(() => validateRecord(record)).not.toThrow()
  return rig
}

describe('members', () => {
  it('run from click to click in the section that is chosen', () => {
    const rig = onPlane()
      .choose(memberOptions.with({ sectionId: 'HEB 200' }))
      .take(member)
    valid(rig.click(0, 3000).click(5000, 3000))
    expect(rig.all('member')[0]).toMatchObject({ use: 'beam', sectionId: 'HEB 200', levelId: PLANE.id })
  })

  it('that stand upright on a plane are columns, those that slant braces', () => {
    const rig = onPlane().take(member).click(0, 0).click(0, 4000).click(2000, 0).click(4000, 3000)
    expect(rig.all('member').map(({ use }) => use)).toEqual(['column', 'brace'])
  })

  it('on the plan a column stands by one click, as high as is typed', () => {
    const rig = new Rig()
      .choose(memberOptions.with({ memberUse: 'column' }))
      .take(member)
      .point(100, 200)
    valid(rig.type('3.2 m', 'height').click(100, 200))
    const [made] = rig.all('member')
    expect(Math.abs(made!.endAsideMm - made!.startAsideMm)).toBeCloseTo(3200, 6)
  })

  it('are broken at those that they cross where that is chosen', () => {
    const post = memberOf({ id: 'post', use: 'column', start: { x: 2500, y: 0 }, end: { x: 2500, y: 6000 } })
    const rig = onPlane({ records: [post] })
      .choose(memberOptions.with({ memberRuns: 'broken' }))
      .take(member)
    rig.click(0, 3000).click(5000, 3000)
    expect(rig.all('member')).toHaveLength(3)
  })

  it('follow a line of the sheet', () => {
    const rig = onPlane({ sheetLines: lineFinder([line(0, 1000, 4000, 1000)]) })
      .take(memberAlong)
      .click(2000, 1010)
    expect(valid(rig).all('member')[0]).toMatchObject({ start: { x: 0, y: 1000 }, end: { x: 4000, y: 1000 } })
  })

  it('are read between two lines as far apart as a section is deep, the next one by a key', () => {
    const pair = lineFinder([line(0, 0, 4000, 0), line(0, 200, 4000, 200)])
    const rig = onPlane({ sheetLines: pair }).take(memberInPair).point(2000, 90)
    expect(rig.says).toContain('IPE 200')
    rig.key('f').click(2000, 90)
    const [made] = valid(rig).all('member')
    expect(made?.sectionId).not.toBe('IPE 200')
    expect(made?.start.y).toBeCloseTo(100, 6)
    expect(rig.click(2000, 90).said).toEqual(['This member is there already.'])
  })
})

describe('what joins them', () => {
  const post = memberOf({ id: 'post', use: 'column', start: { x: 5000, y: 0 }, end: { x: 5000, y: 6000 } })
  const both = () => onPlane({ records: [memberOf(), post] })

  it('an end is fitted to another member', () => {
    const rig = both()
      .choose(jointOptions.with({ jointKind: 'square', jointGapMm: 10 }))
      .take(joint)
    valid(rig.click(4500, 3000).click(5000, 4500))
    expect(rig.all('member').find(({ id }) => id === 'a')?.endJoint).toEqual({ to: 'post', kind: 'square', gapMm: 10 })
  })

  it('a mitre cuts both', () => {
    const rig = both()
      .choose(jointOptions.with({ jointKind: 'mitre' }))
      .take(joint)
      .click(4500, 3000)
      .click(5000, 500)
    expect(rig.all('member').filter(({ startJoint, endJoint }) => startJoint ?? endJoint)).toHaveLength(2)
  })

  it('a plate closes an end once, and that gives way', () => {
    const rig = both()
      .choose(plateOptions.with({ plateThicknessMm: 20 }))
      .take(endPlate)
      .click(4700, 3000)
    expect(valid(rig).all('plate')[0]).toMatchObject({ thicknessMm: 20, on: { to: 'a', end: 'end' } })
    expect(rig.all('member').find(({ id }) => id === 'a')?.endJoint?.gapMm).toBe(20)
    expect(rig.click(4700, 3000).said).toEqual(['This end has a plate already.'])
  })

  it('a plate by two corners, and bolts through it', () => {
    const rig = onPlane().take(plate).click(0, 0).click(300, 400)
    valid(rig)
    rig
      .choose(boltOptions.with({ boltRows: 3 }))
      .take(bolts)
      .click(0, 200)
      .click(150, 200)
    expect(valid(rig).all('bolts')[0]).toMatchObject({ rows: 3, columns: 2, size: 'M16' })
  })

  it('bolts need a plate', () =>
    expect(onPlane().take(bolts).click(0, 0).said[0]).toBe('No plate is near enough: click the edge of one.'))
})

it('a work plane stands along two points, is looked at, and members are next', () => {
  const rig = new Rig()
    .choose(planeOptions.with({ planeBy: 'two points' }))
    .take(workPlane)
    .click(0, 0)
    .click(0, 8000)
  expect(rig.all('work-plane')[0]).toMatchObject({ end: { x: 0, y: 8000 } })
  expect(rig.tool).toBe(member)
  expect(rig.context().planeId).toBe(rig.all('work-plane')[0]!.id)
})
