import { sql } from 'drizzle-orm'
import { type Actor, allowed, ROLES, type Role, type Standing } from '@/core/people/rights'
import { database, type Sight, seeing } from '../database/client'

/** Whether a member `o` of an organisation owns all its projects. */
export const LEADS = sql`o.role ~ '(owner|admin)'`

/** The person behind an actor: themselves, or who made the token. */
export const personOf = (actor: Actor): string | null =>
  actor.kind === 'person' ? actor.id : actor.kind === 'token' ? actor.personId : null

/** What somebody is in each of some projects: as who was given a part in it, or as who leads the organisation whose it is. */
export const standingsOf = (actor: Actor, projectIds: readonly string[]): Promise<Standing[]> =>
  seeing('all', () => readStandings(actor, projectIds))

async function readStandings(actor: Actor, projectIds: readonly string[]): Promise<Standing[]> {
  const personId = personOf(actor)
  if (personId === null || projectIds.length === 0) return projectIds.map((projectId) => ({ projectId, role: null }))
  const { rows } = await database().execute<{ id: string; given: Role | null; leads: boolean | null }>(
    sql`select p.id, m.role as given, ${LEADS} as leads from project p
      left join project_member m on m.project_id = p.id and m.user_id = ${personId}
      left join member o on o.organization_id = p.organization_id and o.user_id = ${personId}
      where p.id in ${[...projectIds]}`,
  )
  const found = new Map(rows.map(({ id, given, leads }) => [id, roleFrom(given, leads)]))
  return projectIds.map((projectId) => ({ projectId, role: found.get(projectId) ?? null }))
}

const roleFrom = (given: Role | null, leads: boolean | null): Role | null =>
  leads ? 'owner' : given !== null && ROLES.includes(given) ? given : null

/** What the database shows somebody who asks about no project in particular. */
export const sightOf = (actor: Actor): Sight => {
  if (actor.kind === 'local') return 'all'
  if (actor.kind === 'visitor') return `project:${actor.projectId}`
  if (actor.kind === 'token' && actor.projectId !== null) return `project:${actor.projectId}`
  const personId = personOf(actor)
  return personId === null ? 'nothing' : `person:${personId}`
}

/** The projects that somebody sees in the list; null for all of them. */
export async function visibleProjects(actor: Actor): Promise<readonly string[] | null> {
  if (actor.kind === 'local') return null
  if (actor.kind === 'visitor') return [actor.projectId]
  if (actor.kind === 'token' && actor.projectId !== null) return [actor.projectId]
  const personId = personOf(actor)
  if (personId === null) return []
  const { rows } = await database().execute<{ id: string }>(
    sql`select project_id as id from project_member where user_id = ${personId}
      union select p.id from project p join member o on o.organization_id = p.organization_id
        where o.user_id = ${personId} and ${LEADS}`,
  )
  return rows.map(({ id }) => id)
}

/** How long it is believed that somebody may still look. */
const BELIEVED_MS = 5000

/**
 * Whether somebody who listens may hear of a project; an event that is about none is for everybody.
 * @param ask who they are now: sessions and links can end while they listen
 */
export function hearerOf(ask: () => Promise<readonly Actor[]>): (projectId: string) => Promise<boolean> {
  const known = new Map<string, { readonly may: Promise<boolean>; readonly until: number }>()
  return async (projectId) => {
    if (projectId === '') return true
    const before = known.get(projectId)
    if (before && before.until > Date.now()) return before.may
    const may = ask().then((actors) => mayLook(actors, projectId))
    known.set(projectId, { may, until: Date.now() + BELIEVED_MS })
    return may
  }
}

async function mayLook(actors: readonly Actor[], projectId: string): Promise<boolean> {
  for (const actor of actors)
    for (const standing of await standingsOf(actor, [projectId])) if (allowed(actor, 'look', standing)) return true
  return false
}
