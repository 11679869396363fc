import { and, eq, inArray, sql } from 'drizzle-orm'
import { database } from '../database/client'
import { contentChunks } from '../database/schema'
import { ContentLost, type ContentStore } from './store'

/** Contents are cut into pieces, so that a range of them can be sent without reading the whole. */
const CHUNK_BYTES = 1 << 20

/** Bytes that one statement carries. */
const STATEMENT_BYTES = 16 << 20

/** In the database itself, in the transaction of whoever stores them: the default. */
export const inDatabase: ContentStore = {
  async put(all, tx) {
    if (!tx) throw new Error('The database takes contents only within a transaction.')
    let pieces: (typeof contentChunks.$inferInsert)[] = []
    let held = 0
    const send = async () => {
      if (pieces.length > 0) await tx.insert(contentChunks).values(pieces)
      pieces = []
      held = 0
    }
    const hashes = all.map(({ hash }) => hash)
    await tx.delete(contentChunks).where(inArray(contentChunks.hash, hashes))
    for (const { hash, read } of all) {
      let index = 0
      for await (const bytes of rechunk(read())) {
        pieces.push({ hash, index: index++, bytes })
        held += bytes.length
        if (held >= STATEMENT_BYTES) await send()
      }
    }
    await send()
  },

  async *range(hash, from, to, db = database()) {
    const first = Math.floor(from / CHUNK_BYTES)
    const last = Math.floor((to - 1) / CHUNK_BYTES)
    for (let index = first; index <= last; index++) {
      const [row] = await db
        .select({ bytes: contentChunks.bytes })
        .from(contentChunks)
        .where(and(eq(contentChunks.hash, hash), eq(contentChunks.index, index)))
      if (!row) throw new ContentLost(`Content ${hash} lacks piece ${index}.`)
      const start = index * CHUNK_BYTES
      yield row.bytes.subarray(Math.max(0, from - start), Math.min(row.bytes.length, to - start))
    }
  },

  async has({ hash, size }) {
    const [row] = await database()
      .select({ bytes: sql<number>`coalesce(sum(length(${contentChunks.bytes})), 0)::float8` })
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
