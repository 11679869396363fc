import { randomBytes } from 'node:crypto'
import fc from 'fast-check'
import JSZip from 'jszip'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Change } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { storable } from '@/core/text/storable'
import type * as Changes from '@/server/changes'
import type * as Collect from '@/server/collect'
import type * as Contents from '@/server/contents'
import type * as Client from '@/server/database/client'
import type * as Events from '@/server/events'
import type * as JobsModule from '@/server/jobs'
import type * as Making from '@/server/making/making'
import type * as Projects from '@/server/projects'
import type * as Keep from '@/server/reading/keep'
import type * as Sources from '@/server/sources'
import type * as Taken from '@/server/taken'
import { house } from '../support/house'
import { plainWall as wall } from '../support/plain-wall'
import { type TestDatabase, testDatabase } from '../support/test-database'

let database: TestDatabase
let admin: pg.Client
let server: typeof Changes &
  typeof Keep &
  typeof Collect &
  typeof Contents &
  typeof Client &
  typeof Events &
  typeof JobsModule &
  typeof Making &
  typeof Projects &
  typeof Sources &
  typeof Taken

beforeAll(async () => {
  database = await testDatabase()
  admin = new pg.Client({ connectionString: database.superuserUrl })
  admin.on('error', () => undefined)
  await admin.connect()
  server = Object.assign(
    {},
    await import('@/server/changes'),
    await import('@/server/collect'),
    await import('@/server/contents'),
    await import('@/server/database/client'),
    await import('@/server/events'),
    await import('@/server/jobs'),
    await import('@/server/making/making'),
    await import('@/server/projects'),
    await import('@/server/reading/keep'),
    await import('@/server/sources'),
    await import('@/server/taken'),
  )
})

afterAll(async () => {
  await admin?.end()
  await database?.stop()
})

const change = (
  id: string,
  ...edits: readonly [id: string, before: ProjectRecord | null, after: ProjectRecord | null][]
) =>
  ({
    id,
    label: 'Edit',
    cause: 'edit',
    of: null,
    edits: edits.map(([of, before, after]) => ({ id: of, before, after })),
  }) satisfies Change

async function* bytesOf(text: string): AsyncGenerator<Uint8Array> {
  yield new TextEncoder().encode(text)
}

const drawing = (i: number) => `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M0 ${i}"/></svg>`

describe('contents', () => {
  it('are whole as long as anything refers to them, and go when nothing does, whatever happens at once', async () => {
    const { id: project } = await server.createProject('Collected')
    const step = fc.oneof(
      { weight: 4, arbitrary: fc.record({ do: fc.constant('bring' as const), file: fc.nat({ max: 4 }) }) },
      { weight: 3, arbitrary: fc.record({ do: fc.constant('remove' as const), file: fc.nat({ max: 4 }) }) },
      { weight: 3, arbitrary: fc.record({ do: fc.constant('collect' as const), file: fc.constant(0) }) },
    )
    await fc.assert(
      fc.asyncProperty(fc.array(fc.array(step, { minLength: 1, maxLength: 5 }), { maxLength: 5 }), async (rounds) => {
        // Those of a round happen at once, as in several processes.
        for (const round of rounds)
          await Promise.all(
            round.map(async (each) => {
              if (each.do === 'collect') return server.collectContents(0)
              const listed = await server.listSources(project)
              const named = listed.find(({ name }) => name === `${each.file}.svg`)
              if (each.do === 'bring') return server.addSource(project, `${each.file}.svg`, bytesOf(drawing(each.file)))
              return named && server.removeSource(named.id).catch(() => undefined)
            }),
          )
        for (const { contentHash } of await server.listSources(project)) {
          expect(await server.verifyContent(contentHash)).toBeNull()
          expect(await server.heldContent(contentHash)).not.toBeNull()
        }
        await server.collectContents(0)
        const held = new Set((await server.listSources(project)).map(({ contentHash }) => contentHash))
        const { rows } = await admin.query('select hash from content')
        expect(rows.map(({ hash }) => hash).sort()).toEqual([...held].sort())
      }),
      { numRuns: 25 },
    )
    expect((await admin.query('select count(*)::int as n from content_chunk')).rows[0].n).toBeLessThan(10)
  })

  it('of a trashed project are given to nobody, and go with it after its days', async () => {
    const { id } = await server.createProject('Trashed')
    await server.addSource(id, 'a.svg', bytesOf(drawing(77)))
    const [source] = await server.listSources(id)
    await server.deleteProject(id)
    expect(await server.heldContent(source!.contentHash)).toBeNull()
    expect(await server.emptyTrash()).toBe(0)
    await server.collectContents(0)
    await server.restoreProject(id)
    expect(await server.heldContent(source!.contentHash)).not.toBeNull()
    await server.deleteProject(id)
    await admin.query(`update project set deleted_at = now() - interval '31 days' where id = $1`, [id])
    expect(await server.emptyTrash()).toBe(1)
    await server.collectContents(0)
    expect((await admin.query('select 1 from content where hash = $1', [source!.contentHash])).rowCount).toBe(0)
  })
})

