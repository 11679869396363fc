import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { backUp, restore } from '../../scripts/lib/backup.mjs'
import { serverKeyFile, startPostgres } from '../../scripts/lib/postgres.mjs'
import { ended } from '../../scripts/lib/processes.mjs'
import { runProgram } from '../../scripts/lib/programs.mjs'

/** A restore, rehearsed. */

let home: string
let file: string

beforeAll(() => {
  home = mkdtempSync(join(tmpdir(), 'calque-backup-'))
  file = join(home, 'copy.calque')
})
afterAll(() => rmSync(home, { recursive: true, force: true }))

/** Runs the database of the folder for as long as it is asked something. */
async function asking<T>(work: (query: (sql: string) => Promise<pg.QueryResultRow[]>) => Promise<T>): Promise<T> {
  const { ownerUrl, superuserUrl, part } = await startPostgres(home)
  const env = { CALQUE_DATABASE_URL: ownerUrl, CALQUE_KEY_FILE: serverKeyFile(home) }
  if ((await ended(runProgram('src/server/database/migrate.ts', [], { env }))) !== 0) throw new Error('No tables.')
  const client = new pg.Client({ connectionString: superuserUrl })
  await client.connect()
  try {
    return await work(async (sql) => (await client.query(sql)).rows)
  } finally {
    await client.end()
    await part.stop()
  }
}

it('a copy comes back as it was, under another history, and the walls stand', async () => {
  const [before] = await asking(async (query) => {
    await query(`insert into project (id, name) values ('p', 'Kept')`)
    await query(`insert into record (project_id, id, data) values ('p', 'r', '{"kind":"level"}')`)
    return query('select epoch from project')
  })
  await backUp(home, file)
  expect(statSync(`${file}.key`).mode & 0o777).toBe(0o600)
  await asking(async (query) => {
    await query(`update project set name = 'Spoilt'`)
    await query('delete from record')
  })
  const key = readFileSync(serverKeyFile(home))
  writeFileSync(serverKeyFile(home), Buffer.alloc(32, 7).toString('base64'))
  await restore(home, file)
  expect(readFileSync(serverKeyFile(home)).equals(key)).toBe(true)
  await asking(async (query) => {
    const [project] = await query('select name, epoch from project')
    expect(project).toMatchObject({ name: 'Kept' })
    expect(project!.epoch).not.toBe(before!.epoch)
    expect(await query('select id from record')).toEqual([{ id: 'r' }])
    // What was there is not lost by it.
    expect(await query(`select 1 from pg_database where datname = 'calque_before'`)).toHaveLength(1)
    await query('set role calque_app')
    expect(await query('select id from project')).toEqual([])
    await query(`select set_config('calque.sees', 'all', false)`)
    expect(await query('select id from project')).toEqual([{ id: 'p' }])
  })
})
