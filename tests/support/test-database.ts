import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seeingAll, serverKeyFile, startPostgres } from '../../scripts/lib/postgres.mjs'
import { ended } from '../../scripts/lib/processes.mjs'
import { runProgram } from '../../scripts/lib/programs.mjs'

export interface TestDatabase {
  readonly superuserUrl: string
  /** As the application, which sees nothing until it says what. */
  readonly url: string
  stop(): Promise<void>
}

/** A database of its own with our tables, to which the server's modules of this process are turned. */
export async function testDatabase(): Promise<TestDatabase> {
  const home = mkdtempSync(join(tmpdir(), 'calque-database-'))
  const { url, ownerUrl, superuserUrl, part } = await startPostgres(home)
  const env = { CALQUE_DATABASE_URL: ownerUrl, CALQUE_KEY_FILE: serverKeyFile(home) }
  if ((await ended(runProgram('src/server/database/migrate.ts', [], { env }))) !== 0) throw new Error('No tables.')
  Object.assign(process.env, { ...env, CALQUE_DATABASE_URL: seeingAll(url) })
  return {
    superuserUrl,
    url,
    stop: async () => {
      const { pool } = await import('@/server/database/client')
      await pool().end()
      await part.stop()
      rmSync(home, { recursive: true, force: true })
    },
  }
}