describe('the rules that keep a model whole hold over HTTP too', () => {
  it('an opening goes with its wall, and none comes without', async () => {
    const { id } = await server.createProject('Rules')
    const records = [...house().values()].map(storable)
    const opening = records.find((record) => record.kind === 'opening')!
    const host = records.find(
      (record) => record.kind === 'wall' && record.id === (opening as { wallId: string }).wallId,
    )!
    await server.keepChange(id, change('put', [host.id, null, host], [opening.id, null, opening]))
    const { asSent } = await server.keepChange(id, change('delete', [host.id, host, null]))
    expect(asSent).toBe(false)
    const left = (await server.openProject(id)).records.map((record) => record.id)
    expect(left).not.toContain(opening.id)
    // The history tells all of it, so that it can be undone.
    const [, kept] = await server.changesSince(id, 0)
    expect(kept!.edits.map((edit) => edit.id).sort()).toEqual([host.id, opening.id].sort())
    await expect(server.keepChange(id, change('orphan', [opening.id, null, opening]))).rejects.toMatchObject({
      status: 422,
      detail: expect.stringContaining('not there any more'),
    })
    expect((await server.stateAt(id, 1)).records.map((record) => record.id)).toContain(opening.id)
  })

  it('an undo of what was never kept is refused', async () => {
    const { id } = await server.createProject('Undo')
    const undo = { ...change('u', ['w', null, wall('w')]), cause: 'undo', of: 'nobody' } satisfies Change
    await expect(server.keepChange(id, undo)).rejects.toMatchObject({ status: 422 })
  })

  it('what two remove is removed once, and the history replays', async () => {
    const { id } = await server.createProject('Twice')
    await server.keepChange(id, change('put', ['w', null, wall('w')], ['v', null, wall('v')]))
    await server.keepChange(id, change('one', ['w', wall('w'), null]))
    await server.keepChange(id, change('two', ['w', wall('w'), null], ['v', wall('v'), null]))
    expect((await server.stateAt(id, 2)).records.map((record) => record.id)).toContain('v')
    expect((await server.stateAt(id, 2)).records.map((record) => record.id)).not.toContain('w')
  })
})

describe('records of before', () => {
  it('can be changed and removed although no schema would take them', async () => {
    const { id } = await server.createProject('Old')
    await server.keepChange(id, change('put', ['w', null, wall('w')], ['v', null, wall('v')]))
    // As if a later version had made thicknesses of 100 mm wrong.
    await admin.query(
      `update record set data = jsonb_set(data, '{thicknessMm}', '"100 mm"') where project_id = $1 and id in ('w', 'v')`,
      [id],
    )
    const old = (name: string) => ({ ...wall(name), thicknessMm: '100 mm' }) as unknown as ProjectRecord
    const { epoch } = await server.openProject(id)
    await admin.query('update project set epoch = $2 where id = $1', [id, `${epoch}-2`])
    await server.keepChange(id, change('mend', ['w', old('w'), wall('w', 9)]))
    await server.keepChange(id, change('remove', ['v', old('v'), null]))
    expect((await server.openProject(id)).records.filter(({ kind }) => kind === 'wall')).toEqual([wall('w', 9)])
  })
})

