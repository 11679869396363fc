import { asc, eq } from 'drizzle-orm'
import { type Actor, calledName } from '@/core/people/rights'
import type { SeenAs } from '@/core/people/views'
import { database } from '../database/client'
import { member, organization } from '../database/people'
import { isNobodyThere } from './join'
import { isSignInOn, officeSignIn } from './sign-in-settings'

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
    name: calledName(by),
    email: by.kind === 'person' ? by.email : null,
    administrator: by.kind === 'person' && by.administrator,
    organisations,
    signIn: isSignInOn() ? { office: officeSignIn()?.name ?? null, begins: await isNobodyThere() } : null,
  }
}
