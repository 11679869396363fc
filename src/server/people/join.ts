import { and, count, eq, gt, sql } from 'drizzle-orm'
import type { Role } from '@/core/people/rights'
import type { Invited } from '@/core/people/views'
import { database, inTransaction, seeing } from '../database/client'
import { invitation, member, organization, user } from '../database/people'
import { FIRST_ORGANISATION, projects } from '../database/schema'
import { projectInvitations, projectMembers } from '../database/sharing'
import { Problem } from '../problem'
import { auth } from './auth'
import { countTry } from './limits'
import { hashOfSecret } from './secret'
import { isSignInOn } from './sign-in-settings'

/** How somebody comes to have an account: as the first one, by a code that the start command prints, or invited. */

type Found =
  | (Invited & { readonly kind: 'set-up' })
  | (Invited & { readonly kind: 'organisation'; readonly id: string; readonly organizationId: string; role: string })
  | (Invited & { readonly kind: 'project'; readonly hash: string; readonly projectId: string; readonly role: Role })

const noInvitation = () =>
  new Problem(
    404,
    'no-invitation',
    'The invitation is none, or none any more: it was used, taken back, or is too old. Ask for another one.',
  )

/** Whether nobody has an account yet. */
export async function isNobodyThere(): Promise<boolean> {
  const [found] = await database().select({ people: count() }).from(user)
  return found!.people === 0
}

/** What an invitation is for. @param from the address that asks @throws Problem where it is none */
export async function invitedBy(secret: string, from: string): Promise<Invited> {
  const { kind, into, email, known } = await found(secret).catch(async (none: unknown) => {
    await countTry('unknown-secret', from)
    throw none
  })
  return { kind, into, email, known }
}

/** Who is invited sees nothing of the project yet but its name. */
const found = (secret: string): Promise<Found> => seeing('all', () => find(secret))

async function find(secret: string): Promise<Found> {
  if (!isSignInOn()) throw noInvitation()
  return (await setUp(secret)) ?? (await intoOrganisation(secret)) ?? (await intoProject(secret)) ?? gone()
}

const gone = (): never => {
  throw noInvitation()
}

async function setUp(secret: string): Promise<Found | null> {
  const code = process.env.CALQUE_SET_UP_CODE
  if (!code || secret !== code || !(await isNobodyThere())) return null
  const [office] = await database().select().from(organization).where(eq(organization.id, FIRST_ORGANISATION))
  return { kind: 'set-up', into: office?.name ?? 'Calque', email: null, known: false }
}

async function intoOrganisation(secret: string): Promise<Found | null> {
  const [row] = await database()
    .select({ invitation, into: organization.name, person: user.id })
    .from(invitation)
    .innerJoin(organization, eq(organization.id, invitation.organizationId))
    .leftJoin(user, eq(user.email, invitation.email))
    .where(and(eq(invitation.id, secret), eq(invitation.status, 'pending'), gt(invitation.expiresAt, sql`now()`)))
  if (!row) return null
  const { id, organizationId, email, role } = row.invitation
  return {
    kind: 'organisation',
    into: row.into,
    email,
    known: row.person !== null,
    id,
    organizationId,
    role: role ?? 'member',
  }
}

async function intoProject(secret: string): Promise<Found | null> {
  const hash = hashOfSecret(secret)
  const [row] = await database()
    .select({ invitation: projectInvitations, into: projects.name, person: user.id })
    .from(projectInvitations)
    .innerJoin(projects, eq(projects.id, projectInvitations.projectId))
    .leftJoin(user, eq(user.email, projectInvitations.email))
    .where(and(eq(projectInvitations.hash, hash), gt(projectInvitations.expiresAt, sql`now()`)))
  if (!row) return null
  const { projectId, email, role } = row.invitation
  return { kind: 'project', into: row.into, email, known: row.person !== null, hash, projectId, role }
}

/** Somebody who comes anew. */
export interface Newcomer {
  readonly name: string
  /** Only of the first one; else the invitation says it. */
  readonly email?: string | undefined
  readonly password: string
}

/** Makes an account for somebody who was invited and lets them in. @returns the address by which they sign in, and where they land */
export async function join(
  secret: string,
  { name, email: given, password }: Newcomer,
): Promise<{ email: string; projectId: string | null }> {
  const invited = await found(secret)
  const email = (invited.email ?? given ?? '').trim().toLowerCase()
  if (email === '') throw new Problem(400, 'invalid', 'Say by which e-mail address you sign in.')
  if (invited.known)
    throw new Problem(409, 'known', 'There is an account with that address already. Sign in, then open the invitation.')
  const { internalAdapter, password: passwords } = await auth().$context
  const hash = await passwords.hash(password)
  const person = await internalAdapter.createUser(
    // The letter with the invitation reached the address.
    { name, email, emailVerified: invited.email !== null, administrator: invited.kind === 'set-up' },
    { method: 'email-password' },
  )
  await internalAdapter.linkAccount({
    userId: person.id,
    providerId: 'credential',
    accountId: person.id,
    password: hash,
  })
  return { email, projectId: await accept(invited, person.id) }
}

/** Lets somebody in who has an account already. @throws Problem where the invitation was for another address */
export async function acceptAs(secret: string, person: { id: string; email: string }): Promise<string | null> {
  const invited = await found(secret)
  if (invited.email?.toLowerCase() !== person.email.toLowerCase())
    throw new Problem(
      403,
      'another-address',
      `The invitation was sent to another address than yours, ${person.email}. Sign in with that one, or ask for another invitation.`,
    )
  return accept(invited, person.id)
}

/** @returns the project to go to, where there is one */
async function accept(invited: Found, userId: string): Promise<string | null> {
  await seeing('all', () =>
    inTransaction(async (tx) => {
      if (invited.kind === 'project') {
        const used = await tx.delete(projectInvitations).where(eq(projectInvitations.hash, invited.hash)).returning()
        if (used.length === 0) throw noInvitation()
        const { projectId, role } = invited
        await tx
          .insert(projectMembers)
          .values({ projectId, userId, role })
          .onConflictDoUpdate({ target: [projectMembers.projectId, projectMembers.userId], set: { role } })
        return
      }
      if (invited.kind === 'organisation') {
        const used = await tx
          .update(invitation)
          .set({ status: 'accepted' })
          .where(and(eq(invitation.id, invited.id), eq(invitation.status, 'pending')))
          .returning()
        if (used.length === 0) throw noInvitation()
      }
      const organizationId = invited.kind === 'organisation' ? invited.organizationId : FIRST_ORGANISATION
      const role = invited.kind === 'organisation' ? invited.role : 'owner'
      await tx.insert(member).values({ id: crypto.randomUUID(), organizationId, userId, role }).onConflictDoNothing()
    }),
  )
  return invited.kind === 'project' ? invited.projectId : null
}
