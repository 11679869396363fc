import { createHash } from 'node:crypto'
import { and, asc, between, eq, sql } from 'drizzle-orm'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { type Database, database, type Transaction } from './database/client'
import { contentChunks, contents } from './database/schema'
import type { Staged } from './staging'

const CHUNK_BYTES = 1 << 20

/**
 * Stores a staged file, unless the same content is there already; what was lost or damaged is mended by the same bytes
 * given again.
 */
export async function storeStaged(tx: Transaction, staged: Staged, mediaType: string): Promise<void> {
  const { hash, size } = staged
  const [fresh] = await claim(tx, [{ hash, size, mediaType }])
  if (!fresh && (await verifyContent(hash, tx)) === null) return
  if (!fresh) await tx.delete(contentChunks).where(eq(contentChunks.hash, hash))
  let index = 0
  for await (const bytes of rechunk(staged.read()))
    await tx.insert(contentChunks).values({ hash, index: index++, bytes })
}

/**
 * Names contents as needed now. @returns the hashes of those that were not there; their pieces are to be written
 */
async function claim(tx: Transaction, wanted: readonly (typeof contents.$inferInsert)[]): Promise<string[]> {
  const rows = await tx
    .insert(contents)
    .values([...wanted])
    .onConflictDoUpdate({ target: contents.hash, set: { usedAt: sql`now()` } })
    // A row that was not updated but inserted has no transaction that ended it.
    .returning({ hash: contents.hash, fresh: sql<boolean>`xmax = 0` })
  return rows.filter(({ fresh }) => fresh).map(({ hash }) => hash)
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
  const fresh = new Set(
    await claim(
      tx,
      sorted.map(([hash, { length }]) => ({ hash, size: length, mediaType })),
    ),
  )
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

interface Found {
  readonly size: number
  readonly mediaType: string
}

async function findContent(hash: string): Promise<Found | null> {
  const [found] = await database().select().from(contents).where(eq(contents.hash, hash))
  return found ?? null
}

/** A table expression of the files that hold a content, as what they are or as what their pages are drawn from: `holding`. */
export const holding = (hash: string) => sql`
  with holding (source_id) as (
    select id from source where content_hash = ${hash}
    union all select source_id from sheet
      where picture_hash = ${hash} or linework_hash = ${hash} or strokes_hash = ${hash} or solids_hash = ${hash}
    union all select s.source_id from sheet_print p join sheet s on s.id = p.sheet_id where p.hash = ${hash}
  )`

/**
 * A content that some project outside of the trash holds: as a file, or as what its pages are drawn from. Nothing else is
 * given out, whoever knows its hash.
 */
export async function heldContent(hash: string): Promise<Found | null> {
  const { rows } = await database().execute<Found & Record<string, unknown>>(
    sql`${holding(hash)}
      select size::float8 as size, media_type as "mediaType" from content
        where hash = ${hash} and exists (select 1 from holding h join source f on f.id = h.source_id
          join project p on p.id = f.project_id where p.deleted_at is null)`,
  )
  return rows[0] ?? null
}

/** Bytes of a content; 0 of one that is not there. */
export const sizeOf = async (hash: string): Promise<number> => (await findContent(hash))?.size ?? 0

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
