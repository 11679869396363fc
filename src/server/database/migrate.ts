import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { startedQueue } from '../jobs'
import { database, pool } from './client'

/** From the project's folder, in which this is run. */
const MIGRATIONS = 'src/server/database/migrations'

/** Brings the database to the present schema; run before the server starts. */
await migrate(database(), { migrationsFolder: MIGRATIONS })
const queue = await startedQueue({ owner: true })
await queue.stop({ graceful: false })
await pool().end()
