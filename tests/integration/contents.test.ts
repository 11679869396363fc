import { createHash, randomBytes } from 'node:crypto'
import { rmSync } from 'node:fs'
import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { CreateBucketCommand, ListObjectsV2Command, PutObjectCommand, type S3Client } from '@aws-sdk/client-s3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type ObjectStore, startObjectStore } from '../../scripts/lib/object-store.mjs'
import { ownerOf, settingsFor } from '../support/s3'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** Bytes of files in the database and in a store that speaks S3 (Ceph's gateway), and on their way from one to the other. */

let database: TestDatabase
let store: ObjectStore
let home: string
let s3: S3Client
let contents: typeof import('@/server/contents')
let client: typeof import('@/server/database/client')

const BUCKET = 'calque'

beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'calque-objects-'))
  ;[database, store] = await Promise.all([testDatabase(), startObjectStore(home)])
  Object.assign(process.env, settingsFor(store, BUCKET))
  s3 = ownerOf(store)
  await s3.send(new CreateBucketCommand({ Bucket: BUCKET }))
  contents = await import('@/server/contents')
  client = await import('@/server/database/client')
}, 120_000)

afterAll(async () => {
  delete process.env.CALQUE_CONTENTS
  s3?.destroy()
  await store?.stop()
  await database?.stop()
  rmSync(home, { recursive: true, force: true })
})

const inStore = (name: 'database' | 's3') => {
  process.env.CALQUE_CONTENTS = name
}

const keep = (...all: Uint8Array[]) =>
  client.inTransaction((tx) => contents.storeAll(tx, all, 'application/octet-stream'))

async function objects(): Promise<string[]> {
  const { Contents = [] } = await s3.send(new ListObjectsV2Command({ Bucket: BUCKET }))
  return Contents.map(({ Key }) => Key!)
}

async function pieces(hash: string): Promise<number> {
  const { rows } = await client.pool().query('select count(*)::int as n from content_chunk where hash = $1', [hash])
  return rows[0].n
}

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

const joined = async (stream: AsyncIterable<Uint8Array>) => {
  const all: Uint8Array[] = []
  for await (const piece of stream) all.push(piece)
  return Buffer.concat(all)
}

describe.each(['database', 's3'] as const)('contents in %s', (name) => {
  // Beyond one piece of the database and one part of an upload.
  const large = randomBytes(19 * 2 ** 20 + 17)

  it('come back as they were, whole and by ranges', async () => {
    inStore(name)
    const [empty, small, big] = await keep(new Uint8Array(), randomBytes(100), large)
    expect(large.equals(await contents.loadContent(big!))).toBe(true)
    expect((await contents.loadContent(empty!)).length).toBe(0)
    expect((await contents.loadContent(small!)).length).toBe(100)
    for (const [from, to] of [
      [0, 1],
      [2 ** 20 - 1, 2 ** 20 + 1],
      [8 * 2 ** 20 - 5, 17 * 2 ** 20],
      [large.length - 1, large.length],
      [5, 5],
    ] as const)
      expect(large.subarray(from, to).equals(await joined(contents.readContent(big!, from, to)))).toBe(true)
    expect(await contents.verifyContent(big!)).toBeNull()
    expect((await objects()).includes(big!)).toBe(name === 's3')
    expect((await pieces(big!)) > 0).toBe(name === 'database')
    await client.pool().query('delete from content where hash = any($1)', [[empty, small, big]])
  })

  it('that are lost or damaged are told, and mended by the same bytes given again', async () => {
    inStore(name)
    const bytes = randomBytes(3 * 2 ** 20)
    const [hash] = await keep(bytes)
    if (name === 's3')
      await s3.send(new PutObjectCommand({ Bucket: BUCKET, Key: hash, Body: randomBytes(bytes.length) }))
    else
      await client
        .pool()
        .query('update content_chunk set bytes = set_byte(bytes, 9, get_byte(bytes, 9) # 1) where hash = $1', [hash])
    expect(await contents.verifyContent(hash!)).toBe('bytes-damaged')
    await expect(contents.loadContent(hash!)).rejects.toMatchObject({ problem: 'bytes-damaged' })
    await keep(bytes)
    expect(await contents.verifyContent(hash!)).toBeNull()
    await (await import('@/server/contents/stores')).storeNamed(name).delete([hash!])
    expect(await contents.verifyContent(hash!)).toBe('bytes-lost')
    await expect(contents.loadContent(hash!)).rejects.toMatchObject({ problem: 'bytes-lost' })
    await keep(bytes)
    expect(await contents.verifyContent(hash!)).toBeNull()
  })

  it('are those of files of which nothing is told as long as their bytes are there', async () => {
    inStore(name)
    const [{ createProject }, { addSource, listSources }] = await Promise.all([
      import('@/server/projects'),
      import('@/server/sources'),
    ])
    const { id } = await createProject(`Files in ${name}`)
    const bytes = Buffer.concat([Buffer.from('%PDF-1.7\n'), randomBytes(4000)])
    await addSource(id, 'note.pdf', Readable.from([bytes]))
    const [file] = await listSources(id)
    expect(file).toMatchObject({ name: 'note.pdf', damage: null })
    if (name !== 'database') return
    await client.pool().query('delete from content_chunk where hash = $1', [sha256(bytes)])
    expect((await listSources(id))[0]!.damage).toContain('note.pdf')
    await addSource(id, 'note.pdf', Readable.from([bytes]), { again: file!.id })
    expect((await listSources(id))[0]!.damage).toBeNull()
  })

  it('that nobody refers to are cleared away, with their bytes', async () => {
    inStore(name)
    const [hash] = await keep(randomBytes(1000))
    const { collectContents } = await import('@/server/collect')
    await collectContents(60)
    expect(await contents.verifyContent(hash!)).toBeNull()
    await client.pool().query(`update content set used_at = now() - interval '1 day'`)
    await collectContents(60)
    expect(await contents.verifyContent(hash!)).toBe('bytes-lost')
    expect(await objects()).not.toContain(hash)
    expect(await pieces(hash!)).toBe(0)
  })
})

