import { asc, eq } from 'drizzle-orm'
import type { Actor } from '@/core/people/rights'
import { database } from '../database/client'
import { member, organization } from '../database/people'
import { isNobodyThere } from './join'
import { isSignInOn, officeSignIn } from './sign-in-settings'

export interface SeenAs {
  readonly kind: Actor['kind']
  readonly id: string | null
  readonly name: string
  readonly email: string | null
  readonly administrator: boolean
  /** The organisations to which they belong. */
  readonly organisations: readonly { readonly id: string; readonly name: string; readonly role: string }[]
  /** How one signs in here; null where nobody does. */
  readonly signIn: {
    /** The organisation's own sign-in, by its name. */
    readonly office: string | null
    /** Whether nobody has an account yet. */
    readonly begins: boolean
  } | null
}

/** As who somebody is seen. */
export async function seenAs(by: Actor): Promise<SeenAs> {
  const organisations =
    by.kind === 'person'
      ? await database()
          .select({ id: organization.id, name: organization.name, role: member.role })
          .from(member)
          .innerJoin(organization, eq(organization.id, member.organizationId))
          .where(eq(member.userId, by.id))
          .orderBy(asc(member.createdAt))
      : []
  return {
    kind: by.kind,
    id: 'id' in by ? by.id : null,
    name: 'name' in by ? by.name : '',
    email: by.kind === 'person' ? by.email : null,
    administrator: by.kind === 'person' && by.administrator,
    organisations,
    signIn: isSignInOn() ? { office: officeSignIn()?.name ?? null, begins: await isNobodyThere() } : null,
  }
}
