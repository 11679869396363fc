import { and, asc, eq, ne, sql } from 'drizzle-orm'
import { type Actor, calledName, type Role } from '@/core/people/rights'
import type { ProjectInvitation, ProjectPerson } from '@/core/people/views'
import { database, inTransaction, type Transaction } from '../database/client'
import { user } from '../database/people'
import { projects } from '../database/schema'
import { projectInvitations, projectMembers } from '../database/sharing'
import { notFound, Problem } from '../problem'
import { sendLetter } from './letters'
import { countTry } from './limits'
import { hashOfSecret, newSecret } from './secret'
import { personOf } from './standing'

/** Who has a part in a project. */

const INVITED_DAYS = 14

export const projectPeople = async (projectId: string): Promise<ProjectPerson[]> =>
  database()
    .select({ id: user.id, name: user.name, email: user.email, role: projectMembers.role })
    .from(projectMembers)
    .innerJoin(user, eq(user.id, projectMembers.userId))
    .where(eq(projectMembers.projectId, projectId))
    .orderBy(asc(user.name))

export async function projectInvited(projectId: string): Promise<ProjectInvitation[]> {
  const rows = await database()
    .select()
    .from(projectInvitations)
    .where(and(eq(projectInvitations.projectId, projectId), sql`expires_at > now()`))
    .orderBy(asc(projectInvitations.email))
  return rows.map(({ id, email, role, expiresAt }) => ({ id, email, role, expiresAt: expiresAt.toISOString() }))
}

/**
 * Gives somebody a part in a project: at once where there is an account for the address, else by a letter.
 * @param origin where Calque is reached, for the letter
 * @returns the address of the invitation, for handing it over by another way; null where none is needed
 */
export async function invite(
  projectId: string,
  { email: given, role }: { readonly email: string; readonly role: Role },
  by: Actor,
  origin: string,
): Promise<{ url: string | null }> {
  await countTry('letters', personOf(by) ?? 'local')
  const email = given.trim().toLowerCase()
  const [project] = await database().select({ name: projects.name }).from(projects).where(eq(projects.id, projectId))
  const asker = calledName(by) || 'Somebody'
  const [known] = await database().select({ id: user.id }).from(user).where(eq(user.email, email))
  if (known) {
    const [already] = await database()
      .select()
      .from(projectMembers)
      .where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.userId, known.id)))
    if (already)
      throw new Problem(409, 'there-already', `${email} has a part in this project already. Change it in the list.`)
    await database().insert(projectMembers).values({ projectId, userId: known.id, role })
    await sendLetter({
      to: email,
      subject: `“${project!.name}” in Calque`,
      text: `${asker} made you ${WORDS[role]} of “${project!.name}”:\n\n${origin}/projects/${projectId}`,
    })
    return { url: null }
  }
  const secret = newSecret()
  await inTransaction(async (tx) => {
    // Asked once more, the newer letter counts.
    await tx
      .delete(projectInvitations)
      .where(and(eq(projectInvitations.projectId, projectId), eq(projectInvitations.email, email)))
    await tx.insert(projectInvitations).values({
      hash: hashOfSecret(secret),
      id: crypto.randomUUID(),
      projectId,
      email,
      role,
      inviterId: personOf(by),
      expiresAt: new Date(Date.now() + INVITED_DAYS * 86_400_000),
    })
  })
  const url = `${origin}/join/${secret}`
  await sendLetter({
    to: email,
    subject: `An invitation to “${project!.name}” in Calque`,
    text: `${asker} asks you to be ${WORDS[role]} of “${project!.name}”. This address lets you in, for ${INVITED_DAYS} days:\n\n${url}`,
  })
  return { url }
}

const WORDS: Readonly<Record<Role, string>> = {
  viewer: 'a viewer',
  reviewer: 'a reviewer',
  editor: 'an editor',
  owner: 'an owner',
}

export async function takeBackInvitation(projectId: string, id: string): Promise<void> {
  const gone = await database()
    .delete(projectInvitations)
    .where(and(eq(projectInvitations.projectId, projectId), eq(projectInvitations.id, id)))
    .returning()
  if (gone.length === 0) throw notFound('The invitation')
}

/** Changes what somebody is in a project. @throws Problem where nobody would own it any more */
export async function setRole(projectId: string, userId: string, role: Role): Promise<void> {
  await inTransaction(async (tx) => {
    if (role !== 'owner') await mustLeaveAnOwner(tx, projectId, userId)
    const changed = await tx
      .update(projectMembers)
      .set({ role })
      .where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.userId, userId)))
      .returning()
    if (changed.length === 0) throw notFound('The person')
  })
}

/** Takes somebody's part in a project away. @throws Problem where nobody would own it any more */
export async function removePerson(projectId: string, userId: string): Promise<void> {
  await inTransaction(async (tx) => {
    await mustLeaveAnOwner(tx, projectId, userId)
    const gone = await tx
      .delete(projectMembers)
      .where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.userId, userId)))
      .returning()
    if (gone.length === 0) throw notFound('The person')
  })
}

async function mustLeaveAnOwner(tx: Transaction, projectId: string, userId: string): Promise<void> {
  // Two owners who leave at once would leave none.
  await tx.execute(sql`select 1 from project where id = ${projectId} for update`)
  const owners = await tx
    .select({ id: projectMembers.userId })
    .from(projectMembers)
    .where(
      and(eq(projectMembers.projectId, projectId), eq(projectMembers.role, 'owner'), ne(projectMembers.userId, userId)),
    )
  const [is] = await tx
    .select({ role: projectMembers.role })
    .from(projectMembers)
    .where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.userId, userId)))
  if (is?.role === 'owner' && owners.length === 0)
    throw new Problem(409, 'last-owner', 'A project needs an owner. Make somebody else one first.')
}
