import { AsyncLocalStorage } from 'node:async_hooks'
import { drizzle } from 'drizzle-orm/node-postgres'
import { Pool, type PoolClient } from 'pg'
import { faultOf, log } from '../log'
import { processWide } from '../process-wide'
import { traced } from '../tracing'
import * as issues from './issues'
import * as people from './people'
import * as projects from './schema'
import * as sharing from './sharing'

const schema = { ...projects, ...people, ...sharing, ...issues }

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

/** What of the projects the database shows: all of them, one, those of a person, or none. */
export type Sight = 'all' | `project:${string}` | `person:${string}` | 'nothing'

const sight = new AsyncLocalStorage<Sight>()

/**
 * Does some work for which the database shows only so much, whatever is asked: the second wall, beneath the door of the
 * requests (row-level security, see the migration `0014`). Where nobody signs in, everything shows in any case.
 */
export const seeing = <T>(what: Sight, work: () => PromiseLike<T>): Promise<T> =>
  // A query of Drizzle is asked only once it is awaited: that has to happen in here.
  sight.run(what, async () => await work())

/**
 * The role of the database to which only what is asked for shows. To `calque_worker` everything does: where nobody signs
 * in, and for programs that work for all; to the owner of the tables as well.
 */
const GUARDED_ROLE = 'calque_app'

const showsAll = (): boolean => new URL(databaseUrl()).username !== GUARDED_ROLE

/**
 * Begins a transaction in which only so much shows. It is said within the transaction and ends with it, since a pool of
 * connections before the database (PgBouncer) gives each transaction whichever connection is free.
 */
const beginSeeing = (client: PoolClient): string =>
  showsAll() ? 'begin' : `begin; set local calque.sees = ${client.escapeLiteral(sight.getStore() ?? 'nothing')}`

/** The pool, of which every query sees only what it is meant to. */
const guarded = {
  query: (...asked: Parameters<Pool['query']>) => onOneConnection(async (client) => client.query(...asked)),
} as unknown as Pool

const open = <C extends Pool | PoolClient>(client: C) => drizzle(client, { schema, casing: 'snake_case' })

/** Drizzle over the pool, or over the one connection of a transaction. */
export type Database = Omit<ReturnType<typeof open>, '$client'> & { $client: Pool | PoolClient }
export type Transaction = Omit<Database, '$client'> & { $client: PoolClient }

export const database = (): Database => open(showsAll() ? pool() : guarded)

/** What is to be done once the transaction on a connection is kept. */
const afterwards = new WeakMap<object, (() => Promise<unknown>)[]>()

/**
 * Does something once a transaction is kept, and not where it comes to nothing. Telling others (NOTIFY) belongs here: within
 * a transaction that writes it would make all of them be kept one after another, each waiting for the disks of the former
 * (PostgreSQL holds one lock for it until the transaction ends). Where this process ends in between, it is not done.
 */
export function onceKept({ $client }: Pick<Database, '$client'>, work: () => Promise<unknown>): void {
  afterwards.set($client, [...(afterwards.get($client) ?? []), work])
}

/** Runs `work` on one connection; whatever it throws undoes all that it wrote. */
export const inTransaction = <T>(work: (tx: Transaction) => Promise<T>): Promise<T> =>
  onOneConnection((client) => work(open(client)))

const onOneConnection = <T>(work: (client: PoolClient) => Promise<T>): Promise<T> =>
  traced('database', { 'db.system.name': 'postgresql' }, () => connected(work))

async function connected<T>(work: (client: PoolClient) => Promise<T>): Promise<T> {
  const client = await pool().connect()
  let broken: Error | undefined
  try {
    await client.query(beginSeeing(client))
    const result = await work(client)
    await client.query('commit')
    for (const each of afterwards.get(client) ?? [])
      each().catch((error: unknown) => log.warn(faultOf(error), 'after a transaction'))
    return result
  } catch (error) {
    await client.query('rollback').catch((lost: Error) => {
      broken = lost
    })
    throw error
  } finally {
    afterwards.delete(client)
    // A connection that could not roll back is closed, not reused.
    client.release(broken)
  }
}
