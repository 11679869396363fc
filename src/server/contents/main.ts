import { sql } from 'drizzle-orm'
import { database, pool } from '../database/client'
import type { StoreName } from '../database/schema'
import { moveContents, sweepAll } from './move'
import { isStore, STORE_NAMES } from './stores'

/** Where contents lie, and moving them: `calque contents`, `calque contents move s3`, `calque contents sweep`. */

const [what, to] = process.argv.slice(2)
if (what === undefined) await tell()
else if (what === 'move' && isStore(to)) await move(to)
else if (what === 'sweep' && to === undefined) console.log(JSON.stringify({ removed: await sweepAll() }))
else fail(`Say nothing more, ${STORE_NAMES.map((name) => `“move ${name}”`).join(', ')}, or “sweep”.`)
await pool().end()

async function tell(): Promise<void> {
  const { rows } = await database().execute(
    sql`select store, count(*)::int as contents, sum(size)::float8 as bytes from content group by store order by store`,
  )
  console.log(JSON.stringify({ stores: rows }, null, 2))
}

async function move(store: StoreName): Promise<void> {
  let told = 0
  const { moved, bytes, damaged } = await moveContents(store, (count, size) => {
    if (count - told < 100) return
    told = count
    process.stderr.write(`${count} moved, ${(size / 2 ** 20).toFixed(0)} MB\n`)
  })
  console.log(JSON.stringify({ to: store, moved, bytes, damaged }, null, 2))
  if (damaged.length > 0) process.exitCode = 1
}

function fail(sentence: string): void {
  process.stderr.write(`${sentence}\n`)
  process.exitCode = 2
}
