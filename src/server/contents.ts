import { createHash } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { holdNames } from './contents/lock'
import { type ContentBytes, ContentLost, type ContentName } from './contents/store'
import { chosenStore, storeNamed } from './contents/stores'
import { database, type Transaction } from './database/client'
import { contents, type StoreName } from './database/schema'
import type { Staged } from './staging'

/** Contents by their SHA-256: stored once, never changed, read by ranges. Where their bytes lie is a store's matter. */

/**
 * Brings a staged file to a store that is elsewhere, before the transaction that refers to it, so that none is held open for
 * as long as that takes.
 */
export async function sendAhead({ hash, size, read }: Staged, mediaType: string): Promise<void> {
  const store = storeNamed(chosenStore())
  if (!store.elsewhere || (await findContent(hash))) return
  await store.put([{ hash, size, mediaType, read }], null)
}

/**
 * Stores a staged file, unless the same content is there already; what was lost or damaged is mended by the same bytes
 * given again.
 */
export const storeStaged = (tx: Transaction, { hash, size, read }: Staged, mediaType: string): Promise<void> =>
  storeContents(tx, [{ hash, size, mediaType, read }])

/**
 * Stores several that are at hand, in the order of their names, so that two who store the same ones don't wait for one
 * another. @returns their hashes
 */
export async function storeAll(tx: Transaction, all: readonly Uint8Array[], mediaType: string): Promise<string[]> {
  const hashes = all.map(hashOf)
  const named = new Map(hashes.map((hash, i) => [hash, all[i]!]))
  const sorted = [...named].sort(([a], [b]) => (a < b ? -1 : 1))
  await storeContents(
    tx,
    sorted.map(([hash, bytes]) => ({ hash, size: bytes.length, mediaType, read: () => [bytes] })),
  )
  return hashes
}

/** Stores bytes that are at hand. @returns their hash */
export async function storeBytes(tx: Transaction, bytes: Uint8Array, mediaType: string): Promise<string> {
  const [hash] = await storeAll(tx, [bytes], mediaType)
  return hash!
}

async function storeContents(tx: Transaction, all: readonly ContentBytes[]): Promise<void> {
  if (all.length === 0) return
  const chosen = chosenStore()
  if (storeNamed(chosen).elsewhere)
    await holdNames(
      tx,
      all.map(({ hash }) => hash),
    )
  const claimed = await claim(tx, all, chosen)
  const missing = new Map<StoreName, ContentBytes[]>()
  for (const content of all) {
    const { fresh, store } = claimed.get(content.hash)!
    if (fresh ? await wasSentAhead(content, store) : (await verifyContent(content.hash, tx)) === null) continue
    missing.set(store, [...(missing.get(store) ?? []), content])
  }
  for (const [store, those] of missing) await storeNamed(store).put(those, tx)
}

const wasSentAhead = async (content: ContentName, name: StoreName): Promise<boolean> => {
  const store = storeNamed(name)
  return store.elsewhere !== undefined && (await store.has(content))
}

/** Names contents as needed now. @returns of each, whether it was not known before, and where its bytes belong */
async function claim(
  tx: Transaction,
  wanted: readonly ContentBytes[],
  store: StoreName,
): Promise<Map<string, { fresh: boolean; store: StoreName }>> {
  const rows = await tx
    .insert(contents)
    .values(wanted.map(({ hash, size, mediaType }) => ({ hash, size, mediaType, store })))
    .onConflictDoUpdate({ target: contents.hash, set: { usedAt: sql`now()` } })
    // A row that was not updated but inserted has no transaction that ended it.
    .returning({ hash: contents.hash, store: contents.store, fresh: sql<boolean>`xmax = 0` })
  return new Map(rows.map((row) => [row.hash, row]))
}

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

interface Found {
  readonly size: number
  readonly mediaType: string
  readonly store: StoreName
}

async function findContent(hash: string, tx?: Transaction): Promise<Found | null> {
  const [found] = await (tx ?? database()).select().from(contents).where(eq(contents.hash, hash))
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
      select size::float8 as size, media_type as "mediaType", store from content
        where hash = ${hash} and exists (select 1 from holding h join source f on f.id = h.source_id
          join project p on p.id = f.project_id where p.deleted_at is null)`,
  )
  return rows[0] ?? null
}

/** Bytes of a content; 0 of one that is not there. */
export const sizeOf = async (hash: string): Promise<number> => (await findContent(hash))?.size ?? 0

/**
 * The bytes from `from` up to and without `to`, piece by piece; also while they are moved from one store to another.
 * @param known where they lie, for who has looked already; `tx` for who asks within a transaction
 */
export async function* readContent(
  hash: string,
  from: number,
  to: number,
  known: { readonly store?: StoreName; readonly tx?: Transaction } = {},
): AsyncGenerator<Uint8Array> {
  const { tx } = known
  let at = from
  let store = known.store ?? (await findContent(hash, tx))?.store
  while (at < to) {
    if (store === undefined) throw new ContentLost(`Nothing is known of content ${hash}.`)
    try {
      for await (const piece of storeNamed(store).range(hash, at, to, tx)) {
        at += piece.length
        yield piece
      }
      return
    } catch (error) {
      const now = error instanceof ContentLost ? (await findContent(hash, tx))?.store : store
      if (now === store) throw error
      store = now
    }
  }
}

/** A whole content in memory. @throws SourceError where it is lost or damaged */
export async function loadContent(hash: string): Promise<Uint8Array> {
  const found = await findContent(hash)
  const size = found?.size ?? 0
  const pieces: Uint8Array[] = []
  try {
    for await (const piece of readContent(hash, 0, size, found ?? {})) pieces.push(piece)
  } catch (error) {
    if (error instanceof ContentLost) throw new SourceError('bytes-lost')
    throw error
  }
  const whole = new Uint8Array(Buffer.concat(pieces))
  if (hashOf(whole) === hash) return whole
  throw new SourceError(whole.length === size && size > 0 ? 'bytes-damaged' : 'bytes-lost')
}

/** Looks whether a content is still what its name says. @returns what is wrong, or null */
export async function verifyContent(
  hash: string,
  tx?: Transaction,
): Promise<Extract<SourceProblem, 'bytes-lost' | 'bytes-damaged'> | null> {
  const found = await findContent(hash, tx)
  if (!found) return 'bytes-lost'
  const sum = createHash('sha256')
  try {
    for await (const piece of readContent(hash, 0, found.size, { store: found.store, tx })) sum.update(piece)
  } catch (error) {
    if (error instanceof ContentLost) return 'bytes-lost'
    throw error
  }
  return sum.digest('hex') === hash ? null : 'bytes-damaged'
}
