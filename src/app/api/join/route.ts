import { addressOf } from '@/server/people/address'
import { acceptAs, invitedBy, join } from '@/server/people/join'
import { cookiesOf } from '@/server/people/signing-in'
import { check, fieldsOf } from '../answer'
import { bodyOf } from '../body'
import { door } from '../door'
import { joinBody, secretQuery } from '../taken'

/** What an invitation is for. */
export const GET = door('say-who', null, async ({ request }) =>
  invitedBy((await check(fieldsOf(request), secretQuery)).secret, addressOf(request.headers)),
)

/** Takes an invitation up: as who is signed in, else with a new account. */
export const POST = door('say-who', null, async ({ request, by }) => {
  const { secret, name, email, password } = await bodyOf(request, joinBody)
  if (by.kind === 'person') return { projectId: await acceptAs(secret, by) }
  const joined = await join(secret, { name, email, password })
  return Response.json(
    { projectId: joined.projectId },
    { status: 201, headers: await cookiesOf(request.headers, joined.email, password) },
  )
})
