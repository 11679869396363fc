import { eq, isNotNull } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { makeQueues } from '../jobs'
import { isSealed, seal } from '../secrets'
import { database, pool } from './client'
import { sources } from './schema'

/** From the project's folder, in which this is run. */
const MIGRATIONS = 'src/server/database/migrations'

/** Brings the database to the present schema; run before the server starts. */
await migrate(database(), { migrationsFolder: MIGRATIONS })
await sealPasswords()
await makeQueues()
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
