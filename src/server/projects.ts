import { and, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { USUAL_SETTINGS } from '@/core/model/settings/schema'
import { MODEL_VERSION, upgraded } from '@/core/model/versions/registry'
import { type Actor, LOCAL } from '@/core/people/rights'
import type { SourceView } from '@/core/project/views'
import { database, inTransaction, seeing } from './database/client'
import { projects, records } from './database/schema'
import { giveTo, organisationFor } from './people/organisations'
import { visibleProjects } from './people/standing'
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
  /** Names the history that the revision counts. */
  epoch: string
  /** What its files tell it by from every other project, wherever it is kept. */
  identity: string
  records: ProjectRecord[]
  sources: SourceView[]
}

/** The projects that somebody sees, what was changed last first. */
export async function listProjects(by: Actor): Promise<ProjectSummary[]> {
  const visible = await visibleProjects(by)
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
        join source f on f.id = s.source_id and f.project_id = r.project_id
        where r.project_id = project.id and r.data->>'kind' = 'underlay' order by (r.data->>'order')::float limit 1)`,
    })
    .from(projects)
    .where(and(isNull(projects.deletedAt), visible ? inArray(projects.id, [...visible]) : undefined))
    .orderBy(desc(projects.changedAt))
  return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
}

/** Begins a project; whoever does owns it. */
export async function createProject(
  name: string,
  by: Actor = LOCAL,
  id: string = crypto.randomUUID(),
): Promise<{ id: string }> {
  const organizationId = await organisationFor(by)
  // Nobody has a part in what begins only now.
  await seeing('all', () =>
    inTransaction(async (tx) => {
      await tx.insert(projects).values({ id, name, organizationId })
      await giveTo(tx, id, by)
      for (const data of [USUAL_SETTINGS, FIRST_LEVEL])
        await tx.insert(records).values({ projectId: id, id: data.id, data, version: MODEL_VERSION })
    }),
  )
  return { id }
}

export async function renameProject(id: string, name: string): Promise<void> {
  const changed = await database()
    .update(projects)
    .set({ name })
    .where(and(eq(projects.id, id), isNull(projects.deletedAt)))
    .returning()
  if (changed.length === 0) throw notFound('The project')
}

/** Days that a project lies in the trash before it goes for good. */
export const TRASH_DAYS = 30

export interface TrashedProject {
  id: string
  name: string
  deletedAt: string
  /** When it goes for good. */
  goesAt: string
}

/** Puts a project into the trash, from where it can be restored for TRASH_DAYS. */
export async function deleteProject(id: string): Promise<void> {
  const gone = await database()
    .update(projects)
    .set({ deletedAt: new Date() })
    .where(and(eq(projects.id, id), isNull(projects.deletedAt)))
    .returning()
  if (gone.length === 0) throw notFound('The project')
}

/** What of somebody's projects lies in the trash, what was put there last first. */
export async function listTrash(by: Actor): Promise<TrashedProject[]> {
  const visible = await visibleProjects(by)
  const rows = await database()
    .select({ id: projects.id, name: projects.name, deletedAt: projects.deletedAt })
    .from(projects)
    .where(and(isNotNull(projects.deletedAt), visible ? inArray(projects.id, [...visible]) : undefined))
    .orderBy(desc(projects.deletedAt))
  return rows.map(({ id, name, deletedAt }) => ({
    id,
    name,
    deletedAt: deletedAt!.toISOString(),
    goesAt: new Date(deletedAt!.getTime() + TRASH_DAYS * 86_400_000).toISOString(),
  }))
}

export async function restoreProject(id: string): Promise<void> {
  const back = await database()
    .update(projects)
    .set({ deletedAt: null })
    .where(and(eq(projects.id, id), isNotNull(projects.deletedAt)))
    .returning()
  if (back.length === 0) throw notFound('The project')
}

/** Removes a project of the trash for good; its files go once nothing else holds them. */
export async function removeForGood(id: string): Promise<void> {
  const gone = await database()
    .delete(projects)
    .where(and(eq(projects.id, id), isNotNull(projects.deletedAt)))
    .returning()
  if (gone.length === 0) throw notFound('The project')
}

/** Everything that a client needs to open a project, all of one revision. */
export async function openProject(id: string): Promise<ProjectSnapshot> {
  const { project, rows } = await inTransaction(async (tx) => {
    await tx.execute(sql`set transaction isolation level repeatable read, read only`)
    const [project] = await tx
      .select()
      .from(projects)
      .where(and(eq(projects.id, id), isNull(projects.deletedAt)))
    if (!project) throw notFound('The project')
    const rows = await tx
      .select({ data: records.data, version: records.version })
      .from(records)
      .where(eq(records.projectId, id))
    return { project, rows }
  })
  await verifySources(id)
  return {
    id,
    name: project.name,
    revision: project.revision,
    epoch: project.epoch,
    identity: project.identity ?? id,
    records: rows.map(({ data, version }) => upgraded(data, version)),
    sources: await listSources(id),
  }
}

/** Records by which files of a project are named: its settings, levels, work planes and parts. */
export async function namingRecords(id: string): Promise<ProjectRecord[]> {
  const rows = await database()
    .select({ data: records.data, version: records.version })
    .from(records)
    .where(and(eq(records.projectId, id), sql`${records.data}->>'kind' in ('settings', 'level', 'work-plane', 'part')`))
  return rows.map(({ data, version }) => upgraded(data, version))
}
