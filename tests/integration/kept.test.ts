import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Change } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { LOCAL } from '@/core/people/rights'
import type * as Archive from '@/server/archive'
import type * as Changes from '@/server/changes'
import type * as Contents from '@/server/contents'
import type * as Projects from '@/server/projects'
import type * as Readings from '@/server/readings'
import type * as Sources from '@/server/sources'
import { plainWall as wall } from '../support/plain-wall'
import { type TestDatabase, testDatabase } from '../support/test-database'

let database: TestDatabase
let server: typeof Archive & typeof Changes & typeof Contents & typeof Projects & typeof Readings & typeof Sources

beforeAll(async () => {
  database = await testDatabase()
  server = Object.assign(
    {},
    await import('@/server/archive'),
    await import('@/server/changes'),
    await import('@/server/contents'),
    await import('@/server/projects'),
    await import('@/server/readings'),
    await import('@/server/sources'),
  )
})

afterAll(async () => {
  await database?.stop()
})

const edit = (before: ProjectRecord | null, after: ProjectRecord | null, id = crypto.randomUUID()): Change => ({
  id,
  label: 'Edit',
  cause: 'edit',
  of: null,
  edits: [{ id: (after ?? before)!.id, before, after }],
})

const project = async (name: string): Promise<string> => (await server.createProject(name)).id

async function* streamed(text: string): AsyncGenerator<Uint8Array> {
  yield new TextEncoder().encode(text)
}

/** What of a project was made in it: each begins with its settings and a level. */
const madeIn = async (id: string): Promise<ProjectRecord[]> =>
  (await server.openProject(id)).records.filter(({ kind }) => kind !== 'settings' && kind !== 'level')

const SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M0 0L9 9"/></svg>'

describe('changes', () => {
  it('the same one twice is kept once', async () => {
    const id = await project('Twice')
    const made = edit(null, wall('a'))
    const first = await server.keepChange(id, made)
    const second = await server.keepChange(id, made)
    expect(second).toMatchObject({ revision: first.revision, asSent: true })
    expect(await server.changesSince(id, 0)).toHaveLength(1)
  })

  it('another one under an id that is taken is told', async () => {
    const id = await project('Another')
    const made = edit(null, wall('a'))
    await server.keepChange(id, made)
    expect(await server.keepChange(id, { ...edit(null, wall('b')), id: made.id })).toMatchObject({ asSent: false })
  })

  it('a record that somebody changed meanwhile is not changed unawares', async () => {
    const id = await project('Meanwhile')
    const [was, is] = [wall('a', 5000), wall('a', 6000)]
    await server.keepChange(id, edit(null, was))
    await server.keepChange(id, edit(was, is))
    await expect(server.keepChange(id, edit(was, wall('a', 7000)))).rejects.toMatchObject({ status: 409 })
    expect(await madeIn(id)).toEqual([expect.objectContaining({ end: { x: 6000, y: 0 } })])
  })

  it('every state is there as it was, and the history tells what was done', async () => {
    const id = await project('States')
    const [was, is] = [wall('a', 5000), wall('a', 6000)]
    const { revision } = await server.keepChange(id, edit(null, was))
    const { revision: second } = await server.keepChange(id, edit(was, is))
    await server.keepChange(id, edit(is, null))
    const ends = async (at: number) =>
      (await server.stateAt(id, at)).records.flatMap((record) => (record.kind === 'wall' ? [record.end.x] : []))
    expect(await ends(revision)).toEqual([5000])
    expect(await ends(second)).toEqual([6000])
    expect(await ends(second + 1)).toEqual([])
    expect(await server.listHistory(id, 1_000_000)).toHaveLength(3)
  })

  it('of a project that is not there are refused', async () => {
    await expect(server.keepChange(crypto.randomUUID(), edit(null, wall('a')))).rejects.toMatchObject({ status: 404 })
  })
})

