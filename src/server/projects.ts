import { desc, eq, sql } from 'drizzle-orm'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { USUAL_SETTINGS } from '@/core/model/settings/schema'
import type { SourceView } from '@/core/project/views'
import { database, inTransaction } from './database/client'
import { projects, records } from './database/schema'
import { notFound } from './problem'
import { listSources, verifySources } from './sources'

export interface ProjectSummary {
  id: string
  name: string
  revision: number
  changedAt: string
  /** How many underlays and traced elements it holds. */
  underlays: number
  elements: number
  /** Picture of its lowest underlay. */
  pictureHash: string | null
}

export interface ProjectSnapshot {
  id: string
  name: string
  revision: number
  records: ProjectRecord[]
  sources: SourceView[]
}

export async function listProjects(): Promise<ProjectSummary[]> {
  const count = (kinds: string) =>
    sql<number>`(select count(*)::int from record r where r.project_id = project.id and r.data->>'kind' ${sql.raw(kinds)})`
  const rows = await database()
    .select({
      id: projects.id,
      name: projects.name,
      revision: projects.revision,
      changedAt: projects.changedAt,
      underlays: count(`= 'underlay'`),
      elements: count(`not in ('underlay', 'settings', 'level')`),
      pictureHash: sql<string | null>`(select s.picture_hash from record r join sheet s on s.id = r.data->>'sheetId'
        where r.project_id = project.id and r.data->>'kind' = 'underlay' order by (r.data->>'order')::float limit 1)`,
    })
    .from(projects)
    .orderBy(desc(projects.changedAt))
  return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
}

export async function createProject(name: string, id: string = crypto.randomUUID()): Promise<{ id: string }> {
  await inTransaction(async (tx) => {
    await tx.insert(projects).values({ id, name })
    for (const data of [USUAL_SETTINGS, FIRST_LEVEL])
      await tx.insert(records).values({ projectId: id, id: data.id, data })
  })
  return { id }
}

export async function renameProject(id: string, name: string): Promise<void> {
  const changed = await database().update(projects).set({ name }).where(eq(projects.id, id)).returning()
  if (changed.length === 0) throw notFound('The project')
}

export async function deleteProject(id: string): Promise<void> {
  await database().delete(projects).where(eq(projects.id, id))
}

/** Everything that a client needs to open a project, all of one revision. */
export async function openProject(id: string): Promise<ProjectSnapshot> {
  const { project, rows } = await inTransaction(async (tx) => {
    await tx.execute(sql`set transaction isolation level repeatable read, read only`)
    const [project] = await tx.select().from(projects).where(eq(projects.id, id))
    if (!project) throw notFound('The project')
    return { project, rows: await tx.select({ data: records.data }).from(records).where(eq(records.projectId, id)) }
  })
  await verifySources(id)
  return {
    id,
    name: project.name,
    revision: project.revision,
    records: rows.map(({ data }) => data),
    sources: await listSources(id),
  }
}
