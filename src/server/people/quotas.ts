import { type SQL, sql } from 'drizzle-orm'
import { database, seeing } from '../database/client'
import { Problem } from '../problem'

/** What an organisation may keep and have made, as whoever runs Calque set it; without a setting there is no bound. */
const limitOf = (name: string): number | null => {
  const value = Number(process.env[name] ?? '')
  return Number.isFinite(value) && value > 0 ? value : null
}

const GB = 2 ** 30

interface Used extends Record<string, unknown> {
  readonly bytes: number
  readonly pages: number
}

/** The organisation whose project it is, within a question. */
const organisationIn = (projectId: string): SQL => sql`(select organization_id from project where id = ${projectId})`

/** Files of all projects of an organisation, those in the trash as well, what was issued, and its library: they take their room. */
async function usedBy(organization: SQL): Promise<Used> {
  const { rows } = await seeing('all', () =>
    database().execute<Used>(
      sql`with own as (select f.id, f.content_hash from source f join project p on p.id = f.project_id
          where p.organization_id = ${organization}),
        issued as (select i.content_hash from issue i join project p on p.id = i.project_id
          where p.organization_id = ${organization})
        select (select coalesce(sum(size), 0)::float8 from content
            where hash in (select content_hash from own union select content_hash from issued))
          + (select coalesce(sum(pg_column_size(record)), 0)::float8 from library_version
            where organization_id = ${organization}) as bytes,
          (select count(*)::int from sheet where source_id in (select id from own)) as pages`,
    ),
  )
  return rows[0]!
}

/**
 * Whether one more file fits into what the organisation of a project may keep (`CALQUE_QUOTA_GB`, `CALQUE_QUOTA_PAGES`).
 * @throws Problem 413 where it is full
 */
export async function mustHaveRoom(projectId: string, bytes: number): Promise<void> {
  const [gb, pages] = [limitOf('CALQUE_QUOTA_GB'), limitOf('CALQUE_QUOTA_PAGES')]
  if (gb === null && pages === null) return
  const used = await usedBy(organisationIn(projectId))
  mustFit(used, bytes, gb)
  if (pages !== null && used.pages >= pages) throw full(`${used.pages} of ${pages} pages`)
}

/** Whether a record fits into an organisation's library. @throws Problem 413 where its room is full */
export async function mustHaveRoomInLibrary(organizationId: string, record: object): Promise<void> {
  const gb = limitOf('CALQUE_QUOTA_GB')
  if (gb !== null) mustFit(await usedBy(sql`${organizationId}`), JSON.stringify(record).length, gb)
}

function mustFit(used: Used, bytes: number, gb: number | null): void {
  if (gb !== null && used.bytes + bytes > gb * GB) throw full(`${(used.bytes / GB).toFixed(1)} of ${gb} GB`)
}

const full = (used: string): Problem =>
  new Problem(
    413,
    'quota',
    `Your organisation has used ${used}. Remove files that are not needed any more, or ask whoever looks after Calque for more room.`,
  )

/** How many files may be made of an organisation's projects within a day (`CALQUE_QUOTA_HAND_OVERS`). @throws Problem 429 */
export async function mustMayHandOver(projectId: string): Promise<void> {
  const most = limitOf('CALQUE_QUOTA_HAND_OVERS')
  if (most === null) return
  const { rows } = await seeing('all', () =>
    database().execute<{ made: number } & Record<string, unknown>>(
      sql`select count(*)::int as made from making m join project p on p.id = m.project_id
        where m.created_at > now() - interval '1 day'
        and p.organization_id = ${organisationIn(projectId)}`,
    ),
  )
  if (rows[0]!.made >= most)
    throw new Problem(
      429,
      'quota',
      `Your organisation had ${most} files made within a day, which is all that it may. Try again later.`,
    )
}
