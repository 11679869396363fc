import { createHash } from 'node:crypto'
import { and, asc, between, eq } from 'drizzle-orm'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { type Database, database, type Transaction } from './database/client'
import { contentChunks, contents } from './database/schema'

const CHUNK_BYTES = 1 << 20

/** More arrived than is accepted. */
export class TooLargeError extends Error {}

/**
 * Stores what a stream brings, unless the same content is there already.
 * Inside a transaction: a stream that breaks off leaves nothing behind.
 * @throws TooLargeError beyond `limitBytes`
 */
export async function storeStream(
  tx: Transaction,
  stream: AsyncIterable<Uint8Array>,
  mediaType: string,
  limitBytes: number,
): Promise<{ hash: string; size: number }> {
  const sum = createHash('sha256')
  // The name is known only at the end, so the pieces stand under a passing one until then.
  const passing = `incoming-${crypto.randomUUID()}`
  await tx.insert(contents).values({ hash: passing, size: 0, mediaType })
  let size = 0
  let index = 0
  for await (const chunk of rechunk(stream)) {
    size += chunk.length
    if (size > limitBytes) throw new TooLargeError()
    sum.update(chunk)
    await tx.insert(contentChunks).values({ hash: passing, index: index++, bytes: chunk })
  }
  const hash = sum.digest('hex')
  const inserted = await tx.insert(contents).values({ hash, size, mediaType }).onConflictDoNothing().returning()
  const sound = inserted.length === 0 && (await verifyContent(hash, tx)) === null
  if (!sound) {
    // What was lost or damaged is mended by the same bytes given again.
    await tx.delete(contentChunks).where(eq(contentChunks.hash, hash))
    await tx.update(contentChunks).set({ hash }).where(eq(contentChunks.hash, passing))
  }
  await tx.delete(contents).where(eq(contents.hash, passing))
  return { hash, size }
}

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Bytes that one statement carries. */
const STATEMENT_BYTES = 16 << 20

/**
 * Stores several that are at hand, in the order of their names, so that two who store the same ones don't wait for one
 * another. @returns their hashes
 */
export async function storeAll(tx: Transaction, all: readonly Uint8Array[], mediaType: string): Promise<string[]> {
  const hashes = all.map(hashOf)
  const named = new Map(hashes.map((hash, i) => [hash, all[i]!]))
  const sorted = [...named].sort(([a], [b]) => (a < b ? -1 : 1))
  if (sorted.length === 0) return []
  const inserted = await tx
    .insert(contents)
    .values(sorted.map(([hash, { length }]) => ({ hash, size: length, mediaType })))
    .onConflictDoNothing()
    .returning({ hash: contents.hash })
  const fresh = new Set(inserted.map(({ hash }) => hash))
  let pieces: (typeof contentChunks.$inferInsert)[] = []
  let held = 0
  const send = async () => {
    if (pieces.length > 0) await tx.insert(contentChunks).values(pieces)
    pieces = []
    held = 0
  }
  for (const [hash, bytes] of sorted) {
    if (!fresh.has(hash)) {
      if ((await verifyContent(hash, tx)) === null) continue
      await tx.delete(contentChunks).where(eq(contentChunks.hash, hash))
    }
    for (let index = 0; index * CHUNK_BYTES < bytes.length; index++) {
      const piece = Buffer.from(bytes.subarray(index * CHUNK_BYTES, (index + 1) * CHUNK_BYTES))
      pieces.push({ hash, index, bytes: piece })
      held += piece.length
      if (held >= STATEMENT_BYTES) await send()
    }
  }
  await send()
  return hashes
}

/** Stores bytes that are at hand. @returns their hash */
export async function storeBytes(tx: Transaction, bytes: Uint8Array, mediaType: string): Promise<string> {
  const [hash] = await storeAll(tx, [bytes], mediaType)
  return hash!
}

async function* rechunk(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
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

export async function findContent(hash: string): Promise<{ size: number; mediaType: string } | null> {
  const [found] = await database().select().from(contents).where(eq(contents.hash, hash))
  return found ?? null
}

/** The bytes from `from` up to and without `to`, piece by piece. */
export async function* readContent(hash: string, from: number, to: number): AsyncGenerator<Uint8Array> {
  const db = database()
  const first = Math.floor(from / CHUNK_BYTES)
  const last = Math.floor((to - 1) / CHUNK_BYTES)
  for (let index = first; index <= last; index++) {
    const [row] = await db
      .select({ bytes: contentChunks.bytes })
      .from(contentChunks)
      .where(and(eq(contentChunks.hash, hash), eq(contentChunks.index, index)))
    if (!row) throw new Error(`Content ${hash} lacks piece ${index}.`)
    const start = index * CHUNK_BYTES
    yield row.bytes.subarray(Math.max(0, from - start), Math.min(row.bytes.length, to - start))
  }
}

/** A whole content in memory. @throws SourceError where it is lost or damaged */
export async function loadContent(hash: string, db: Database = database()): Promise<Uint8Array> {
  const rows = await db
    .select({ bytes: contentChunks.bytes })
    .from(contentChunks)
    .where(and(eq(contentChunks.hash, hash), between(contentChunks.index, 0, 1 << 30)))
    .orderBy(asc(contentChunks.index))
  const whole = new Uint8Array(Buffer.concat(rows.map((row) => row.bytes)))
  if (hashOf(whole) === hash) return whole
  const found = await findContent(hash)
  throw new SourceError(whole.length === (found?.size ?? -1) ? 'bytes-damaged' : 'bytes-lost')
}

/** Looks whether a content is still what its name says. @returns what is wrong, or null */
export async function verifyContent(
  hash: string,
  db: Pick<Database, 'select'> = database(),
): Promise<Extract<SourceProblem, 'bytes-lost' | 'bytes-damaged'> | null> {
  const [found] = await db.select().from(contents).where(eq(contents.hash, hash))
  if (!found) return 'bytes-lost'
  const sum = createHash('sha256')
  for (let index = 0; index < Math.ceil(found.size / CHUNK_BYTES); index++) {
    const [row] = await db
      .select({ bytes: contentChunks.bytes })
      .from(contentChunks)
      .where(and(eq(contentChunks.hash, hash), eq(contentChunks.index, index)))
    if (!row) return 'bytes-lost'
    sum.update(row.bytes)
  }
  return sum.digest('hex') === hash ? null : 'bytes-damaged'
}
