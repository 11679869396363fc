// Who may do what in the database: an owner of the tables, who changes their form; the application, which fills them and
// sees what it asks for (see the migration `0014`); and a worker, the application to which everything shows.
import pg from 'pg'

/** Schemas that hold something of ours: our tables, the queue's, and the notes of migrations. */
const SCHEMAS = ['public', 'pgboss', 'drizzle']
const DATABASE = 'postgres'

/** The application waits for nothing longer than this. */
const APP_SETTINGS = {
  statement_timeout: '120s',
  idle_in_transaction_session_timeout: '60s',
  lock_timeout: '30s',
}

/**
 * Brings the roles and all that belongs to them to what they should be.
 * @param url as superuser
 * @param {{ ownerPassword: string, appPassword: string, workerPassword?: string }} passwords
 */
export async function prepareRoles(url, { ownerPassword, appPassword, workerPassword = appPassword }) {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await client.query('begin')
    // Two starts on one database would do this at once.
    await client.query('select pg_advisory_xact_lock(4680)')
    await role(client, 'calque_owner', ownerPassword)
    await role(client, 'calque_app', appPassword)
    await role(client, 'calque_worker', workerPassword)
    await client.query('grant calque_app to calque_worker')
    for (const name of ['calque_app', 'calque_worker'])
      for (const [setting, value] of Object.entries(APP_SETTINGS))
        await client.query(`alter role ${name} set ${setting} = '${value}'`)
    await client.query(`alter role calque_worker set calque.sees = 'all'`)
    await client.query(`revoke all on database ${DATABASE} from public`)
    await client.query(`grant connect, create, temporary on database ${DATABASE} to calque_owner`)
    await client.query(`grant connect on database ${DATABASE} to calque_app`)
    await client.query(`revoke create on schema public from public`)
    for (const schema of SCHEMAS) await handOver(client, schema)
    await client.query('commit')
  } finally {
    await client.end()
  }
}

async function role(client, name, password) {
  const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [name])
  const secret = client.escapeLiteral(password)
  const rights = 'login nosuperuser nocreatedb nocreaterole noreplication nobypassrls'
  await client.query(`${rowCount ? 'alter' : 'create'} role ${name} with ${rights} password ${secret}`)
}

/** Makes the owner the owner of a schema with all in it, now and later, and lets the application use it. */
async function handOver(client, schema) {
  await client.query(`create schema if not exists ${schema}`)
  await client.query(`alter schema ${schema} owner to calque_owner`)
  const { rows } = await client.query(
    `select format('alter %s %I.%I owner to calque_owner', case c.relkind when 'S' then 'sequence' when 'v' then 'view' else 'table' end, n.nspname, c.relname) as statement
       from pg_class c join pg_namespace n on n.oid = c.relnamespace
       where n.nspname = $1 and c.relkind in ('r', 'p', 'v', 'S') and c.relowner <> 'calque_owner'::regrole
         and not exists (select 1 from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S')
     union all
     select format('alter function %s owner to calque_owner', p.oid::regprocedure)
       from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = $1 and p.proowner <> 'calque_owner'::regrole
     union all
     select format('alter type %I.%I owner to calque_owner', n.nspname, t.typname)
       from pg_type t join pg_namespace n on n.oid = t.typnamespace
       where n.nspname = $1 and t.typtype = 'e' and t.typowner <> 'calque_owner'::regrole`,
    [schema],
  )
  for (const { statement } of rows) await client.query(statement)
  const rights = [
    ['usage', `schema ${schema}`],
    ['select, insert, update, delete', `all tables in schema ${schema}`],
    ['usage, select', `all sequences in schema ${schema}`],
  ]
  for (const [right, what] of rights) await client.query(`grant ${right} on ${what} to calque_app`)
  const later = `alter default privileges for role calque_owner in schema ${schema}`
  await client.query(`${later} grant select, insert, update, delete on tables to calque_app`)
  await client.query(`${later} grant usage, select on sequences to calque_app`)
}
