import { fileURLToPath } from 'node:url'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { startedQueue } from '../jobs'
import { database, pool } from './client'

/** Brings the database to the present schema; run before the server starts. */
await migrate(database(), { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) })
const queue = await startedQueue({ owner: true })
await queue.stop({ graceful: false })
await pool().end()
