import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { recordOf } from '@/core/library/item'
import { type PriceBook, USUAL_PRICES } from '@/core/model/price-book/schema'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import type { WallType } from '@/core/model/wall-type/schema'
import { type Actor, LOCAL } from '@/core/people/rights'
import type * as Client from '@/server/database/client'
import type * as Library from '@/server/library'
import type * as Administration from '@/server/people/administration'
import { type TestDatabase, testDatabase } from '../support/test-database'

let database: TestDatabase
let library: typeof Library
let client: typeof Client
let people: typeof Administration

beforeAll(async () => {
  database = await testDatabase()
  library = await import('@/server/library')
  client = await import('@/server/database/client')
  people = await import('@/server/people/administration')
})

afterAll(async () => {
  await database?.stop()
})

describe('the library', () => {
  const symbol = (id: string, name: string): SymbolRecord => ({
    id,
    kind: 'symbol',
    name,
    base: { x: 0, y: 0 },
    shapes: [{ id: 's', kind: 'circle', layerId: '0', pen: undefined, center: { x: 0, y: 0 }, radiusMm: 10 }],
    solid: undefined,
    library: undefined,
  })

  const ONCE = { shelf: 'organisation', after: null, fresh: false } as const
  const ALL = { kind: 'all', removed: false } as const
  const item = (id: string) => ({ id, shelf: 'organisation' }) as const
  const wallType = (id: string, thicknessMm: number): WallType => ({
    id,
    kind: 'wall-type',
    name: 'Outer wall',
    layers: [{ material: 'Brick', thicknessMm, use: 'bearing' }],
    library: undefined,
  })

  it('keeps symbols by name; the same id once more is the next version', async () => {
    const [a, b] = [crypto.randomUUID(), crypto.randomUUID()]
    await library.keepInLibrary(symbol(a, 'Winch'), LOCAL, ONCE)
    await library.keepInLibrary(symbol(b, 'Bollard'), LOCAL, ONCE)
    expect(await library.keepInLibrary(symbol(a, 'Anchor'), LOCAL, ONCE)).toMatchObject({ id: a, version: 2 })
    const listed = await library.listLibrary(LOCAL, { kind: 'symbol', removed: false })
    expect(listed.map(({ symbol }) => symbol?.name)).toEqual(['Anchor', 'Bollard'])
    await library.removeFromLibrary(LOCAL, item(a))
    expect((await library.listLibrary(LOCAL, ALL)).map(({ id }) => id)).toEqual([b])
    await expect(library.removeFromLibrary(LOCAL, item(a))).rejects.toMatchObject({ status: 404 })
  })

  it('keeps every version: what was taken out can be looked at and kept again', async () => {
    const id = crypto.randomUUID()
    await library.keepInLibrary(wallType(id, 240), LOCAL, ONCE)
    await library.keepInLibrary(wallType(id, 240), LOCAL, ONCE)
    await library.keepInLibrary(wallType(id, 365), LOCAL, ONCE)
    await library.removeFromLibrary(LOCAL, item(id))
    const gone = await library.listLibrary(LOCAL, { kind: 'wall-type', removed: true })
    expect(gone).toMatchObject([{ id, version: 2, removed: true }])
    const first = await library.libraryItem(LOCAL, item(id), 1)
    expect(first.versions.map(({ version, removed }) => [version, removed])).toEqual([
      [3, true],
      [2, false],
      [1, false],
    ])
    expect(first.removed).toBe(true)
    expect(await library.keepInLibrary(first.record, LOCAL, ONCE)).toMatchObject({ version: 4, record: first.record })
    // An earlier version of what is there was not taken out.
    expect((await library.libraryItem(LOCAL, item(id), 2)).removed).toBeUndefined()
    await expect(library.libraryItem(LOCAL, item(id), 3)).rejects.toMatchObject({ status: 404 })
  })

  it('refuses what is kept over a version that its sender has not seen, and two at once both become versions', async () => {
    const id = crypto.randomUUID()
    await Promise.all([100, 200, 300].map((mm) => library.keepInLibrary(wallType(id, mm), LOCAL, ONCE)))
    expect((await library.libraryItem(LOCAL, item(id), null)).versions.map(({ version }) => version)).toEqual([3, 2, 1])
    const late = library.keepInLibrary(wallType(id, 400), LOCAL, { ...ONCE, after: 2 })
    await expect(late).rejects.toMatchObject({ status: 409, type: 'library-newer' })
    expect(await library.keepInLibrary(wallType(id, 400), LOCAL, { ...ONCE, after: 3 })).toMatchObject({ version: 4 })
  })

  it('holds several price books by name, though a project has one', async () => {
    const book = (name: string): PriceBook => ({ ...USUAL_PRICES, name })
    const shop = await library.keepInLibrary(book('Workshop'), LOCAL, ONCE)
    const site = await library.keepInLibrary(book('Site'), LOCAL, ONCE)
    expect(new Set([shop.id, site.id, 'price-book']).size).toBe(3)
    const third = await library.keepInLibrary(recordOf(shop), LOCAL, { ...ONCE, fresh: true })
    expect(third.id).not.toBe(shop.id)
    await library.removeFromLibrary(LOCAL, item(third.id))
    const dearer = { ...(recordOf(shop) as PriceBook), ratePerHour: 95 }
    expect(await library.keepInLibrary(dearer, LOCAL, ONCE)).toMatchObject({ id: shop.id, version: 2 })
    await expect(library.keepInLibrary(USUAL_PRICES, LOCAL, ONCE)).rejects.toMatchObject({ type: 'no-name' })
    const books = await library.listLibrary(LOCAL, { kind: 'price-book', removed: false })
    expect(books.map(({ name, version }) => [name, version])).toEqual([
      ['Site', 1],
      ['Workshop', 2],
    ])
  })

  it('has shelves: what is one person’s own nobody else sees, and it goes with them', async () => {
    await client.pool().query(`
      insert into person (id, name, email) values ('ann', 'Ann', 'ann@x.example'), ('lee', 'Lee', 'lee@x.example');
      insert into member (id, organization_id, user_id, role) values ('a', 'office', 'ann', 'member'), ('l', 'office', 'lee', 'member');
    `)
    const [ann, lee] = ['ann', 'lee'].map(
      (id): Actor => ({ kind: 'person', id, name: id, email: `${id}@x.example`, administrator: false }),
    ) as [Actor, Actor]
    const as = <T>(who: Actor, work: () => Promise<T>) => client.seeing(`person:${(who as { id: string }).id}`, work)
    const id = crypto.randomUUID()
    await as(ann, () => library.keepInLibrary(wallType(id, 100), ann, { ...ONCE, shelf: 'mine' }))
    await as(lee, () => library.keepInLibrary(wallType(id, 200), lee, { ...ONCE, shelf: 'mine' }))
    await as(lee, () => library.keepInLibrary(wallType(id, 300), lee, ONCE))
    const seen = (who: Actor) => as(who, () => library.listLibrary(who, { kind: 'wall-type', removed: false }))
    const ofIt = async (who: Actor) => {
      const items = (await seen(who)).filter((each) => each.id === id)
      return items.map(({ shelf, record, by }) => [shelf, (record as WallType).layers[0]!.thicknessMm, by]).sort()
    }
    expect(await ofIt(ann)).toEqual([
      ['mine', 100, 'ann'],
      ['organisation', 300, 'lee'],
    ])
    expect(await ofIt(lee)).toEqual([
      ['mine', 200, 'lee'],
      ['organisation', 300, 'lee'],
    ])
    await expect(library.keepInLibrary(wallType(id, 100), LOCAL, { ...ONCE, shelf: 'mine' })).rejects.toMatchObject({
      status: 422,
    })
    // Somebody has to look after this Calque.
    await client.pool().query(`update person set administrator = true where id = 'ann'`)
    await people.erasePerson('lee')
    expect(await ofIt(ann)).toEqual([
      ['mine', 100, 'ann'],
      ['organisation', 300, 'Former member'],
    ])
    const { rows } = await client.pool().query(`select 1 from library_version where person_id = 'lee'`)
    expect(rows).toEqual([])
  })

  it('takes its room: what does not fit is refused', async () => {
    process.env.CALQUE_QUOTA_GB = '0.000000001'
    const late = library.keepInLibrary(wallType(crypto.randomUUID(), 100), LOCAL, ONCE)
    await expect(late).rejects.toMatchObject({ status: 413, type: 'quota' })
    delete process.env.CALQUE_QUOTA_GB
  })

  it('what servers of the version before keep in their own table is a version as well', async () => {
    const old = symbol(crypto.randomUUID(), 'Cleat')
    await client
      .pool()
      .query(`insert into library_symbol (id, symbol, organization_id) values ($1, $2, 'office')`, [
        old.id,
        JSON.stringify(old),
      ])
    expect(await library.libraryItem(LOCAL, item(old.id), null)).toMatchObject({ version: 1, name: 'Cleat' })
    await client.pool().query('delete from library_symbol where id = $1', [old.id])
    expect((await library.listLibrary(LOCAL, ALL)).map(({ id }) => id)).not.toContain(old.id)
  })
})
