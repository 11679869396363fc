import { and, isNotNull, lt, sql } from 'drizzle-orm'
import { removeUnnamed } from './contents/move'
import { STORE_NAMES, storeNamed } from './contents/stores'
import { database } from './database/client'
import { makings, projects, type StoreName } from './database/schema'
import { TRASH_DAYS } from './projects'

/** What nothing refers to is kept for so long after somebody last said that it is needed. */
const GRACE_MINUTES = 60

/** Contents that go in one statement. */
const AT_ONCE = 200

/** Removes for good what lay in the trash long enough. @returns how many projects */
export async function emptyTrash(days: number = TRASH_DAYS): Promise<number> {
  const gone = await database()
    .delete(projects)
    .where(and(isNotNull(projects.deletedAt), lt(projects.deletedAt, sql`now() - make_interval(days => ${days})`)))
    .returning({ id: projects.id })
  return gone.length
}

/** Hours after which a file that was made is not asked for any more. */
const MAKINGS_HOURS = 24

/** Forgets files that were made for somebody a while ago. */
export async function forgetMakings(hours: number = MAKINGS_HOURS): Promise<void> {
  await database()
    .delete(makings)
    .where(lt(makings.createdAt, sql`now() - make_interval(hours => ${hours})`))
}

/**
 * Removes contents that nothing refers to. Whoever stores one names it as needed and refers to it in the same
 * transaction, which holds its row: so a content goes only before that begins or after it came to nothing.
 * @returns how many went
 */
export async function collectContents(graceMinutes: number = GRACE_MINUTES): Promise<number> {
  for (let gone = 0; ; ) {
    const { rows } = await database().execute<{ hash: string; store: StoreName }>(sql`
      delete from content where hash in (
        select hash from content c where used_at < now() - make_interval(mins => ${graceMinutes}::int)
          and not exists (select 1 from source where content_hash = c.hash)
          and not exists (select 1 from sheet where picture_hash = c.hash or linework_hash = c.hash or strokes_hash = c.hash
            or solids_hash = c.hash)
          and not exists (select 1 from sheet_print where hash = c.hash)
          and not exists (select 1 from issue where content_hash = c.hash)
          and not exists (select 1 from making where input_hash = c.hash or result_hash = c.hash)
        limit ${AT_ONCE} for update skip locked)
      and used_at < now() - make_interval(mins => ${graceMinutes}::int)
      returning hash, store`)
    // What lies elsewhere goes after that: what is left where this breaks off is swept up.
    for (const name of STORE_NAMES.filter((each) => storeNamed(each).elsewhere))
      await removeUnnamed(
        name,
        rows.filter(({ store }) => store === name).map(({ hash }) => hash),
      )
    gone += rows.length
    if (rows.length < AT_ONCE) return gone
  }
}
