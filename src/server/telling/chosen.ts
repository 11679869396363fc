import { byDatabase } from './by-database'
import { byRedis } from './by-redis'
import type { Telling } from './telling'

/** What carries events from one process to the others (`CALQUE_EVENTS`): the database, unless it names a Redis. */
export function chosenTelling(): Telling {
  const said = process.env.CALQUE_EVENTS || 'database'
  if (said === 'database') return byDatabase
  if (/^rediss?:\/\//.test(said)) return byRedis(said)
  throw new Error(`CALQUE_EVENTS is neither “database” nor the address of a Redis.`)
}
