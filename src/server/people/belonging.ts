import { sql } from 'drizzle-orm'
import { holding } from '../contents'
import { database, seeing } from '../database/client'

/** What a request may be about, told by the id in its path. */
export type About = 'project' | 'source' | 'sheet' | 'making' | 'content'

const PROJECTS_OF: Readonly<Record<About, (id: string) => ReturnType<typeof sql>>> = {
  project: (id) => sql`select id from project where id = ${id}`,
  source: (id) => sql`select project_id as id from source where id = ${id}`,
  sheet: (id) => sql`select f.project_id as id from sheet s join source f on f.id = s.source_id where s.id = ${id}`,
  making: (id) => sql`select project_id as id from making where id = ${id}`,
  content: (hash) => sql`
    ${holding(hash)}
    select distinct p.id from holding h join source f on f.id = h.source_id join project p on p.id = f.project_id
      where p.deleted_at is null`,
}

/** The projects to which something belongs: bytes may be in several, an archive that comes in is in none yet. */
export async function projectsOf(about: About, id: string): Promise<string[]> {
  const { rows } = await seeing('all', () => database().execute<{ id: string | null }>(PROJECTS_OF[about](id)))
  return rows.flatMap((row) => (row.id === null ? [] : [row.id]))
}