describe('what files say of themselves', () => {
  it('is kept without what no database takes', async () => {
    const { id } = await server.createProject('Labels')
    const { id: sourceId } = await server.addSource(id, 'a.svg', bytesOf(drawing(41)))
    const source = (await server.sourceOf(sourceId))!
    const page = { widthPt: 9, heightPt: 9, zeroPt: { x: 0, y: 0 }, elevationMm: null, resolution: null, problem: null }
    await server.keepOpened(source, {
      embedded: [],
      producer: 'Maker\0 9\ud800',
      pages: [{ ...page, label: 'Plan\0\udfff' }],
    })
    expect((await server.sourceOf(sourceId))!.producer).toBe('Maker 9\ufffd')
    expect((await server.listSources(id))[0]!.sheets[0]!.label).toBe('Plan\ufffd')
    expect(await server.findPages(id, 'Plan')).toHaveLength(1)
  })
})

describe('a drawing packed with its files', () => {
  it('is taken in as a drawing, by what the end of the ZIP lists; another ZIP is refused', async () => {
    const { id } = await server.createProject('Packed')
    const zipped = async (name: string) => {
      // Larger than what is looked at of its beginning, and sent in pieces.
      const zip = new JSZip().file('scan.png', randomBytes(300_000)).file(name, 'x')
      const bytes = await zip.generateAsync({ type: 'uint8array' })
      return (async function* () {
        for (let at = 0; at < bytes.length; at += 50_000) yield bytes.subarray(at, at + 50_000)
      })()
    }
    await server.addSource(id, 'handed.zip', await zipped('plan.dxf'))
    expect(await server.listSources(id)).toMatchObject([{ name: 'handed.zip', kind: 'dxf' }])
    await expect(server.addSource(id, 'other.zip', await zipped('plan.txt'))).rejects.toMatchObject({
      type: 'unknown-kind',
    })
  })
})

describe('histories', () => {
  it('a window that knows more than there is learns that another history began', async () => {
    const { id } = await server.createProject('Histories')
    const { epoch } = await server.keepChange(id, change('one', ['w', null, wall('w')]))
    const next = change('two', ['v', null, wall('v')])
    await expect(server.keepChange(id, next, { epoch, revision: 7 })).rejects.toMatchObject({ type: 'another-history' })
    const now = await server.openProject(id)
    expect(now.epoch).not.toBe(epoch)
    await expect(server.changesSince(id, 1, epoch)).rejects.toMatchObject({ type: 'another-history' })
    await server.keepChange(id, next, { epoch: now.epoch, revision: now.revision })
    expect((await server.knownChanges(id, ['one', 'two', 'three'])).known).toHaveLength(2)
  })

  it('pages of the history are bounded by bytes as well', async () => {
    const { id } = await server.createProject('Pages')
    const xy = Array.from({ length: 200_000 }, (_, i) => i + 0.123456)
    const path = (name: string): ProjectRecord =>
      ({ id: name, kind: 'path', layerId: 'l', xy, closed: false }) as unknown as ProjectRecord
    for (let i = 0; i < 6; i++) await server.keepChange(id, change(`c${i}`, [`p${i}`, null, path(`p${i}`)]))
    const page = await server.changesSince(id, 0)
    expect(page.length).toBeGreaterThan(0)
    expect(page.length).toBeLessThan(6)
    expect((await server.changesSince(id, page.length)).length).toBeGreaterThan(0)
  })
})