describe('projects', () => {
  it('are renamed, put into the trash, taken out, and removed for good', async () => {
    const id = await project('First name')
    await server.renameProject(id, 'Second name')
    expect(await server.openProject(id)).toMatchObject({ name: 'Second name' })
    await server.deleteProject(id)
    await expect(server.openProject(id)).rejects.toMatchObject({ status: 404 })
    expect((await server.listTrash(LOCAL)).map((each) => each.id)).toContain(id)
    await server.restoreProject(id)
    expect((await server.listProjects(LOCAL)).map((each) => each.id)).toContain(id)
    await server.deleteProject(id)
    await server.removeForGood(id)
    expect((await server.listTrash(LOCAL)).map((each) => each.id)).not.toContain(id)
  })

  it('only what lies in the trash is removed for good', async () => {
    const id = await project('Kept')
    await expect(server.removeForGood(id)).rejects.toMatchObject({ status: 404 })
    expect(await server.openProject(id)).toMatchObject({ name: 'Kept' })
  })
})

describe('lengths from a meter', () => {
  it('become records, plain figures as metres', async () => {
    const id = await project('Measured')
    const { id: reading } = await server.takeReading(id, '5.210', 'gable')
    expect(await madeIn(id)).toEqual([{ id: reading, kind: 'reading', statedMm: 5210, note: 'gable' }])
  })

  it('are refused with a sentence where they are none', async () => {
    const id = await project('Not measured')
    for (const text of ['wide', '0', '-3 m'])
      await expect(server.takeReading(id, text, '')).rejects.toMatchObject({ status: 422 })
    expect(await madeIn(id)).toEqual([])
  })
})

describe('files', () => {
  it('a file that is there already is told by its content, whatever it is called', async () => {
    const id = await project('Files')
    const first = await server.addSource(id, 'plan.svg', streamed(SVG))
    expect(await server.addSource(id, 'other.svg', streamed(SVG))).toEqual({ id: first.id, known: true })
    expect(await server.listSources(id)).toMatchObject([{ name: 'plan.svg', kind: 'svg' }])
  })

  it('are given out whole and in part, and are what they were', async () => {
    const id = await project('Bytes')
    await server.addSource(id, 'plan.svg', streamed(SVG))
    const [source] = await server.listSources(id)
    const { contentHash } = source!
    const part = async (from: number, to: number) => {
      const pieces: Uint8Array[] = []
      for await (const piece of server.readContent(contentHash, from, to)) pieces.push(piece)
      return Buffer.concat(pieces).toString()
    }
    expect(Buffer.from(await server.loadContent(contentHash)).toString()).toBe(SVG)
    expect(await part(0, 4)).toBe(SVG.slice(0, 4))
    expect(await part(5, 9)).toBe(SVG.slice(5, 9))
    expect(await server.sizeOf(contentHash)).toBe(SVG.length)
    expect(await server.verifyContent(contentHash)).toBeNull()
  })

  it('that are none that we read keep nothing behind', async () => {
    const id = await project('No file')
    await expect(server.addSource(id, 'notes.txt', streamed('Call the client.'))).rejects.toMatchObject({ status: 422 })
    expect(await server.listSources(id)).toEqual([])
  })
})

it('an archive goes in again as the same records and files, under ids of its own', async () => {
  const id = await project('Archived')
  await server.keepChange(id, edit(null, wall('a')))
  await server.addSource(id, 'plan.svg', streamed(SVG))
  const { name, revision, records } = await server.openProject(id)
  const { manifest, contentHashes } = await server.archiveOf({ id, name, revision, records } as never)
  const files = await Promise.all(
    contentHashes.map(async (hash) => ({ bytes: await server.loadContent(hash), mediaType: 'image/svg+xml' })),
  )
  const again = await server.keepArchive({ manifest, files } as never)
  expect(again.id).not.toBe(id)
  const copy = await server.openProject(again.id)
  expect(copy.records).toEqual(records)
  expect(copy.sources.map((source) => [source.name, source.contentHash])).toEqual(
    (await server.listSources(id)).map((source) => [source.name, source.contentHash]),
  )
  expect(copy.sources[0]!.id).not.toBe((await server.listSources(id))[0]!.id)
})
