import { and, eq, isNull } from 'drizzle-orm'
import { database } from './database/client'
import { projects, sources } from './database/schema'
import { notFound } from './problem'

/** What lies in the trash is not there for anybody but the trash. */

/** A project that is not in the trash. @throws Problem */
export async function liveProject(projectId: string): Promise<typeof projects.$inferSelect> {
  const [project] = await database()
    .select()
    .from(projects)
    .where(and(eq(projects.id, projectId), isNull(projects.deletedAt)))
  if (!project) throw notFound('The project')
  return project
}

/** A file of a project that is not in the trash. @throws Problem */
export async function liveSource(sourceId: string): Promise<typeof sources.$inferSelect> {
  const [found] = await database()
    .select({ source: sources })
    .from(sources)
    .innerJoin(projects, eq(projects.id, sources.projectId))
    .where(and(eq(sources.id, sourceId), isNull(projects.deletedAt)))
  if (!found) throw notFound('The file')
  return found.source
}
