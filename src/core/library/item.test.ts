import { describe, expect, it } from 'vitest'
import model1 from '../../../tests/fixtures/model-1.json'
import { opening } from '../../../tests/support/house'
import { plainWall } from '../../../tests/support/plain-wall'
import { type OpeningType, ofOpeningType } from '../model/opening-type/schema'
import { USUAL_PRICES } from '../model/price-book/schema'
import { type ProjectRecord, validateRecord } from '../model/registry'
import type { Wall } from '../model/wall/schema'
import type { WallType } from '../model/wall-type/schema'
import { withType } from '../model/wall-type/typed'
import { itemOf, type LibraryItem, presentOf, recordOf, standingOf, taking, withoutLink } from './item'
import { isLibraryRecord, LIBRARY_KINDS, type LibraryRecord, libraryKindOf } from './registry'

const records = (...all: ProjectRecord[]) => new Map(all.map((record) => [record.id, record]))

const wallType = (thicknessMm: number): WallType => ({
  id: 'clad',
  kind: 'wall-type',
  name: 'Clad',
  layers: [{ material: 'Brick', thicknessMm, use: 'bearing' }],
  library: undefined,
})

const door = (widthMm: number): OpeningType => ({
  id: 'd1',
  kind: 'opening-type',
  name: 'D1',
  use: 'door',
  widthMm,
  heightMm: 2010,
  sillMm: 0,
  way: 'hinged',
  library: undefined,
})

const item = (record: LibraryRecord, version = 1, more: Partial<LibraryItem> = {}): LibraryItem => ({
  id: record.id,
  kind: record.kind,
  name: libraryKindOf(record).nameOf(record),
  shelf: 'organisation',
  version,
  record,
  at: '2026-12-02T10:00:00Z',
  ...more,
})

describe('taking an item', () => {
  it('brings along the walls of a type, each on its side', () => {
    const wall = withType(plainWall('w') as Wall, wallType(240))
    const [type, thicker] = taking(item(wallType(365), 2), records(recordOf(item(wallType(240))), wall))
    expect(type).toMatchObject({ id: 'clad', library: { id: 'clad', version: 2 } })
    expect(thicker).toMatchObject({ id: 'w', typeId: 'clad', thicknessMm: 365 })
  })

  it('is refused with the reason where a door would not fit any more', () => {
    const placed = ofOpeningType(opening('o', 'w', 'door', 2500, 900, 2010, 0), door(900))
    const project = records(plainWall('w'), recordOf(item(door(900))), placed)
    expect(taking(item(door(1200), 2), project)).toMatchObject([{ widthMm: 1200 }, { id: 'o', widthMm: 1200 }])
    expect(() => taking(item(door(6000), 2), project)).toThrow(/^D1 stays as it was: /)
  })

  it('makes records that are valid, of every kind, and nothing else of them when they are kept again', () => {
    const all = (model1 as unknown[]).map(validateRecord).filter(isLibraryRecord)
    expect(new Set(all.map(({ kind }) => kind))).toEqual(new Set(LIBRARY_KINDS))
    for (const record of all) {
      const taken = recordOf(item(record, 3, { shelf: 'mine' }))
      expect(validateRecord(taken)).toMatchObject({ library: { version: 3, shelf: 'mine' } })
      expect(withoutLink(taken)).toEqual(withoutLink(record))
    }
  })
})

describe('a record of the project beside its item', () => {
  const first = recordOf(item(wallType(240))) as WallType
  it('is as kept, changed, or of a version before', () => {
    expect(standingOf(first, item(wallType(240)))).toBe('as kept')
    expect(standingOf({ ...first, name: 'Clad twice' }, item(wallType(240)))).toBe('changed here')
    expect(standingOf(first, item(wallType(365), 2))).toBe('newer there')
    // Nothing else was kept in the later version, such as after it was put back.
    expect(standingOf(first, item(wallType(240), 3))).toBe('as kept')
    expect(standingOf(wallType(100), item(wallType(240)))).toBe('changed here')
  })

  it('is found on the shelf from which it is, and by its own id where it says nothing', () => {
    const shared = item(wallType(240))
    const own = item(wallType(240), 5, { shelf: 'mine' })
    expect(itemOf(first, [own, shared])).toBe(shared)
    expect(itemOf(recordOf(own), [shared, own])).toBe(own)
    expect(itemOf(wallType(240), [shared])).toBe(shared)
    expect(itemOf(door(900), [shared, own])).toBeNull()
  })

  it('of which a project has only one is another’s where it is from another item', () => {
    const shop = item({ ...USUAL_PRICES, name: 'Workshop' }, 1, { id: 'shop' })
    const site = item({ ...USUAL_PRICES, name: 'Site' }, 1, { id: 'site' })
    const project = records(recordOf(shop))
    expect(presentOf(site, project)).toEqual(recordOf(shop))
    expect(itemOf(recordOf(shop), [site])).toBeNull()
    expect(taking(site, project)).toMatchObject([{ id: 'price-book', name: 'Site', library: { id: 'site' } }])
  })
})
