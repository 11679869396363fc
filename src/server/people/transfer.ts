import { and, eq } from 'drizzle-orm'
import type { Actor } from '@/core/people/rights'
import { database, seeing } from '../database/client'
import { member, organization } from '../database/people'
import { projects } from '../database/schema'
import { notFound, Problem } from '../problem'
import { personOf } from './standing'

/** The organisation whose project it is. */
export async function organisationOfProject(projectId: string): Promise<{ id: string; name: string }> {
  const [found] = await database()
    .select({ id: organization.id, name: organization.name })
    .from(projects)
    .innerJoin(organization, eq(organization.id, projects.organizationId))
    .where(eq(projects.id, projectId))
  if (!found) throw notFound('The project')
  return found
}

/**
 * Gives a project to another organisation. Who has a part in it keeps that; who leads an organisation sees what is its own.
 * @throws Problem where whoever asks does not belong there: nobody puts projects into others' hands unasked
 */
export async function transferProject(projectId: string, organizationId: string, by: Actor): Promise<void> {
  const personId = personOf(by)
  const [there] =
    personId === null
      ? []
      : await database()
          .select({ id: member.id })
          .from(member)
          .where(and(eq(member.userId, personId), eq(member.organizationId, organizationId)))
  if (!there)
    throw new Problem(
      403,
      'not-there',
      'Only who belongs to the other organisation can bring a project into it. Ask somebody there to invite you.',
    )
  await seeing('all', () => database().update(projects).set({ organizationId }).where(eq(projects.id, projectId)))
}
