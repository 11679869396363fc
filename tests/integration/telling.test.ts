import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import type { ProjectEvent } from '@/server/events'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { startRedis } from '../support/redis'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** Events over a Redis beside the database, and what becomes of them where it dies. */

let database: TestDatabase
let redis: Awaited<ReturnType<typeof startRedis>>
let port: number
let events: typeof import('@/server/events')
const heard: ProjectEvent[] = []

beforeAll(async () => {
  port = await freePort(56379)
  ;[database, redis] = await Promise.all([testDatabase(), startRedis(port)])
  process.env.CALQUE_EVENTS = redis.url
  const { pool } = await import('@/server/database/client')
  await pool().query(`insert into project (id, name) values ('p', 'P'), ('q', 'Q')`)
  events = await import('@/server/events')
  events.listen('p', (_, event) => heard.push(event))
  await vi.waitUntil(() => heard.length > 0)
}, 60_000)

afterAll(async () => {
  delete process.env.CALQUE_EVENTS
  await redis?.kill()
  await database?.stop()
})

const of = (type: ProjectEvent['type']) => heard.filter((event) => event.type === type).length

it('what is told of a project is heard by those who listen to it', async () => {
  await events.announce('q', { type: 'sources' })
  await events.announce('p', { type: 'change', revision: 1 })
  await vi.waitUntil(() => of('change') === 1)
  expect(of('sources')).toBe(0)
})

it('one that dies keeps nobody from working; what nobody was told is found, and all is looked at again once it is back', async () => {
  await events.tellMissed()
  await redis.kill()
  const before = of('again')
  // Telling fails without a word to whoever does something.
  await events.announce('p', { type: 'sources' })
  const { pool } = await import('@/server/database/client')
  await pool().query(`update project set revision = 2 where id = 'p'`)
  await events.tellMissed()
  expect(heard.at(-1)).toEqual({ type: 'change', revision: 2 })
  redis = await startRedis(port)
  await vi.waitUntil(() => of('again') > before, { timeout: 20_000 })
  await events.announce('p', { type: 'sources' })
  await vi.waitUntil(() => of('sources') === 1)
}, 40_000)

it('an address that is none is refused', async () => {
  const { chosenTelling } = await import('@/server/telling/chosen')
  const before = process.env.CALQUE_EVENTS
  process.env.CALQUE_EVENTS = 'smoke signals'
  expect(() => chosenTelling()).toThrow('CALQUE_EVENTS')
  process.env.CALQUE_EVENTS = before
})
