import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** The second wall by itself: what the database shows the application, whatever the application asks. */

let database: TestDatabase
let client: pg.Client

beforeAll(async () => {
  database = await testDatabase()
  client = new pg.Client({ connectionString: database.url })
  await client.connect()
  await see('all')
  await client.query(`
    insert into person (id, name, email) values ('ann', 'Ann', 'ann@x.example'), ('lee', 'Lee', 'lee@x.example');
    insert into member (id, organization_id, user_id, role) values ('m', 'office', 'lee', 'admin');
    insert into project (id, name) values ('a', 'A'), ('b', 'B');
    insert into project_member (project_id, user_id, role) values ('a', 'ann', 'viewer');
    insert into content (hash, size, media_type) values ('h', 0, 'application/pdf');
    insert into share_link (id, hash, project_id, name, may) values ('la', 'xa', 'a', 'l', '{}'), ('lb', 'xb', 'b', 'l', '{}');
    insert into project_invitation (hash, id, project_id, email, role, expires_at) values ('ia', 'ia', 'a', 'e', 'viewer', now()), ('ib', 'ib', 'b', 'e', 'viewer', now());
    insert into source (id, project_id, name, content_hash) values ('fa', 'a', 'f', 'h'), ('fb', 'b', 'f', 'h');
    insert into sheet (id, source_id, number, width_pt, height_pt) values ('sa', 'fa', 1, 1, 1), ('sb', 'fb', 1, 1, 1);
    insert into sheet_print (sheet_id, hash) values ('sa', 'h'), ('sb', 'h');
    insert into record (project_id, id, data) values ('a', 'r', '{}'), ('b', 'r', '{}');
    insert into change (project_id, revision, id, label, cause, edits) values ('a', 1, 'ca', 'l', 'edit', '[]'), ('b', 1, 'cb', 'l', 'edit', '[]');
    insert into issue (id, project_id, name, revision, formats) values ('ua', 'a', 'n', 1, '{}'), ('ub', 'b', 'n', 1, '{}');
    insert into making (id, project_id, request) values ('ma', 'a', '{}'), ('mb', 'b', '{}'), ('none', null, '{}');
  `)
})

afterAll(async () => {
  await client?.end()
  await database?.stop()
})

const see = (what: string) => client.query(`select set_config('calque.sees', $1, false)`, [what])

/** Each table with how a row of it tells its project. */
const TABLES = {
  project: 'id',
  source: 'project_id',
  sheet: `replace(source_id, 'f', '')`,
  sheet_print: `replace(sheet_id, 's', '')`,
  record: 'project_id',
  change: 'project_id',
  making: `coalesce(project_id, 'none')`,
  project_invitation: 'project_id',
  share_link: 'project_id',
  issue: 'project_id',
} as const

/** Tables that name projects and are asked before anybody knows which one it is about: who may what, and what was done. */
const BESIDE_THE_WALL = ['api_token', 'audit', 'project_member']

it('every table that names a project stands behind the wall, or is known not to', async () => {
  const { rows } = await client.query<{ name: string; walled: boolean }>(`
    select c.relname as name, c.relrowsecurity as walled from pg_class c join pg_attribute a on a.attrelid = c.oid
      where c.relkind = 'r' and a.attname = 'project_id' and c.relnamespace = 'public'::regnamespace order by 1`)
  const walled = rows.filter(({ walled: stands }) => stands).map(({ name }) => name)
  expect(walled.filter((name) => !(name in TABLES))).toEqual([])
  expect(rows.filter(({ walled: stands }) => !stands).map(({ name }) => name)).toEqual(BESIDE_THE_WALL)
})

describe.each(Object.entries(TABLES))('%s', (table, project) => {
  const seen = async (what: string) => {
    await see(what)
    const { rows } = await client.query<{ of: string }>(`select ${project} as of from ${table} order by 1`)
    return rows.map(({ of }) => of)
  }

  it('shows only what is to be seen', async () => {
    expect(await seen('project:a')).toEqual(['a'])
    expect(await seen('person:ann')).toEqual(['a'])
    expect(await seen('person:lee')).toEqual(['a', 'b'])
    for (const nothing of ['', 'nothing', 'person:nobody', 'project:', 'ALL', 'person:', "project:a' or true --"])
      expect(await seen(nothing)).toEqual([])
    expect(await seen('all')).toEqual(expect.arrayContaining(['a', 'b']))
  })

  it('is neither changed nor emptied beyond that', async () => {
    await see('project:a')
    await client.query('begin')
    const { rowCount } = await client.query(`delete from ${table} where ${project} <> 'a'`)
    expect(rowCount).toBe(0)
    await client.query('rollback')
    expect(await seen('all')).toEqual(expect.arrayContaining(['a', 'b']))
  })
})

describe('library_version', () => {
  beforeAll(async () => {
    await see('all')
    await client.query(`
      insert into organization (id, name, slug, created_at) values ('other', 'Other', 'other', now());
      insert into library_version (organization_id, person_id, id, version, kind, name) values
        ('office', null, 'shared', 1, 'symbol', 's'), ('office', 'lee', 'lee''s', 1, 'symbol', 's'),
        ('office', 'ann', 'ann''s', 1, 'symbol', 's'), ('other', null, 'theirs', 1, 'symbol', 's');
    `)
  })

  it('shows members what is the organisation’s and their own', async () => {
    const seen = async (what: string) => {
      await see(what)
      return (await client.query<{ id: string }>('select id from library_version order by 1')).rows.map(({ id }) => id)
    }
    expect(await seen('person:lee')).toEqual(["lee's", 'shared'])
    // Who belongs to no organisation has none; whoever works in a project sees what is its organisation's.
    expect(await seen('person:ann')).toEqual([])
    expect(await seen('project:a')).toEqual(['shared'])
    for (const nothing of ['', 'nothing', 'person:', 'project:']) expect(await seen(nothing)).toEqual([])
    expect(await seen('all')).toEqual(["ann's", "lee's", 'shared', 'theirs'])
  })

  it('keeps versions as they were kept, whoever asks', async () => {
    await see('all')
    await expect(client.query(`update library_version set name = 'x'`)).rejects.toThrow(/stays as it was kept/)
    await see('person:lee')
    const foreign = `insert into library_version (organization_id, id, version, kind, name) values ('other', 'n', 1, 'symbol', 's')`
    await expect(client.query(foreign)).rejects.toThrow(/row-level security/)
  })
})

it('nothing is put into another project, nor moved there', async () => {
  await see('project:a')
  for (const attack of [
    `insert into record (project_id, id, data) values ('b', 'new', '{}')`,
    `update record set project_id = 'b' where project_id = 'a'`,
    `insert into share_link (id, hash, project_id, name, may) values ('n', 'n', 'b', 'n', '{}')`,
    `insert into sheet (id, source_id, number, width_pt, height_pt) values ('n', 'fb', 2, 1, 1)`,
  ])
    await expect(client.query(attack)).rejects.toThrow(/row-level security/)
})

it('the application cannot pull the wall down', async () => {
  for (const attack of [
    'alter table record disable row level security',
    'drop policy sees on record',
    'set role calque_owner',
    `set session authorization 'calque_owner'`,
  ])
    await expect(client.query(attack)).rejects.toThrow()
})
