import { drizzle } from 'drizzle-orm/node-postgres'
import { Pool, type PoolClient } from 'pg'
import { processWide } from '../process-wide'
import * as people from './people'
import * as projects from './schema'
import * as sharing from './sharing'

const schema = { ...projects, ...people, ...sharing }

/** The one pool of this process. */
const kept = processWide<{ pool: Pool }>('database')

export function databaseUrl(): string {
  const url = process.env.CALQUE_DATABASE_URL
  if (!url) throw new Error('CALQUE_DATABASE_URL is not set: start Calque with `npm start`.')
  return url
}

export function pool(): Pool {
  if (!kept.pool) {
    kept.pool = new Pool({
      connectionString: databaseUrl(),
      max: 10,
      // Nobody waits longer for a connection than for an answer.
      connectionTimeoutMillis: 10_000,
      keepAlive: true,
    })
    // A lost idle connection is replaced by the pool; without a listener it would end the process.
    kept.pool.on('error', () => undefined)
    // One that is lost while it is used fails what it was used for; that is told there.
    kept.pool.on('connect', (client) => client.on('error', () => undefined))
  }
  return kept.pool
}

const open = <C extends Pool | PoolClient>(client: C) => drizzle(client, { schema, casing: 'snake_case' })

/** Drizzle over the pool, or over the one connection of a transaction. */
export type Database = Omit<ReturnType<typeof open>, '$client'> & { $client: Pool | PoolClient }
export type Transaction = Omit<Database, '$client'> & { $client: PoolClient }

export const database = (): Database => open(pool())

/** Runs `work` on one connection; whatever it throws undoes all that it wrote. */
export async function inTransaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  const client = await pool().connect()
  let broken: Error | undefined
  try {
    await client.query('begin')
    const result = await work(open(client))
    await client.query('commit')
    return result
  } catch (error) {
    await client.query('rollback').catch((lost: Error) => {
      broken = lost
    })
    throw error
  } finally {
    // A connection that could not roll back is closed, not reused.
    client.release(broken)
  }
}
