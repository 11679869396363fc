import { pool } from './database/client'

/** How Calque is. */
export interface Health {
  /** Contract: `well` where server and database answer. */
  readonly status: 'well'
  /** Jobs that wait. */
  readonly queue: number
  /** Seconds since a reader was last heard of; null where none ever was. */
  readonly readerSeenSeconds: number | null
}

/** @throws where the database does not answer */
export async function health(): Promise<Health> {
  const { rows } = await pool().query<{ queue: number; seen: number | null }>(
    `select (select count(*)::int from pgboss.job where state < 'active') as queue,
       (select extract(epoch from now() - max(seen_at))::float8 from runner) as seen`,
  )
  const { queue, seen } = rows[0]!
  return { status: 'well', queue, readerSeenSeconds: seen === null ? null : Math.max(0, seen) }
}
