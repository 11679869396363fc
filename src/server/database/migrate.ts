import { eq, isNotNull, sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { makeQueues } from '../jobs'
import { isSealed, seal } from '../secrets'
import { database, pool } from './client'
import { projects, sources } from './schema'

/** From the project's folder, in which this is run. */
const MIGRATIONS = 'src/server/database/migrations'

/** Taken by whoever migrates: two servers that start at once would do the same twice. */
const MIGRATING = 4681

/** Brings the database to the present schema; run before the server starts. */
const lock = await pool().connect()
await lock.query('select pg_advisory_lock($1)', [MIGRATING])
await migrate(database(), { migrationsFolder: MIGRATIONS })
await sealPasswords()
if (process.env.CALQUE_PUT_BACK) await beginOtherHistories()
await makeQueues()
lock.release(true)
await pool().end()

/** Passwords were kept in the clear once. */
async function sealPasswords(): Promise<void> {
  const rows = await database()
    .select({ id: sources.id, password: sources.password })
    .from(sources)
    .where(isNotNull(sources.password))
  for (const { id, password } of rows)
    if (password && !isSealed(password))
      await database()
        .update(sources)
        .set({ password: seal(password, id) })
        .where(eq(sources.id, id))
}

/** The database was put back to an older state: revisions from here on count something else than windows know. */
async function beginOtherHistories(): Promise<void> {
  await database().update(projects).set({ epoch: sql`gen_random_uuid()::text` })
}
