import { and, eq, inArray, ne, sql } from 'drizzle-orm'
import { readContent, verifyContent } from '../contents'
import { database, inTransaction } from '../database/client'
import { contents, type StoreName } from '../database/schema'
import { holdNames } from './lock'
import { STORE_NAMES, storeNamed } from './stores'

/** Contents that are looked for at once. */
const PAGE = 100

export interface Moved {
  readonly moved: number
  readonly bytes: number
  /** Those that are not where they should be, or not what their name says: they stay as they are. */
  readonly damaged: readonly string[]
}

/**
 * Moves all contents to one store while people work. Each is copied, read again from there and held against its name before
 * the database says that it lies there; only then it goes where it was. What breaks off goes on when it is begun again.
 * @param onProgress is told after each
 */
export async function moveContents(
  to: StoreName,
  onProgress: (moved: number, bytes: number) => void = () => undefined,
): Promise<Moved> {
  const damaged: string[] = []
  let [moved, bytes] = [0, 0]
  for (;;) {
    const page = await database()
      .select()
      .from(contents)
      .where(and(ne(contents.store, to), damaged.length > 0 ? sql`${contents.hash} not in ${damaged}` : undefined))
      .limit(PAGE)
    if (page.length === 0) return { moved, bytes, damaged }
    for (const content of page) {
      if (await moveOne(content, to)) {
        moved++
        bytes += content.size
        onProgress(moved, bytes)
      } else damaged.push(content.hash)
    }
  }
}

async function moveOne(
  { hash, size, mediaType, store: from }: typeof contents.$inferSelect,
  to: StoreName,
): Promise<boolean> {
  if ((await verifyContent(hash)) !== null) return false
  const store = storeNamed(to)
  const content = { hash, size, mediaType, read: () => readContent(hash, 0, size) }
  // What takes long takes no transaction.
  if (store.elsewhere) await store.put([content], null)
  await inTransaction(async (tx) => {
    await holdNames(tx, [hash])
    const [there] = await tx.select().from(contents).where(eq(contents.hash, hash)).for('update')
    // Cleared away meanwhile, or moved by another one.
    if (there?.store !== from) return
    if (!store.elsewhere || !(await store.has(content))) await store.put([content], tx)
    await tx.update(contents).set({ store: to }).where(eq(contents.hash, hash))
  })
  if ((await verifyContent(hash)) !== null) throw new Error(`${hash} did not arrive whole; it is where it was as well.`)
  if (storeNamed(from).elsewhere) await removeUnnamed(from, [hash])
  else await storeNamed(from).delete([hash])
  return true
}

/** What lies elsewhere without anybody knowing of it is cleared away only after this time: it may be on its way. */
const GRACE_HOURS = 24

/**
 * Clears away what lies in a store elsewhere and no content names: left where something broke off between the two.
 * @returns how many went
 */
export async function sweep(name: StoreName, graceHours: number = GRACE_HOURS): Promise<number> {
  const before = Date.now() - graceHours * 3_600_000
  let gone = 0
  for await (const page of storeNamed(name).elsewhere?.list() ?? []) {
    const old = page.filter(({ changedAt }) => changedAt.getTime() < before).map(({ hash }) => hash)
    gone += await removeUnnamed(name, old)
  }
  return gone
}

/** Clears every store elsewhere. @returns how many went */
export async function sweepAll(): Promise<number> {
  let gone = 0
  for (const name of STORE_NAMES) gone += await sweep(name)
  return gone
}

/** Removes of some what no content names as lying in a store. @returns how many */
export async function removeUnnamed(name: StoreName, hashes: readonly string[]): Promise<number> {
  const ours = hashes.filter((hash) => /^[0-9a-f]{64}$/.test(hash))
  if (ours.length === 0) return 0
  return inTransaction(async (tx) => {
    await holdNames(tx, ours)
    const named = await tx
      .select({ hash: contents.hash })
      .from(contents)
      .where(and(inArray(contents.hash, ours), eq(contents.store, name)))
    const unnamed = ours.filter((hash) => !named.some((each) => each.hash === hash))
    await storeNamed(name).delete(unnamed)
    return unnamed.length
  })
}