describe('events', () => {
  it('are heard again after the database was away, and one broken listener leaves the others theirs', async () => {
    const { id } = await server.createProject('Events')
    const heard: string[] = []
    const stopBroken = server.listen(id, () => {
      throw new Error('a connection that is gone')
    })
    const stop = server.listen(id, (_, event) => heard.push(event.type))
    await vi.waitFor(() => expect(heard).toContain('again'), 10_000)
    await server.announce(id, { type: 'sources' })
    await vi.waitFor(() => expect(heard).toContain('sources'), 5000)
    heard.length = 0
    await admin.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen%' or query = 'select 1'`,
    )
    await vi.waitFor(() => expect(heard).toContain('again'), 10_000)
    await server.announce(id, { type: 'sources' })
    await vi.waitFor(() => expect(heard).toContain('sources'), 5000)
    stopBroken()
    stop()
  })
})

describe('jobs', () => {
  it('of a runner that fell silent are given back, and told of after six tries', async () => {
    const { id } = await server.createProject('Jobs')
    const { id: sourceId } = await server.addSource(id, 'a.svg', bytesOf(drawing(3)))
    const boss = await server.startedQueue({ keeper: false })
    await admin.query('update pgboss.job set retry_delay = 0 where state < $1', ['active'])
    const take = async () => {
      const found = await vi.waitFor(async () => {
        const jobs = await boss.fetch<{ sourceId: string }>('open', { batchSize: 50, includeMetadata: true })
        expect(jobs.length).toBeGreaterThan(0)
        return jobs
      }, 10_000)
      return found.map(({ id: jobId, data, retryLimit, retryCount }) => ({
        id: jobId,
        job: { name: 'open' as const, data },
        triesLeft: retryLimit - retryCount,
      }))
    }
    const status = async () => (await server.listSources(id)).find((source) => source.id === sourceId)!
    for (let tries = 0; tries < 6; tries++) {
      const runner = `runner-${tries}`
      await server.beat(runner)
      await server.noteTaken(runner, await take())
      await server.sweep(boss)
      expect((await status()).status).toBe('waiting')
      await admin.query(`update runner set seen_at = now() - interval '10 seconds' where id = $1`, [runner])
      await admin.query(`update pgboss.job set started_on = now() - interval '10 seconds' where state = 'active'`)
      await server.sweep(boss)
      await admin.query(`update pgboss.job set start_after = now() - interval '1 second' where state = 'retry'`)
    }
    expect(await status()).toMatchObject({ status: 'failed', canTryAgain: true })
    await server.resumeReading(sourceId)
    expect((await status()).status).toBe('waiting')
    await boss.stop({ graceful: false })
  })

  it('that a runner took and did not live to note are given back too', async () => {
    const { id } = await server.createProject('Unnoted')
    await server.addSource(id, 'a.svg', bytesOf(drawing(4)))
    const boss = await server.startedQueue({ keeper: false })
    const [job] = await boss.fetch<object>('open')
    await server.sweep(boss)
    const state = async () => (await admin.query('select state from pgboss.job where id = $1', [job!.id])).rows[0].state
    expect(await state()).toBe('active')
    await admin.query(`update pgboss.job set started_on = now() - interval '10 seconds' where id = $1`, [job!.id])
    await server.sweep(boss)
    expect(await state()).toBe('retry')
    await boss.stop({ graceful: false })
  })

  it('later pages of a large set stand behind the first ones of the next file', () => {
    const many = server.pageJobs(
      'large',
      Array.from({ length: 9000 }, (_, i) => `p${i}`),
    )
    const [small] = server.pageJobs('small', ['q'])
    const before = many.filter(({ name, priority }) => name === small!.name && priority! >= small!.priority!)
    expect(before).toHaveLength(16)
  })
})

describe('what people ask for', () => {
  it('can be stopped, and says so to whoever waits', async () => {
    const { id } = await server.createProject('Making')
    const making = await server.askFor(id, { kind: 'hand-over', format: 'dxf', on: {} })
    expect(await server.makingOf(making)).toMatchObject({ status: 'waiting', progress: 0 })
    const waited = server.madeBy(making)
    await server.stopMaking(making)
    await expect(waited).rejects.toMatchObject({ type: 'stopped' })
    expect((await server.makingOf(making)).status).toBe('stopped')
  })
})
