import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house, opening, room, wall } from '../../../tests/support/house'
import { FIRST_LEVEL } from '../model/level/schema'
import type { ProjectRecord } from '../model/registry'
import type { Settings } from '../model/settings/schema'
import { settingsOf } from '../model/settings/schema'
import { changeGroups } from './change-groups'
import { compareStates } from './compare-states'

const changed = (...after: readonly (ProjectRecord | string)[]): Map<string, ProjectRecord> => {
  const records = house()
  for (const record of after)
    if (typeof record === 'string') records.delete(record)
    else records.set(record.id, record)
  return records
}

const told = (before: ReadonlyMap<string, ProjectRecord>, after: ReadonlyMap<string, ProjectRecord>) =>
  compareStates(before, after).elements.map(({ what, called, says }) => [what, called, ...says].join(': '))

const partitionAt = (x: number, thicknessMm = 100) => wall('partition', { x, y: 0 }, { x, y: 6000 }, thicknessMm)

describe('two states of a project', () => {
  it('that say the same have no differences', () => {
    expect(compareStates(house(), house())).toEqual({ elements: [], tables: [] })
    const untraced = changed({
      ...wall('south', { x: 0, y: 0 }, { x: 10_000, y: 0 }, 300, 'right'),
      tracedFrom: 'sheet',
    })
    expect(compareStates(house(), untraced).elements).toEqual([])
  })

  it('name what came, went and moved, and the rooms that follow', () => {
    const after = changed(partitionAt(6500), opening('hatch', 'west', 'window', 3000, 800, 900, 1200), 'window')
    expect(told(house(), after)).toEqual([
      'gone: Window W01',
      'new: Window W01',
      // 5.8 by 5.4 m before: half a metre more of it, and less of the other.
      'changed: Room 01 Hall: area 30.51 m² became 33.21 m²',
      'changed: Room 02 Store: area 19.71 m² became 17.01 m²',
      'changed: Wall: moved 500 mm to the right',
    ])
  })

  it('say sizes in the unit of the job, and names for identifiers', () => {
    const settings: Settings = { ...settingsOf(house()), unit: 'ft', precision: 3 }
    const [before, after] = [changed(settings), changed(settings, partitionAt(6000, 152.4))]
    const [, , said] = told(before, after)
    expect(said).toBe('changed: Wall: thickness 3 7/8″ became 6″')
  })

  it('tell ends that moved by themselves, and doors along their wall', () => {
    const after = changed(
      wall('partition', { x: 6000, y: 0 }, { x: 6000, y: 5000 }, 100, 'centre'),
      opening('door', 'partition', 'door', 2500, 900, 2100, 0),
    )
    const says = told(house(), after)
    expect(says).toContain('changed: Door D01: moved 500 mm along its wall')
    expect(says).toContain('changed: Wall: end moved 1000 mm down')
    expect(says.find((each) => each.includes('Hall'))).toMatch(/^changed: Room 01 Hall: area 30\.51 m² became \d/)
  })

  it('show the lines of before and after where the level is, and none of what was not there', () => {
    const [gone] = compareStates(house(), changed('partition', 'door')).elements.filter(({ id }) => id === 'partition')
    expect(gone).toMatchObject({ what: 'gone', levelId: FIRST_LEVEL.id })
    expect(gone!.before.length).toBeGreaterThan(0)
    expect(gone!.after).toHaveLength(0)
    expect(gone!.box).toMatchObject({ minX: 5950, maxX: 6050 })
  })

  it('have quantities that differ by what the tables of each say', () => {
    const { tables } = compareStates(
      house(),
      changed(partitionAt(6000, 200), { ...room('attic', { x: 20_000, y: 0 }), name: 'Attic' }),
    )
    const walls = tables.find(({ name }) => name === 'walls')!
    expect(
      walls.rows.map(({ cells }) => [cells.what, cells.thickness, cells['count-before'], cells['count-after']]),
    ).toEqual([
      ['new', 200, 0, 1],
      ['gone', 100, 1, 0],
    ])
    const rooms = tables.find(({ name }) => name === 'rooms')!
    expect(rooms.rows.map(({ cells }) => [cells.what, cells.name])).toContainEqual(['new', 'Attic'])
    for (const { cells } of rooms.rows)
      expect(Number(cells['area-after']) - Number(cells['area-before'])).toBeCloseTo(Number(cells['area-by']), 9)
  })

  it('are counted as a person counts them', () => {
    const after = changed(
      ...[1, 2, 3].map((k) => wall(`fin-${k}`, { x: k * 1000, y: -5000 }, { x: k * 1000, y: -3000 })),
    )
    const groups = changeGroups(compareStates(house(), after).elements)
    expect(groups).toMatchObject([{ what: 'new', called: 'Wall', ids: ['fin-1', 'fin-2', 'fin-3'] }])
    expect(groups[0]!.box).toMatchObject({ minX: 900, maxX: 3100 })
  })

  it('are the other way round where they are asked for the other way round', () => {
    const ids = [...house().keys()].filter((id) => id !== FIRST_LEVEL.id)
    fc.assert(
      fc.property(fc.subarray(ids), fc.subarray(ids), (fewer, other) => {
        const [before, after] = [changed(...fewer), changed(...other)]
        const ways = { new: 'gone', gone: 'new', changed: 'changed' } as const
        const there = compareStates(before, after).elements.map(({ id, what }) => `${id} ${what}`)
        const back = compareStates(after, before).elements.map(({ id, what }) => `${id} ${ways[what]}`)
        expect(there.sort()).toEqual(back.sort())
      }),
      { numRuns: 30 },
    )
  })
})
