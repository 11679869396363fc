import { describe, expect, it } from 'vitest'
import { member, project, steelFrame } from '../../../tests/support/frame'
import { buildingOf } from '../building/building'
import { tablesOf } from './registry'

const tableOf = (name: string, records: Parameters<typeof buildingOf>[0]) =>
  tablesOf(buildingOf(records)).find((table) => table.name === name)!

describe('tables of frames', () => {
  it('the cut list knows lengths and masses by hand', () => {
    const post = member({
      id: 'post',
      use: 'column',
      sectionId: 'Glulam 160x320',
      start: { x: 0, y: 0 },
      end: { x: 0, y: 4000 },
    })
    const other = { ...post, id: 'other', start: { x: 9000, y: 0 }, end: { x: 9000, y: 4000 } }
    const tie = member({
      id: 'tie',
      sectionId: 'Glulam 120x240',
      start: { x: 0, y: 3000 },
      end: { x: 9000, y: 3000 },
      startJoint: { to: 'post', kind: 'face', gapMm: 0 },
      endJoint: { to: 'other', kind: 'square', gapMm: 5 },
    })
    const { rows } = tableOf('cut-list', project(post, other, tie))
    const [beam, posts] = rows.map(({ cells }) => cells)
    // From face to face: half of 320 at either end, and a gap of 5.
    expect(beam).toMatchObject({ section: 'Glulam 120x240', count: 1, start: 'square', end: 'square' })
    expect(beam!.length).toBeCloseTo(9000 - 320 - 5, 6)
    expect(beam!.mass).toBeCloseTo(0.12 * 0.24 * 8.675 * 420, 6)
    expect(posts).toMatchObject({ count: 2, section: 'Glulam 160x320', stuff: 'Timber' })
    expect(posts!.length).toBeCloseTo(4000, 6)
    expect(posts!.mass).toBeCloseTo(2 * 0.16 * 0.32 * 4 * 420, 6)
  })

  it('a slanted cut says its angle, and the length is that over all', () => {
    const post = member({ id: 'post', start: { x: 6000, y: 0 }, end: { x: 6000, y: 9000 }, sectionId: 'HEB 200' })
    const brace = member({
      id: 'brace',
      sectionId: 'SHS 100x5',
      start: { x: 2000, y: 0 },
      end: { x: 6000, y: 4000 },
      endJoint: { to: 'post', kind: 'face', gapMm: 0 },
    })
    const { rows } = tableOf('cut-list', project(post, brace))
    const cells = rows.find(({ ids }) => ids.includes('brace'))!.cells
    expect(cells).toMatchObject({ start: 'square', end: '45.0° side', startSide: 0, startTop: 0, endTop: 0 })
    expect(Math.abs(Number(cells.endSide))).toBeCloseTo(45, 2)
    // Its axis meets the face 100 before the middle of the post; the lower corner reaches 50 further.
    expect(cells.length).toBeCloseTo(3900 * Math.SQRT2 + 50, 6)
  })

  it('plates and bolts are listed with their holes, lengths and grips', () => {
    const records = steelFrame()
    const plates = tableOf('plates', records).rows.map(({ cells }) => cells)
    expect(plates).toHaveLength(2)
    expect(plates.find(({ holes }) => holes === '4 of 22')).toMatchObject({
      thickness: 15,
      width: 150,
      height: 320,
      joined: 'bolted',
    })
    expect(plates.find(({ holes }) => holes === '4 of 22')!.mass).toBeCloseTo(0.15 * 0.32 * 0.015 * 7850, 6)
    const [bolts] = tableOf('bolts', records).rows.map(({ cells }) => cells)
    // Through 15 of plate and 19 of the post's flange; two washers of 3, a nut of 18, a turn and a half of 2.5.
    expect(bolts).toMatchObject({ size: 'M20', grade: '8.8', count: 4, groups: 1, length: 65 })
    expect(bolts!.grip).toBeCloseTo(34, 6)
  })

  it('what is bought holds all that is cut, and is told beside the least that can be', () => {
    const alike = Array.from({ length: 10 }, (_, i) =>
      member({ id: `m${i}`, start: { x: 0, y: 500 * i }, end: { x: 3990, y: 500 * i } }),
    )
    const records = project(...alike)
    const { rows } = tableOf('purchase', records)
    const bought = rows.reduce((sum, { cells }) => sum + Number(cells.bought), 0)
    // Three to a bar of 12 m with cuts of 4.
    expect(bought).toBe(3 * 12_000 + 6000)
    const [section] = tableOf('sections', records).rows.map(({ cells }) => cells)
    expect(section).toMatchObject({ section: 'IPE 200', count: 10, waste: '5.0 %' })
    expect(section!.mass).toBeCloseTo(39.9 * 22.36, 0)
  })

  it('bars of other lengths are taken where the project says so', () => {
    const records = project(member({ end: { x: 4700, y: 3000 } }))
    records.set('settings', {
      id: 'settings',
      kind: 'settings',
      unit: 'mm',
      precision: 0,
      steelStockMm: [4800],
      kerfMm: 3,
    })
    expect(tableOf('purchase', records).rows[0]!.cells).toMatchObject({ stock: 4800, count: 1 })
    records.set('settings', { id: 'settings', kind: 'settings', unit: 'mm', precision: 0, steelStockMm: [4500] })
    expect(tableOf('purchase', records).rows[0]!.cells.cuts).toMatch(/longer than any bar/)
  })
})
