import { and, eq, ne, sql } from 'drizzle-orm'
import type { Administration } from '@/core/people/views'
import { database, inTransaction, seeing, type Transaction } from '../database/client'
import { issues } from '../database/issues'
import { libraryVersions } from '../database/library'
import { user } from '../database/people'
import { changes } from '../database/schema'
import { health } from '../health'
import { notFound, Problem } from '../problem'

export const administration = (): Promise<Administration> => seeing('all', readAdministration)

async function readAdministration(): Promise<Administration> {
  const db = database()
  const [people, projects, space, failures, now] = await Promise.all([
    db.execute<Administration['people'][number] & Record<string, unknown>>(
      sql`select id, name, email, administrator, to_json(created_at) as "createdAt",
        (select to_json(max(updated_at)) from session where user_id = person.id) as "seenAt"
        from person order by name`,
    ),
    db.execute<Administration['projects'][number] & Record<string, unknown>>(
      sql`select p.id, p.name, o.name as organisation, to_json(p.changed_at) as "changedAt",
        (select count(*)::int from project_member m where m.project_id = p.id) as people,
        (select coalesce(sum(c.size), 0)::float8 from source f join content c on c.hash = f.content_hash where f.project_id = p.id) as bytes,
        (select count(*)::int from sheet s join source f on f.id = s.source_id where f.project_id = p.id) as pages
        from project p join organization o on o.id = p.organization_id where p.deleted_at is null order by bytes desc limit 500`,
    ),
    db.execute<Administration['space'] & Record<string, unknown>>(
      sql`select pg_database_size(current_database())::float8 as "databaseBytes",
        (select coalesce(sum(size), 0)::float8 from content) as "contentBytes"`,
    ),
    db.execute<Administration['failures'][number] & Record<string, unknown>>(
      sql`select 'A file' as what, name, problem as why from source where status = 'failed'
        union all select 'A page', f.name || ', page ' || s.number, s.problem from sheet s join source f on f.id = s.source_id where s.status = 'failed'
        union all select 'A file to hand over', coalesce(request->>'format', 'archive'), problem->>'detail' from making where status = 'failed'
        limit 200`,
    ),
    health(),
  ])
  return {
    people: people.rows,
    projects: projects.rows,
    space: space.rows[0]!,
    health: now,
    failures: failures.rows,
  }
}

/** Says who looks after this Calque. @throws Problem where nobody would any more */
export async function setAdministrator(id: string, administrator: boolean): Promise<void> {
  await inTransaction(async (tx) => {
    if (!administrator) await mustLeaveAnAdministrator(tx, id)
    const changed = await tx.update(user).set({ administrator }).where(eq(user.id, id)).returning()
    if (changed.length === 0) throw notFound('The person')
  })
}

/**
 * Erases a person: account, sessions, tokens and parts in projects go, and what they changed is no more under their name.
 * @throws Problem where an organisation would lose its only owner, or Calque its only administrator
 */
export async function erasePerson(id: string): Promise<void> {
  await seeing('all', () =>
    inTransaction(async (tx) => {
      await mustLeaveAnAdministrator(tx, id)
      const { rows: alone } = await tx.execute<{ name: string }>(
        sql`select o.name from member m join organization o on o.id = m.organization_id
        where m.user_id = ${id} and m.role ~ 'owner' and not exists (
          select 1 from member other where other.organization_id = o.id and other.user_id <> ${id} and other.role ~ 'owner')`,
      )
      if (alone[0])
        throw new Problem(409, 'last-owner', `“${alone[0].name}” has no other owner. Make somebody else one first.`)
      for (const table of [issues, changes, libraryVersions])
        await tx
          .update(table)
          .set({ authorName: FORMER })
          .where(eq(table.author, `person:${id}`))
      await tx.execute(
        sql`delete from project_invitation where lower(email) = (select lower(email) from person where id = ${id})`,
      )
      await tx.execute(
        sql`delete from letter where lower(recipient) = (select lower(email) from person where id = ${id})`,
      )
      const gone = await tx.delete(user).where(eq(user.id, id)).returning()
      if (gone.length === 0) throw notFound('The person')
    }),
  )
}

/** What is said in place of the name of who was erased. */
const FORMER = 'Former member'

async function mustLeaveAnAdministrator(tx: Transaction, id: string): Promise<void> {
  await tx.execute(sql`lock table person in share row exclusive mode`)
  const [other] = await tx
    .select({ id: user.id })
    .from(user)
    .where(and(eq(user.administrator, true), ne(user.id, id)))
    .limit(1)
  if (!other)
    throw new Problem(
      409,
      'last-administrator',
      'Somebody has to look after this Calque. Name another administrator first.',
    )
}
