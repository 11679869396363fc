import { sql } from 'drizzle-orm'
import type { Transaction } from '../database/client'

/**
 * Stores beside the database know nothing of its transactions. Who stores a content there and refers to it, and who clears
 * it away, do so one after the other: each holds the content's name until its transaction ends. Names share 2^64 numbers, of
 * which the first half of the hash is one.
 */
export async function holdNames(tx: Transaction, hashes: readonly string[]): Promise<void> {
  // In one order, so that two who hold the same ones don't wait for one another.
  for (const hash of [...hashes].sort())
    await tx.execute(sql`select pg_advisory_xact_lock(('x' || ${hash.slice(0, 16)})::bit(64)::bigint)`)
}
