import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** In what order readers take what several organisations bring in. */

let database: TestDatabase
let client: typeof import('@/server/database/client')
let jobs: typeof import('@/server/jobs')

beforeAll(async () => {
  database = await testDatabase()
  client = await import('@/server/database/client')
  jobs = await import('@/server/jobs')
  await client.pool().query(`
    insert into organization (id, name, slug) values ('large', 'Large', 'large'), ('small', 'Small', 'small');
    insert into project (id, name, organization_id) values ('p-large', 'L', 'large'), ('p-small', 'S', 'small');
    insert into content (hash, size, media_type) values ('h', 0, 'application/pdf');`)
}, 60_000)

afterAll(async () => {
  await (await jobs.startedQueue({ keeper: false })).stop({ graceful: false })
  await database?.stop()
})

/** Brings in a file of some pages, all of which are to be read. */
async function bringIn(organisation: 'large' | 'small', id: string, pages: number, priority = 0): Promise<void> {
  await client.inTransaction(async (tx) => {
    await tx.execute(
      sql`insert into source (id, project_id, name, content_hash) values (${id}, ${`p-${organisation}`}, 'f', 'h')`,
    )
    const sheetIds = Array.from({ length: pages }, (_, i) => `${id}-${i}`)
    await jobs.enqueue(tx, jobs.pageJobs(id, sheetIds), priority)
  })
}

/** All that waits to be read, in the order in which readers take it: `file` for each page. */
async function taken(): Promise<string[]> {
  const boss = await jobs.startedQueue({ keeper: false })
  const order: string[] = []
  for (;;) {
    const some = await boss.fetch<{ sourceId: string }>('read', { batchSize: 4 })
    if (some.length === 0) break
    order.push(...some.map(({ data }) => data.sourceId))
    await boss.complete('read', some.map(({ id }) => id)) // biome-ignore format: one line
  }
  await boss.stop({ graceful: false })
  await client.pool().query(`delete from pgboss.job; delete from source`)
  return order
}

it('whoever brings in one file does not wait for sixty of another organisation', async () => {
  for (let i = 0; i < 60; i++) await bringIn('large', `many-${i}`, 20)
  await bringIn('small', 'one', 40)
  const order = await taken()
  expect(order).toHaveLength(60 * 20 + 40)
  // The first batch of each stands at the same place, and goes in the order in which they came.
  expect(order.indexOf('one')).toBeLessThanOrEqual(16)
  expect(order.slice(0, 3 * 16).filter((file) => file === 'one').length).toBeGreaterThanOrEqual(16)
  expect(order.lastIndexOf('one')).toBeLessThan(120)
})

it('two organisations that bring in as much share evenly', async () => {
  await bringIn('large', 'a', 160)
  await bringIn('small', 'b', 160)
  const order = await taken()
  for (const until of [64, 128, 192, 256]) {
    const part = order.slice(0, until).filter((file) => file === 'a').length / until
    expect(part).toBeGreaterThanOrEqual(0.4)
    expect(part).toBeLessThanOrEqual(0.6)
  }
})

it('a small file does not wait for the large one of a colleague', async () => {
  await bringIn('large', 'thousand', 1000)
  await bringIn('large', 'ten', 10)
  const order = await taken()
  expect(order.lastIndexOf('ten')).toBeLessThan(48)
})

it('what somebody looks at goes before all that nobody waits for, whoever has how much of it', async () => {
  await bringIn('small', 'rest', 30)
  for (let i = 0; i < 30; i++) await bringIn('large', `looked-${i}`, 2, jobs.LOOKED_AT)
  await bringIn('small', 'looked', 2, jobs.LOOKED_AT)
  const order = await taken()
  // Four are taken at once, in no order among themselves.
  expect(order.indexOf('rest')).toBeGreaterThanOrEqual(60)
  expect(order.lastIndexOf('looked')).toBeLessThan(6)
})