it('a transaction that comes to nothing leaves nothing that is not swept up', async () => {
  inStore('s3')
  const { sweep } = await import('@/server/contents/move')
  await sweep('s3', -1)
  const before = await objects()
  const bytes = randomBytes(5000)
  await expect(
    client.inTransaction(async (tx) => {
      await contents.storeBytes(tx, bytes, 'application/pdf')
      throw new Error('the change of mind')
    }),
  ).rejects.toThrow('the change of mind')
  const [kept] = await keep(randomBytes(10))
  expect(await objects()).toHaveLength(before.length + 2)
  // It may be on its way to a transaction that refers to it.
  expect(await sweep('s3', 24)).toBe(0)
  expect(await sweep('s3', -1)).toBe(1)
  expect((await objects()).sort()).toEqual([...before, kept].sort())
})

it('contents move from one store to the other and back while others read them', async () => {
  const { moveContents } = await import('@/server/contents/move')
  inStore('database')
  const large = randomBytes(12 * 2 ** 20)
  const [hash, ...others] = await keep(large, ...Array.from({ length: 20 }, (_, i) => randomBytes(1000 * (i + 1))))
  const [lost] = await keep(randomBytes(2000))
  await client.pool().query('delete from content_chunk where hash = $1', [lost])
  for (const to of ['s3', 'database'] as const) {
    let over = false
    const readers = Array.from({ length: 2 }, async () => {
      do expect((await joined(contents.readContent(hash!, 5, large.length))).equals(large.subarray(5))).toBe(true)
      while (!over)
    })
    const { moved, damaged } = await moveContents(to)
    over = true
    await Promise.all(readers)
    expect(moved).toBeGreaterThanOrEqual(others.length + 1)
    // What is not there can't be moved: it is told and stays.
    expect(damaged).toEqual(to === 's3' ? [lost] : [])
    expect((await objects()).includes(hash!)).toBe(to === 's3')
    expect((await pieces(hash!)) > 0).toBe(to === 'database')
    for (const each of others) expect(await contents.verifyContent(each)).toBeNull()
  }
}, 60_000)

it('a browser is given an address that is good for one content and for reading', async () => {
  const { storeNamed } = await import('@/server/contents/stores')
  inStore('s3')
  const bytes = randomBytes(4000)
  const [hash] = await keep(bytes)
  const as = { mediaType: 'image/jpeg', isAttachment: true }
  expect(await storeNamed('s3').addressOf!(hash!, as)).toBeNull()
  process.env.CALQUE_S3_PUBLIC_ENDPOINT = store.endpoint
  try {
    const address = (await storeNamed('s3').addressOf!(hash!, as))!
    const part = await fetch(address, { headers: { range: 'bytes=100-199' } })
    expect(part.status).toBe(206)
    expect(part.headers.get('content-type')).toBe('image/jpeg')
    expect(part.headers.get('content-disposition')).toBe('attachment')
    expect(Buffer.from(await part.arrayBuffer())).toEqual(bytes.subarray(100, 200))
    const another = await keep(randomBytes(10))
    expect((await fetch(address.replace(hash!, another[0]!))).status).toBe(403)
    expect((await fetch(address, { method: 'DELETE' })).status).toBe(403)
    expect((await fetch(`${store.endpoint}/${BUCKET}/${hash}`)).status).toBe(403)
  } finally {
    delete process.env.CALQUE_S3_PUBLIC_ENDPOINT
  }
})

it('a store that is away is told as such, and nothing is half kept', async () => {
  const { failureOf } = await import('@/server/database/errors')
  inStore('s3')
  await store.stop()
  const bytes = randomBytes(700)
  const error = await keep(bytes).then(
    () => null,
    (failed: unknown) => failed,
  )
  expect(failureOf(error)).toBe('away')
  const { rows } = await client.pool().query('select count(*)::int as n from content where size = 700')
  expect(rows[0].n).toBe(0)
}, 60_000)
