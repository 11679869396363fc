import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import type { ProjectEvent } from '@/server/events'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** What windows hear of changes: each that is kept, none that came to nothing, and also one of which nobody told. */

let database: TestDatabase
let client: typeof import('@/server/database/client')
let events: typeof import('@/server/events')
const heard: ProjectEvent[] = []

beforeAll(async () => {
  database = await testDatabase()
  client = await import('@/server/database/client')
  events = await import('@/server/events')
  await client.pool().query(`insert into project (id, name) values ('p', 'P')`)
  events.listen('p', (_, event) => heard.push(event))
  await vi.waitUntil(() => heard.some(({ type }) => type === 'again'))
}, 60_000)
afterAll(() => database?.stop())

const revisions = () => heard.flatMap((event) => (event.type === 'change' ? [event.revision] : []))

const wall = (id: string) => ({
  id: `change-${id}`,
  label: 'Trace wall',
  cause: 'edit' as const,
  of: null,
  edits: [
    {
      id,
      before: null,
      after: {
        id,
        kind: 'wall' as const,
        start: { x: 0, y: 0 },
        end: { x: 1000, y: 0 },
        thicknessMm: 100,
        tracedLine: 'centre' as const,
      },
    },
  ],
})

it('a change that is kept is told once, one that came to nothing never', async () => {
  const { keepChange } = await import('@/server/changes')
  await keepChange('p', wall('one'))
  await vi.waitUntil(() => revisions().length === 1)
  await expect(
    client.inTransaction(async (tx) => {
      client.onceKept(tx, () => events.announce('p', { type: 'change', revision: 99 }))
      throw new Error('came to nothing')
    }),
  ).rejects.toThrow('came to nothing')
  await keepChange('p', wall('two'))
  await vi.waitUntil(() => revisions().length === 2)
  expect(revisions()).toEqual([1, 2])
})

it('a change of which nobody told is found by looking', async () => {
  await events.tellMissed()
  expect(revisions()).toEqual([1, 2])
  // Whoever kept it ended before telling.
  await client.pool().query(`update project set revision = 3 where id = 'p'`)
  await events.tellMissed()
  expect(revisions()).toEqual([1, 2, 3])
  await events.tellMissed()
  expect(revisions()).toEqual([1, 2, 3])
})
