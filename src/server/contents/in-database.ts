import { eq, inArray, sql } from 'drizzle-orm'
import type { ClientBase } from 'pg'
import { database, inTransaction } from '../database/client'
import { contentChunks, contents } from '../database/schema'
import { copiedOut, copyIn, type Field } from './copy'
import { type ContentBytes, ContentLost, type ContentStore } from './store'

/** Contents are cut into pieces, so that a range of them can be sent without reading the whole. */
const CHUNK_BYTES = 1 << 20

/** Pieces that are fetched together: no connection is held while whoever asked takes them in, however slowly. */
const CHUNKS_AT_ONCE = 4

/** In the database itself, in the transaction of whoever stores them: the default. */
export const inDatabase: ContentStore = {
  async put(all, tx) {
    if (!tx) throw new Error('The database takes contents only within a transaction.')
    await tx.delete(contentChunks).where(
      inArray(
        contentChunks.hash,
        all.map(({ hash }) => hash),
      ),
    )
    await copyIn(tx.$client, 'content_chunk (hash, index, bytes)', rowsOf(all))
  },

  async *range(hash, from, to, tx) {
    const last = Math.floor((to - 1) / CHUNK_BYTES)
    for (let first = Math.floor(from / CHUNK_BYTES); first <= last; first += CHUNKS_AT_ONCE) {
      const most = Math.min(last, first + CHUNKS_AT_ONCE - 1)
      const wanted = { from: Math.max(from, first * CHUNK_BYTES), to: Math.min(to, (most + 1) * CHUNK_BYTES) }
      const found = await (tx
        ? chunksOf(tx.$client, hash, wanted)
        : inTransaction(({ $client }) => chunksOf($client, hash, wanted)))
      if (lengthOf(found) !== wanted.to - wanted.from)
        throw new ContentLost(`Content ${hash} lacks something of its pieces ${first} to ${most}.`)
      yield* found
    }
  },

  async has({ hash, size }) {
    const [row] = await database()
      .select({ bytes: storedBytes })
      .from(contentChunks)
      .where(eq(contentChunks.hash, hash))
    return row!.bytes === size
  },

  async delete(hashes) {
    if (hashes.length > 0)
      await database()
        .delete(contentChunks)
        .where(inArray(contentChunks.hash, [...hashes]))
  },
}

/** Bytes that the database has of a content. */
const storedBytes = sql<number>`coalesce(sum(octet_length(${contentChunks.bytes})), 0)::float8`

/**
 * Contents that should lie in the database and of which pieces are missing there; found by their sizes, without reading
 * them. Of what lies elsewhere nothing is known here.
 */
export async function lostInDatabase(hashes: readonly string[]): Promise<Set<string>> {
  if (hashes.length === 0) return new Set()
  const rows = await database()
    .select({ hash: contents.hash })
    .from(contents)
    .leftJoin(contentChunks, eq(contentChunks.hash, contents.hash))
    .where(inArray(contents.hash, [...hashes]))
    .groupBy(contents.hash)
    .having(sql`${contents.store} <> 'database' or ${storedBytes} = ${contents.size}`)
  const there = new Set(rows.map(({ hash }) => hash))
  return new Set(hashes.filter((hash) => !there.has(hash)))
}

/** What the pieces of a content hold between two places, cut by the database, so that a small part of one is no whole piece. */
function chunksOf(
  client: ClientBase,
  hash: string,
  wanted: { readonly from: number; readonly to: number },
): Promise<Buffer[]> {
  const [first, last] = [wanted.from, wanted.to - 1].map((at) => Math.floor(at / CHUNK_BYTES))
  const start = `greatest(${wanted.from} - index::bigint * ${CHUNK_BYTES}, 0)::int`
  const end = `least(${wanted.to} - index::bigint * ${CHUNK_BYTES}, ${CHUNK_BYTES})::int`
  return copiedOut(
    client,
    `select substring(bytes from ${start} + 1 for ${end} - ${start}) from content_chunk
      where hash = ${client.escapeLiteral(hash)} and index between ${first} and ${last} order by index`,
  )
}

const lengthOf = (pieces: readonly Uint8Array[]) => pieces.reduce((sum, { length }) => sum + length, 0)

async function* rowsOf(all: readonly ContentBytes[]): AsyncGenerator<readonly Field[]> {
  for (const { hash, read } of all) {
    let index = 0
    for await (const bytes of rechunk(read())) yield [Buffer.from(hash), index++, bytes]
  }
}

async function* rechunk(stream: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): AsyncGenerator<Buffer> {
  let pending: Uint8Array[] = []
  let held = 0
  for await (const piece of stream) {
    pending.push(piece)
    held += piece.length
    if (held < CHUNK_BYTES) continue
    const joined = Buffer.concat(pending)
    let at = 0
    for (; at + CHUNK_BYTES <= joined.length; at += CHUNK_BYTES) yield joined.subarray(at, at + CHUNK_BYTES)
    pending = [joined.subarray(at)]
    held = joined.length - at
  }
  if (held > 0) yield Buffer.concat(pending)
}
