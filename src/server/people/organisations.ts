import { asc, eq } from 'drizzle-orm'
import type { Actor } from '@/core/people/rights'
import { database, type Transaction } from '../database/client'
import { member } from '../database/people'
import { FIRST_ORGANISATION } from '../database/schema'
import { projectMembers } from '../database/sharing'
import { Problem } from '../problem'
import { nameOfActor } from './audit'
import { personOf } from './standing'

/** The organisation for which somebody works: the one that they came to first; null for a guest, who belongs to none. */
export async function organisationOf(actor: Actor): Promise<string | null> {
  if (actor.kind === 'local') return FIRST_ORGANISATION
  const personId = personOf(actor)
  const [first] =
    personId === null
      ? []
      : await database()
          .select({ id: member.organizationId })
          .from(member)
          .where(eq(member.userId, personId))
          .orderBy(asc(member.createdAt))
          .limit(1)
  return first?.id ?? null
}

/** The same, where there has to be one. @throws Problem for a guest */
export async function organisationFor(actor: Actor): Promise<string> {
  const id = await organisationOf(actor)
  if (id === null)
    throw new Problem(
      403,
      'no-organisation',
      'Only who belongs to an organisation can do that. Ask somebody of the organisation to invite you into it.',
    )
  return id
}

/** Makes whoever begins a project its owner; where nobody signs in, there is nobody to name. */
export const giveTo = (tx: Transaction, projectId: string, actor: Actor): Promise<void> =>
  giveToAuthor(tx, projectId, ownerNameOf(actor))

/** Who owns what somebody begins: of a token the person whose it is. */
export const ownerNameOf = (actor: Actor): string =>
  actor.kind === 'token' ? `person:${actor.personId}` : nameOfActor(actor)

/** The same, by how the author was written down. */
export async function giveToAuthor(tx: Transaction, projectId: string, author: string | null): Promise<void> {
  const userId = author?.match(/^person:(.+)$/)?.[1]
  if (userId) await tx.insert(projectMembers).values({ projectId, userId, role: 'owner' })
}
